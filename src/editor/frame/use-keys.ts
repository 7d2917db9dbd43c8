'use client';

import { useEffect } from 'react';
import { surface } from '../sheet/surface';
import { get } from '../state/store';
import { pressKey } from './commands';

/** Whether a press belongs to a field or a menu rather than to the sheet. */
function isTaken(e: KeyboardEvent): boolean {
  const el = e.target as HTMLElement | null;
  if (!el) return false;
  if (
    el.closest(
      'input, textarea, select, [contenteditable="true"], [role="menu"], [role="listbox"], [role="dialog"], [role="combobox"]',
    )
  )
    return true;
  return (e.key === 'Enter' || e.key === ' ') && el.matches('button, a, [role="button"]');
}

/** Keys of the editor, wherever the focus is, fields and dialogs aside. */
export function useKeys(): void {
  useEffect(() => {
    const down = (e: KeyboardEvent) => {
      if (get().dialog !== 'none' || isTaken(e)) return;
      // A drag comes first: digits are its numbers, commands wait until it has ended.
      if (surface.active && (e.ctrlKey || e.metaKey || surface.type(e.key))) {
        e.preventDefault();
        return;
      }
      if (e.key === ' ') {
        surface.spaceHeld = true;
        e.preventDefault();
        return;
      }
      if (pressKey(e)) e.preventDefault();
    };
    const up = (e: KeyboardEvent) => {
      if (e.key === ' ') surface.spaceHeld = false;
    };
    window.addEventListener('keydown', down);
    window.addEventListener('keyup', up);
    return () => {
      window.removeEventListener('keydown', down);
      window.removeEventListener('keyup', up);
    };
  }, []);
}

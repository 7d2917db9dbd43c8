'use client';

import { useEffect } from 'react';
import { clippingOfChoice, pasteWritten, removeChosen } from '../state/clipboard';
import { isDrawing, placeDrawingFiles } from '../state/drawings';
import { picturesIn, placePictures } from '../state/pictures';
import { get } from '../state/store';

/** Whether copying and pasting belong to a field, a dialog or text that is selected. */
function isTaken(e: ClipboardEvent): boolean {
  const el = e.target instanceof Element ? e.target : null;
  if (get().dialog !== 'none' || !get().design) return true;
  if (el?.closest('input, textarea, select, [contenteditable="true"], [role="dialog"]')) return true;
  return e.type !== 'paste' && Boolean(window.getSelection()?.toString());
}

/**
 * Parts travel by the browser's own copy, cut and paste, which ask for no permission: so they go from design to design
 * and from window to window.
 */
export function useClipboard(): void {
  useEffect(() => {
    const take = (e: ClipboardEvent) => {
      if (isTaken(e)) return;
      e.preventDefault();
      const text = clippingOfChoice();
      if (text === null) return;
      e.clipboardData?.setData('text/plain', text);
      if (e.type === 'cut') removeChosen();
    };
    const put = (e: ClipboardEvent) => {
      if (isTaken(e)) return;
      e.preventDefault();
      const files = picturesIn(e.clipboardData);
      if (files.length) {
        void placePictures(files, null);
        return;
      }
      const drawings = [...(e.clipboardData?.files ?? [])].filter(isDrawing);
      if (drawings.length) {
        void placeDrawingFiles(drawings, null);
        return;
      }
      const written =
        e.clipboardData?.getData('image/svg+xml') || e.clipboardData?.getData('text/plain') || '';
      void pasteWritten(written);
    };
    document.addEventListener('copy', take);
    document.addEventListener('cut', take);
    document.addEventListener('paste', put);
    return () => {
      document.removeEventListener('copy', take);
      document.removeEventListener('cut', take);
      document.removeEventListener('paste', put);
    };
  }, []);
}

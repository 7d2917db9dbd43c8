import type { PointerEvent as ReactPointerEvent } from 'react';
import { ExpressionError, evaluateExpression, type Point } from '@/core';
import { get } from '../state/store';
import { setPointer, usePointerState } from './pointer-state';
import { toSheet } from './view';

export type Press = ReactPointerEvent<Element>;

/** One press of the pointer, from down to up. */
export interface Active {
  move(e: Press, p: Point): void;
  up(e: Press, p: Point): void;
  cancel?(): void;
  /** Takes numbers typed during the drag, or null where they were taken back. */
  exact?(numbers: readonly number[] | null): void;
}

const typable = /^[\d.,;+\-*/() ]$/;
const unitLetters = /^[cimnptx]$/;

/** Numbers from text with semicolons or spaces between; null while it does not read as such yet. */
export function typedNumbers(text: string): number[] | null {
  try {
    const list = text
      .split(/,?\s+(?=[\d.(-])|;/)
      .filter((t) => t.trim())
      .map((t) => evaluateExpression(t));
    return list.length ? list : null;
  } catch (e) {
    if (!(e instanceof ExpressionError)) throw e;
    return null;
  }
}

/** The sheet as the pointer meets it: one press at a time is held until it ends. */
class Surface {
  element: HTMLElement | null = null;
  active: Active | null = null;
  spaceHeld = false;
  /** Ends a path that is being drawn, or gives it up. */
  drafting: { finish(): void; cancel(): void } | null = null;
  private last: { e: Press; p: Point } | null = null;

  inView(e: { clientX: number; clientY: number }): Point {
    const box = this.element?.getBoundingClientRect();
    return { x: e.clientX - (box?.left ?? 0), y: e.clientY - (box?.top ?? 0) };
  }

  onSheet(p: Point): Point {
    return toSheet(get().view, p);
  }

  /** Takes a press over until it ends. A press that waited for an answer is captured already. */
  hold(e: Press, active: Active, captured = false): void {
    if (!captured) this.element?.setPointerCapture(e.pointerId);
    this.active = active;
    this.last = { e, p: this.inView(e) };
  }

  move(e: Press): void {
    const p = this.inView(e);
    setPointer({ place: p });
    this.last = { e, p };
    this.active?.move(e, p);
  }

  up(e: Press): void {
    const { active } = this;
    this.release();
    active?.up(e, this.inView(e));
  }

  private release(): void {
    this.active = null;
    if (usePointerState.getState().typed) setPointer({ typed: '' });
  }

  /** Gives up the drag or the path at hand; says whether there was one. */
  cancel(): boolean {
    const { active } = this;
    if (!active && !this.drafting) return false;
    this.release();
    setPointer({ marquee: null });
    if (active) active.cancel?.();
    this.drafting?.cancel();
    return true;
  }

  /** Ends the path being drawn; says whether there was one. */
  finish(): boolean {
    if (!this.drafting) return false;
    this.drafting.finish();
    return true;
  }

  /** A key during a drag: digits set its numbers exactly. Says whether it was taken. */
  type(key: string): boolean {
    const { active, last } = this;
    if (!active) return false;
    const { typed } = usePointerState.getState();
    if (key === 'Enter' && typed && last) {
      this.release();
      active.up(last.e, last.p);
      return true;
    }
    if (!active.exact) return key !== 'Escape';
    if (key === 'Escape' && !typed) return false;
    let next = typed;
    if (key === 'Escape') next = '';
    else if (key === 'Backspace') next = typed.slice(0, -1);
    else if ((typable.test(key) && (typed || key !== ' ')) || (typed && unitLetters.test(key)))
      next = typed + key;
    else return true;
    setPointer({ typed: next });
    const numbers = next ? typedNumbers(next) : null;
    if (numbers || !next) active.exact(numbers);
    // Commands wait until the drag has ended.
    return true;
  }
}

export const surface = new Surface();

import type { Design } from '@/core';

/**
 * What the window is in the middle of. At rest changes are taken as they come. A live change (a scrub, words that are
 * typed, a drag of the colour picker) shows its steps at once and is kept as one; with `only`, of those that have this
 * label. While the sheet is dragged the studio leads, and what else would change the design waits.
 */
export type Phase =
  | { readonly at: 'rest' }
  | {
      readonly at: 'live';
      readonly before: Design;
      /** What it will be called; nothing was changed yet while that is empty. */
      readonly label: string;
      readonly only: string | null;
      /** When it began, milliseconds. */
      readonly since: number;
    }
  | { readonly at: 'drag' };

const rest: Phase = { at: 'rest' };

type Listener = (now: Phase) => void;

/** The one place that knows the phase; whoever waits for the rest is told when it comes. */
class Turns {
  private current: Phase = rest;
  private waiters: (() => void)[] = [];
  private readonly listeners: Listener[] = [];

  get phase(): Phase {
    return this.current;
  }

  get dragging(): boolean {
    return this.current.at === 'drag';
  }

  enter(phase: Phase): void {
    this.current = phase;
    for (const l of this.listeners) l(phase);
  }

  /** Back to rest; those that wait go on, the first of them first. */
  settle(): void {
    this.enter(rest);
    for (const go of this.waiters.splice(0)) go();
  }

  /** Resolves once no drag is under way, its last answer from the studio taken in. */
  async idle(): Promise<void> {
    while (this.dragging) await new Promise<void>((resolve) => this.waiters.push(resolve));
  }

  onChange(listener: Listener): void {
    this.listeners.push(listener);
  }
}

export const turns = new Turns();

import { applyPatch, type Design } from '@/core';
import type { Gesture } from '@/core/edit';
import { reportDefect } from '../state/defects';
import { beginDrag, endDrag, pushDesign } from '../state/history';
import { get, say, set } from '../state/store';
import { choice, showFrame, studioEngine } from '../state/studio';
import { roundingHere } from './view';

/**
 * One drag: sends its moves to the studio one at a time, always the latest, shows what comes back,
 * and keeps the whole as one change in the end. However it fails, it ends: then nothing of it is kept.
 */
export class Drag {
  private before: Design | null = null;
  private start: Design | null = null;
  private readonly ready: Promise<void>;
  private latest: { gesture: Gesture; free: boolean } | null = null;
  private sent: { gesture: Gesture; free: boolean } | null = null;
  /** Numbers typed during the drag. */
  exact: readonly number[] | null = null;
  private working: Promise<void> | null = null;
  private last: Design | null = null;
  /** What is to be said of it once it is done. */
  private said = '';
  private ended = false;
  private failed = false;

  constructor(
    private readonly label: string,
    /** The design the gesture works on, where a first step (a copy) has already changed it. */
    start?: Design,
  ) {
    // A drag that has just ended is taken in first.
    this.ready = beginDrag().then((before) => {
      this.before = before;
      this.start = start ?? before;
      return pushDesign();
    });
  }

  move(gesture: Gesture, free = false): void {
    if (this.ended || this.failed) return;
    this.sent = { gesture, free };
    this.latest = this.sent;
    this.working ??= this.work()
      .catch((e: unknown) => this.fail(e))
      .finally(() => {
        this.working = null;
      });
  }

  /** Takes typed numbers for the drag at hand, or lets the pointer lead again. */
  setExact(numbers: readonly number[] | null): void {
    this.exact = numbers;
    if (this.sent) this.move(this.sent.gesture, this.sent.free);
  }

  private fail(e: unknown): void {
    this.failed = true;
    this.latest = null;
    reportDefect(e);
    set({ hits: [], readout: '', unbent: '' });
  }

  private async work(): Promise<void> {
    await this.ready;
    while (this.latest) {
      const { gesture, free } = this.latest;
      this.latest = null;
      const { snapping, snapReach, view } = get();
      const reach = snapping && !free ? snapReach / view.zoom : 0;
      const grain = free ? {} : { grain: roundingHere() };
      const meant = { ...gesture, ...grain, ...(this.exact ? { exact: this.exact } : {}) };
      const asked = performance.now();
      studioEngine().board.stir();
      const a = await studioEngine().studio.gesture(meant, reach, choice());
      if (!this.start) return;
      this.last = applyPatch(this.start, a.patch);
      set({ design: this.last, hits: a.hits, readout: a.readout, unbent: a.unbent });
      this.said = a.said ?? '';
      showFrame(a, true, asked);
      if (this.latest) await new Promise(requestAnimationFrame);
    }
  }

  /** Ends the drag; what was made is kept unless `keep` is false. */
  async end(keep = true): Promise<void> {
    this.ended = true;
    await this.ready;
    const { before, start } = this;
    if (!before || !start) return;
    let made: Design | null = null;
    let studioAt: Design | null = null;
    try {
      await this.working;
      set({ hits: [], readout: '', unbent: '' });
      const wanted = keep && !this.failed;
      const next = this.last ?? start;
      showFrame(await studioEngine().studio.endGesture(wanted, choice()), false);
      made = wanted ? next : null;
      if (made && this.said) say(this.said);
      studioAt = this.failed ? null : wanted ? next : start;
    } catch (e) {
      this.fail(e);
    } finally {
      endDrag(this.label, before, made, studioAt);
    }
    await pushDesign();
  }
}

import { applyPatch, type Design } from '@/core';
import type { Gesture } from '@/core/edit';
import { commit } from '../state/actions';
import { get, set } from '../state/store';
import { choice, showFrame, studioEngine } from '../state/studio';

/** How near snaps pull, CSS pixels. */
const pull = 7;

/**
 * One drag: sends its moves to the studio one at a time, always the latest, shows what comes back,
 * and keeps the whole as one change in the end.
 */
export class Drag {
  private readonly before: Design;
  private start: Design;
  private latest: { gesture: Gesture; free: boolean } | null = null;
  private working: Promise<void> | null = null;
  private last: Design | null = null;
  private ended = false;

  constructor(
    private readonly label: string,
    /** The design the gesture works on, where a first step (a copy) has already changed it. */
    start?: Design,
  ) {
    this.before = get().design as Design;
    this.start = start ?? this.before;
  }

  move(gesture: Gesture, free = false): void {
    if (this.ended) return;
    this.latest = { gesture, free };
    this.working ??= this.work();
  }

  private async work(): Promise<void> {
    while (this.latest) {
      const { gesture, free } = this.latest;
      this.latest = null;
      const { snapping, view } = get();
      const reach = snapping && !free ? pull / view.zoom : 0;
      const a = await studioEngine().studio.gesture(gesture, reach, choice());
      this.last = applyPatch(this.start, a.patch);
      set({ design: this.last, hits: a.hits, readout: a.readout });
      showFrame(a, true);
      if (this.latest) await new Promise(requestAnimationFrame);
    }
    this.working = null;
  }

  /** Ends the drag; what was made is kept unless `keep` is false. */
  async end(keep = true): Promise<void> {
    this.ended = true;
    await this.working;
    set({ hits: [], readout: '' });
    const next = this.last ?? this.start;
    set({ design: this.before });
    if (keep) {
      showFrame(await studioEngine().studio.endGesture(true, choice()), false);
      commit(this.label, next, true);
    } else showFrame(await studioEngine().studio.endGesture(false, choice()), false);
  }
}

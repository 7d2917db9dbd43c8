import { type Design, diffJson } from '@/core';
import { reportDefect, StudioGone } from './defects';
import { turns } from './phase';
import { get } from './store';
import { choice, hasEngine, showFrame, studioEngine } from './studio';

/** What the studio was last told of; null where it has to be given the whole design. */
let pushed: Design | null = null;
let pushing: Promise<void> | null = null;
/** Whether the studio is busy taking up another design: nothing of this one is brought to it any more. */
let loading = false;

/** Says that the studio has this design already. */
export function studioHas(design: Design | null): void {
  pushed = design;
  loading = false;
}

/** Says that the studio takes up another design, until it has one. */
export function studioLoads(): void {
  loading = true;
}

async function bringUp(next: Design): Promise<void> {
  const { studio } = studioEngine();
  const live = turns.phase.at === 'live';
  if (!pushed) {
    pushed = next;
    showFrame(await studio.put(next, get().sheetId, choice()), live);
    return;
  }
  const patch = diffJson(pushed, next);
  pushed = next;
  if (!patch.length) return;
  const asked = performance.now();
  if (live) studioEngine().board.stir();
  showFrame(await studio.change(patch, choice()), live, asked);
}

async function pushOn(): Promise<void> {
  for (let failed = 0; hasEngine(); ) {
    const { design } = get();
    if (!design || pushed === design || loading) return;
    try {
      await bringUp(design);
      failed = 0;
    } catch (e) {
      // It may have taken half of it: it is given the whole, once.
      pushed = null;
      if (e instanceof StudioGone) return;
      reportDefect(e);
      if (++failed > 1) {
        pushed = design;
        return;
      }
    }
  }
}

/** Brings the studio up to the design shown here; changes that follow each other fast go together. */
export function pushDesign(): Promise<void> {
  pushing ??= pushOn().finally(() => {
    pushing = null;
    // A change may have come just as the last answer did.
    if (!turns.dragging && hasEngine() && pushed && pushed !== get().design && !loading) void pushDesign();
  });
  return pushing;
}

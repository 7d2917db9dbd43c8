import { say, useEditor } from '../state/store';
import { hasEngine, studioEngine } from '../state/studio';

/** Milliseconds without a change after which small pictures are drawn. */
const rest = 160;

let changed = 0;
useEditor.subscribe((s, before) => {
  if (s.version !== before.version) changed = performance.now();
});

/** Resolves once the sheet is drawn and nothing has changed for a while: what is done on it comes first. */
async function atRest(): Promise<void> {
  while (hasEngine()) {
    await studioEngine().board.settled();
    const left = changed + rest - performance.now();
    if (left <= 0) return;
    await new Promise((r) => setTimeout(r, left));
  }
}

let last: Promise<void> = Promise.resolve();

/** Draws small pictures one after the other, so that a change never waits for more than one of them. */
export function drawInTurn(draw: () => Promise<void>): void {
  last = last
    .then(atRest)
    .then(draw)
    .catch((e: unknown) => say((e as Error).message));
}

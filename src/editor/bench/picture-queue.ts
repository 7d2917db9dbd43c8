import { say, useEditor } from '../state/store';
import { type Engine, studioEngine } from '../state/studio';

/** Milliseconds without a change after which small pictures are drawn. */
const rest = 160;

let changed = 0;
useEditor.subscribe((s, before) => {
  if (s.version !== before.version || s.design !== before.design) changed = performance.now();
});

/** Resolves once the sheet is drawn and nothing has changed for a while: what is done on it comes first. */
async function atRest({ board }: Engine): Promise<void> {
  for (let left = 1; left > 0; ) {
    await board.settled();
    left = changed + rest - performance.now();
    if (left > 0) await new Promise((r) => setTimeout(r, left));
  }
}

/** The last picture in line, engine by engine: one that was closed answers no more. */
const lines = new WeakMap<Engine, Promise<void>>();

/** Draws small pictures one after the other, so that a change never waits for more than one of them. */
export function drawInTurn(draw: () => Promise<void>): void {
  const engine = studioEngine();
  const last = lines.get(engine) ?? Promise.resolve();
  const next = last
    .then(() => atRest(engine))
    .then(draw)
    .catch((e: unknown) => say((e as Error).message));
  lines.set(engine, next);
}

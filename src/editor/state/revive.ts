import { reportDefect } from './defects';
import { undo } from './history';
import { studioHas } from './push-design';
import { get, say, set } from './store';
import { choice, hasEngine, onEngineEnd, showFrame, startEngine, studioEngine } from './studio';

/** Milliseconds within which workers that end again and again are not started again by themselves. */
const spell = 60_000;
const attempts = 3;

const ends: number[] = [];

/** Starts the workers with the design as it is. */
export async function restartEngine(): Promise<void> {
  if (hasEngine()) studioEngine().close();
  const { design, sheetId } = get();
  if (!design) return;
  startEngine();
  const { studio, board } = studioEngine();
  board.onFailure = say;
  studioHas(design);
  showFrame(await studio.put(design, sheetId, choice()), false);
}

/** Puts an end to work that takes too long: the last change, which asked for it, is taken back. */
export function stopWork(): void {
  if (hasEngine()) studioEngine().close();
  set({ work: 'none' });
  // With the studio gone nothing is brought to it until it is there again.
  undo();
  restartEngine().catch(reportDefect);
}

onEngineEnd(() => {
  const now = performance.now();
  ends.push(now);
  if (ends.filter((t) => now - t < spell).length > attempts) {
    set({ work: 'ended' });
    return;
  }
  say('The drawing program ended and was started again. Nothing was lost.');
  restartEngine().catch(reportDefect);
});

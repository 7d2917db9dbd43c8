import { type CoatRef, parentOf, tileIdOf } from '@/core/edit';
import { fitArea } from '../sheet/view';
import { choose, layDown } from './actions';
import { inTurn, openedDesign, pushDesign } from './history';
import { get, say, set } from './store';
import { choice, showFrame, studioEngine } from './studio';

/** Works on the tile of a pattern where it stands, its neighbours following. */
export const workOnTile = (ref: CoatRef): Promise<void> =>
  inTurn(async () => {
    const design = openedDesign();
    const tile = tileIdOf(design, ref);
    if (!tile) {
      say('Choose the part that the pattern repeats first.');
      return;
    }
    await pushDesign();
    const group = design.parts[tile].children.length > 0;
    layDown();
    set({ tileWork: ref, scope: group ? tile : parentOf(design, tile), chosen: [], card: null });
    showFrame(await studioEngine().studio.workOnTile(ref, choice()), true);
    const { cell } = get();
    if (!cell) {
      set({ scope: null });
      say('There is nothing of the tile to be seen.');
      return;
    }
    const xs = cell.map((p) => p.x);
    const ys = cell.map((p) => p.y);
    const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
    fitArea({ x0: 2 * x0 - x1, y0: 2 * y0 - y1, x1: 2 * x1 - x0, y1: 2 * y1 - y0 });
    choose(group ? [] : [tile]);
  });

/** Shows the whole sheet again, the pattern chosen. */
export const endTileWork = (): Promise<void> =>
  inTurn(async () => {
    const { tileWork, design } = get();
    if (!tileWork) return;
    await pushDesign();
    const there = design?.parts[tileWork.id];
    set({ tileWork: null, scope: there && design ? parentOf(design, tileWork.id) : null });
    showFrame(await studioEngine().studio.workOnTile(null, choice()), true);
    if (there) choose([tileWork.id], { list: 'coats', id: tileWork.coat });
  });

/** A step out while a tile is worked on: what is chosen in it is let go, then the tile; says whether it was taken. */
export function stepOutOfTile(): boolean {
  const { tileWork, design, scope, chosen, tool } = get();
  if (!tileWork || !design || !tool.rests) return false;
  const tile = tileIdOf(design, tileWork);
  const outermost = scope === tile || (tile !== null && scope === parentOf(design, tile));
  if (!outermost) return false;
  if (chosen.length) choose([]);
  else void endTileWork();
  return true;
}

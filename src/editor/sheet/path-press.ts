import type { Point } from '@/core';
import { alongEighth, type DraftNode, draftFrom, draftText, drawnPath, redrawnPath } from '@/core/edit';
import { partNameFor } from '../fields/words';
import { choose, takeTool } from '../state/actions';
import { commit } from '../state/history';
import { get, set } from '../state/store';
import { setPointer } from './pointer-state';
import { type Press, surface } from './surface';

let nodes: readonly DraftNode[] = [];
/** The open path that is drawn on from an end, or null for a new one. */
let goesOn: { readonly id: string; readonly contour: number; readonly from: number } | null = null;

function show(extra?: DraftNode): void {
  const list = extra ? [...nodes, extra] : nodes;
  setPointer({ draft: list.length ? { points: nodes, d: draftText(list, false) } : null });
}

function drop(): void {
  nodes = [];
  goesOn = null;
  setPointer({ draft: null });
  surface.drafting = null;
}

function finish(closed: boolean): void {
  const list = nodes;
  const old = goesOn;
  drop();
  const { design, sheetId } = get();
  if (!design || list.length < 2) return;
  if (old) {
    if (closed || list.length > old.from)
      commit('Draw on', redrawnPath(design, old.id, old.contour, list, closed));
    takeTool('pick');
    return;
  }
  const { design: next, chosen } = drawnPath(design, sheetId, list, closed, partNameFor('path'));
  commit('Draw path', next);
  set({ scope: null, tool: 'pick' });
  choose(chosen);
}

/** The path as it would go on to the pointer. */
export function trackDraft(e: Press): void {
  if (nodes.length) show({ ...surface.onSheet(surface.inView(e)), out: null });
}

/** Goes on with the chosen open path where a press meets one of its ends. */
function beginFromEnd(at: Point): boolean {
  const { design, chosen, view } = get();
  if (!design || chosen.length !== 1) return false;
  const found = draftFrom(design, chosen[0], at, 8 / view.zoom);
  if (!found) return false;
  nodes = found.nodes;
  goesOn = { id: chosen[0], contour: found.contour, from: nodes.length };
  surface.drafting = { finish: () => finish(false), cancel: drop };
  show();
  return true;
}

/** Sets a node of the path being drawn; a drag bends it, a press on the first node closes it. */
export function pressPathNode(e: Press): void {
  const from = surface.inView(e);
  let at = surface.onSheet(from);
  const [first] = nodes;
  if (!first && beginFromEnd(at)) return;
  const { view } = get();
  if (first && nodes.length > 1 && Math.hypot(first.x - at.x, first.y - at.y) * view.zoom < 8) {
    finish(true);
    return;
  }
  const before = nodes.at(-1);
  if (e.shiftKey && before) {
    const [dx, dy] = alongEighth(at.x - before.x, at.y - before.y);
    at = { x: before.x + dx, y: before.y + dy };
  }
  if (before && Math.hypot(before.x - at.x, before.y - at.y) * view.zoom < 3) {
    finish(false);
    return;
  }
  nodes = [...nodes, { ...at, out: null }];
  surface.drafting = { finish: () => finish(false), cancel: drop };
  surface.hold(e, {
    move(_, p) {
      if (Math.hypot(p.x - from.x, p.y - from.y) < 3) return;
      nodes = [...nodes.slice(0, -1), { ...at, out: surface.onSheet(p) }];
      show();
    },
    up() {},
  });
  show();
}

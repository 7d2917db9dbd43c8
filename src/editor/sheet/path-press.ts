import { alongEighth, type DraftNode, draftText, drawnPath } from '@/core/edit';
import { partNameFor } from '../fields/words';
import { choose } from '../state/actions';
import { commit } from '../state/history';
import { get, set } from '../state/store';
import { setPointer } from './pointer-state';
import { type Press, surface } from './surface';

let nodes: readonly DraftNode[] = [];

function show(extra?: DraftNode): void {
  const list = extra ? [...nodes, extra] : nodes;
  setPointer({ draft: list.length ? { points: nodes, d: draftText(list, false) } : null });
}

function drop(): void {
  nodes = [];
  setPointer({ draft: null });
  surface.drafting = null;
}

function finish(closed: boolean): void {
  const list = nodes;
  drop();
  const { design, sheetId } = get();
  if (!design || list.length < 2) return;
  const { design: next, chosen } = drawnPath(design, sheetId, list, closed, partNameFor('path'));
  commit('Draw path', next);
  set({ scope: null, tool: 'pick' });
  choose(chosen);
}

/** The path as it would go on to the pointer. */
export function trackDraft(e: Press): void {
  if (nodes.length) show({ ...surface.onSheet(surface.inView(e)), out: null });
}

/** Sets a node of the path being drawn; a drag bends it, a press on the first node closes it. */
export function pressPathNode(e: Press): void {
  const from = surface.inView(e);
  let at = surface.onSheet(from);
  const [first] = nodes;
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

import { makeCoat, makePart, makeSource } from '@/core';
import { childrenOf, freeName, withChildren, withPart } from '@/core/edit';
import { choose } from '../state/actions';
import { commit } from '../state/history';
import { get, set } from '../state/store';
import { contourNumbers, type DraftNode, draftText } from './draft';
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
  const xs = list.map((n) => n.x);
  const ys = list.map((n) => n.y);
  const cx = (Math.min(...xs) + Math.max(...xs)) / 2;
  const cy = (Math.min(...ys) + Math.max(...ys)) / 2;
  const xy = contourNumbers(list, closed).map((v, i) => v - (i % 2 ? cy : cx));
  const part = makePart(makeSource('path', { contours: [{ xy, closed }] }), {
    name: freeName(design, 'Path'),
    coats: [closed ? makeCoat('fill', { paint: { kind: 'solid', colour: '#9a6b1f' } }) : makeCoat('stroke')],
    place: { x: cx, y: cy, turn: 0, skew: 0, scaleX: 1, scaleY: 1 },
  });
  const ids = childrenOf(design, sheetId, null);
  commit('Draw path', withChildren(withPart(design, part), sheetId, null, [...ids, part.id]));
  set({ scope: null, tool: 'pick' });
  choose([part.id]);
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
    const a = Math.round(Math.atan2(at.y - before.y, at.x - before.x) / (Math.PI / 4)) * (Math.PI / 4);
    const l = Math.hypot(at.x - before.x, at.y - before.y);
    at = { x: before.x + l * Math.cos(a), y: before.y + l * Math.sin(a) };
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

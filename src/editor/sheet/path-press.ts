import type { Point } from '@/core';
import { newPartName } from '@/core';
import {
  alongAxes,
  axesOf,
  type DraftNode,
  draftFrom,
  draftText,
  drawnPath,
  redrawnPath,
  type SnapHit,
  sheetOf,
} from '@/core/edit';
import { choose, layDown } from '../state/actions';
import { commit } from '../state/history';
import { pickInHand } from '../state/in-hand';
import { get, set } from '../state/store';
import { studioEngine } from '../state/studio';
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
    layDown();
    return;
  }
  const { design: next, chosen } = drawnPath(design, sheetId, list, closed, newPartName('path'));
  commit('Draw path', next);
  set({ scope: null, tool: pickInHand });
  choose(chosen);
}

/** Where the pointer means to set a node: kept to the axes by Shift, drawn to what is near unless Ctrl is held. */
async function meant(e: Press): Promise<{ readonly p: Point; readonly hits: readonly SnapHit[] }> {
  const at = surface.onSheet(surface.inView(e));
  const { snapping, snapReach, view, design, sheetId } = get();
  const before = nodes.at(-1);
  const straight = e.shiftKey && before;
  let goal = at;
  if (straight && design) {
    const [dx, dy] = alongAxes(at.x - before.x, at.y - before.y, axesOf(sheetOf(design, sheetId)));
    goal = { x: before.x + dx, y: before.y + dy };
  }
  const reach = snapping && !(e.ctrlKey || e.metaKey) ? snapReach / view.zoom : 0;
  return studioEngine().studio.snap(goal, straight ? before : null, reach);
}

/** The path as it would go on to the pointer, and what its next node would snap to. */
export function trackDraft(e: Press): void {
  void meant(e).then(({ p, hits }) => {
    if (surface.active || !surface.drafting) return;
    set({ hits });
    if (nodes.length) show({ ...p, out: null });
  });
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

/** Takes a place as the next node; a press on the first closes the path, one on the last ends it. */
function setNode(at: Point): boolean {
  const { view } = get();
  const near = (n: Point | undefined, pixels: number) =>
    n !== undefined && Math.hypot(n.x - at.x, n.y - at.y) * view.zoom < pixels;
  if (nodes.length > 1 && near(nodes[0], 8)) finish(true);
  else if (near(nodes.at(-1), 3)) finish(false);
  else {
    nodes = [...nodes, { ...at, out: null }];
    surface.drafting = { finish: () => finish(false), cancel: drop };
    show();
    return true;
  }
  return false;
}

/** Sets a node of the path being drawn; a drag bends it, a press on the first node closes it. */
export function pressPathNode(e: Press): void {
  const from = surface.inView(e);
  if (!nodes.length && beginFromEnd(surface.onSheet(from))) return;
  let bend: Point | null = null;
  let placed = false;
  const bendIt = () => {
    const node = nodes.at(-1);
    if (!placed || !bend || !node) return;
    nodes = [...nodes.slice(0, -1), { ...node, out: bend }];
    show();
  };
  void meant(e).then(({ p }) => {
    set({ hits: [] });
    placed = setNode(p);
    bendIt();
  });
  surface.hold(e, {
    move(_, p) {
      if (!bend && Math.hypot(p.x - from.x, p.y - from.y) < 3) return;
      bend = surface.onSheet(p);
      bendIt();
    },
    up() {},
  });
}

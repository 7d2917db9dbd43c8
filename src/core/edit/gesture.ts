import { shareOf } from '../coat';
import type { Gradient } from '../coat/types';
import { makeCoat, makePart, makeSource } from '../document/create';
import { type Design, holdsParts, type Part } from '../document/types';
import { finishes } from '../finish';
import { applyTo, invert, placeMatrix } from '../geometry/matrix';
import type { Bounds } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { evaluatePart } from '../scene/evaluate';
import { primitives } from '../source';
import { steps } from '../step';
import { jointBounds, ownBox } from './pick';
import { anchorOf } from './place';
import { nodesOf, nodeTargets, type SnapHit, snapAxis, snapNodes, snapTargets } from './snap';
import { moveParts, normalTurn, scaleOwn, scaleParts, turnParts } from './transform';
import { childrenOf, frameOf, parentOf, withChildren, withPart, worldOf } from './tree';

/** Which card of a part a handle belongs to. */
export type CardRef =
  | { readonly list: 'source' }
  | { readonly list: 'steps' | 'coats' | 'finishes'; readonly id: string };

/** One drag on the sheet; points in sheet units. Every call starts again from the design it began with. */
export type Gesture =
  | {
      readonly type: 'move';
      readonly ids: readonly string[];
      readonly dx: number;
      readonly dy: number;
      readonly straight: boolean;
    }
  | {
      readonly type: 'scale';
      readonly ids: readonly string[];
      readonly side: readonly [number, number];
      readonly to: Point;
      readonly keepShape: boolean;
      readonly fromCentre: boolean;
    }
  | {
      readonly type: 'turn';
      readonly ids: readonly string[];
      readonly from: Point;
      readonly to: Point;
      readonly straight: boolean;
    }
  | {
      readonly type: 'handle';
      readonly id: string;
      readonly card: CardRef;
      readonly handle: string;
      readonly to: Point;
    }
  | {
      readonly type: 'draw';
      readonly id: string;
      readonly kind: string;
      readonly name: string;
      readonly parent: string | null;
      readonly from: Point;
      readonly to: Point;
      readonly keepShape: boolean;
      readonly fromCentre: boolean;
    };

export interface GestureResult {
  readonly design: Design;
  readonly hits: readonly SnapHit[];
  /** What the drag comes to, to be shown beside the pointer. */
  readonly readout: string;
}

const round = (v: number, places = 2): string => String(Number(v.toFixed(places)));

/** Snaps of moved nodes onto nodes that stay. */
function movedNodeHits(
  design: Design,
  sheetId: string,
  ids: readonly string[],
  dx: number,
  dy: number,
  reach: number,
): SnapHit[] {
  const moved = ids.flatMap((id) => nodesOf(design, id)).slice(0, 200);
  const places = moved.map((p) => ({ x: p.x + dx, y: p.y + dy }));
  return snapNodes(nodeTargets(design, sheetId, parentOf(design, ids[0]), ids), places, reach / 2);
}

function move(
  design: Design,
  sheetId: string,
  g: Extract<Gesture, { type: 'move' }>,
  reach: number,
): GestureResult {
  let { dx, dy } = g;
  if (g.straight) {
    if (Math.abs(dx) > Math.abs(dy)) dy = 0;
    else dx = 0;
  }
  const hits: SnapHit[] = [];
  const b = jointBounds(design, g.ids);
  if (b && reach > 0 && g.ids.length) {
    const targets = snapTargets(design, sheetId, parentOf(design, g.ids[0]), g.ids);
    const places = (lo: number, hi: number, d: number) => [(lo + hi) / 2 + d, lo + d, hi + d];
    const hx =
      g.straight && dx === 0 ? null : snapAxis(design, sheetId, targets, 'x', places(b.x0, b.x1, dx), reach);
    const hy =
      g.straight && dy === 0 ? null : snapAxis(design, sheetId, targets, 'y', places(b.y0, b.y1, dy), reach);
    const nodes = g.straight || (hx && hy) ? [] : movedNodeHits(design, sheetId, g.ids, dx, dy, reach);
    if (nodes.length) {
      const [nx, ny] = nodes;
      return {
        design: moveParts(design, g.ids, dx + nx.shift, dy + ny.shift),
        hits: nodes,
        readout: `${round(dx + nx.shift)}, ${round(dy + ny.shift)}`,
      };
    }
    if (hx) dx += hx.shift;
    if (hy) dy += hy.shift;
    const moved = { x0: b.x0 + dx, x1: b.x1 + dx, y0: b.y0 + dy, y1: b.y1 + dy };
    if (hx) hits.push({ ...hx, from: Math.min(hx.from, moved.y0), to: Math.max(hx.to, moved.y1) });
    if (hy) hits.push({ ...hy, from: Math.min(hy.from, moved.x0), to: Math.max(hy.to, moved.x1) });
  }
  return { design: moveParts(design, g.ids, dx, dy), hits, readout: `${round(dx)}, ${round(dy)}` };
}

function snapPoint(
  design: Design,
  sheetId: string,
  parent: string | null,
  skip: readonly string[],
  p: Point,
  reach: number,
): { p: Point; hits: SnapHit[] } {
  if (!(reach > 0)) return { p, hits: [] };
  const node = snapNodes(nodeTargets(design, sheetId, parent, skip), [p], reach);
  if (node.length) return { p: { x: p.x + node[0].shift, y: p.y + node[1].shift }, hits: node };
  const targets = snapTargets(design, sheetId, parent, skip);
  const hx = snapAxis(design, sheetId, targets, 'x', [p.x], reach);
  const hy = snapAxis(design, sheetId, targets, 'y', [p.y], reach);
  const at = { x: p.x + (hx?.shift ?? 0), y: p.y + (hy?.shift ?? 0) };
  const stretch = (h: SnapHit, v: number) => ({ ...h, from: Math.min(h.from, v), to: Math.max(h.to, v) });
  return { p: at, hits: [...(hx ? [stretch(hx, at.y)] : []), ...(hy ? [stretch(hy, at.x)] : [])] };
}

function scale(
  design: Design,
  sheetId: string,
  g: Extract<Gesture, { type: 'scale' }>,
  reach: number,
): GestureResult {
  const one = g.ids.length === 1 ? ownBox(design, g.ids[0]) : null;
  const joint = one ? null : jointBounds(design, g.ids);
  const box = one?.bounds ?? joint;
  if (!box) return { design, hits: [], readout: '' };
  const snapped = snapPoint(design, sheetId, parentOf(design, g.ids[0]), g.ids, g.to, reach);
  const back = one ? invert(one.matrix) : null;
  const to = one && back ? applyTo(back, snapped.p) : snapped.p;
  const [ux, uy] = g.side;
  const centre = { x: (box.x0 + box.x1) / 2, y: (box.y0 + box.y1) / 2 };
  const about = g.fromCentre
    ? centre
    : { x: ux > 0 ? box.x0 : ux < 0 ? box.x1 : centre.x, y: uy > 0 ? box.y0 : uy < 0 ? box.y1 : centre.y };
  const grip = {
    x: ux > 0 ? box.x1 : ux < 0 ? box.x0 : centre.x,
    y: uy > 0 ? box.y1 : uy < 0 ? box.y0 : centre.y,
  };
  const factor = (t: number, a: number, k: number) => (Math.abs(k - a) < 1e-9 ? 1 : (t - a) / (k - a));
  let sx = ux ? factor(to.x, about.x, grip.x) : 1;
  let sy = uy ? factor(to.y, about.y, grip.y) : 1;
  if (g.keepShape) {
    const s = !ux ? sy : !uy ? sx : Math.abs(sx) > Math.abs(sy) ? sx : sy;
    sx = s;
    sy = s;
  }
  if (Math.abs(sx) < 1e-6) sx = 1e-6;
  if (Math.abs(sy) < 1e-6) sy = 1e-6;
  const next = one ? scaleOwn(design, g.ids[0], sx, sy, about) : scaleParts(design, g.ids, sx, sy, about);
  const w = (box.x1 - box.x0) * Math.abs(sx);
  const h = (box.y1 - box.y0) * Math.abs(sy);
  const [kx, ky] = one
    ? [Math.hypot(one.matrix[0], one.matrix[1]), Math.hypot(one.matrix[2], one.matrix[3])]
    : [1, 1];
  return { design: next, hits: snapped.hits, readout: `${round(w * kx)} × ${round(h * ky)}` };
}

function turn(design: Design, g: Extract<Gesture, { type: 'turn' }>): GestureResult {
  const b = jointBounds(design, g.ids);
  if (!b) return { design, hits: [], readout: '' };
  const one = g.ids.length === 1 ? design.parts[g.ids[0]] : null;
  // A single part turns about its own anchor, several about their common middle.
  const centre = one
    ? applyTo(worldOf(design, one.id), anchorOf(design, one))
    : { x: (b.x0 + b.x1) / 2, y: (b.y0 + b.y1) / 2 };
  const at = (p: Point) => (Math.atan2(p.y - centre.y, p.x - centre.x) * 180) / Math.PI;
  let angle = normalTurn(at(g.to) - at(g.from));
  if (g.straight) angle = Math.round(angle / 15) * 15;
  else angle = Math.round(angle * 10) / 10;
  return { design: turnParts(design, g.ids, angle, centre), hits: [], readout: `${round(angle, 1)}°` };
}

function dragHandle(
  design: Design,
  sheetId: string,
  g: Extract<Gesture, { type: 'handle' }>,
  reach: number,
): GestureResult {
  const part = design.parts[g.id];
  const world = worldOf(design, g.id);
  const back = invert(world);
  if (!part || !back) return { design, hits: [], readout: '' };
  const { p, hits } = snapPoint(design, sheetId, parentOf(design, g.id), [g.id], g.to, reach);
  const local = applyTo(back, p);
  const { card } = g;
  const done = (next: Part, readout: string): GestureResult => ({
    design: withPart(design, next),
    hits,
    readout,
  });
  const say = (params: object): string =>
    Object.entries(params)
      .filter(([, v]) => typeof v === 'number')
      .map(([, v]) => round(v as number))
      .join(', ');
  if (card.list === 'source') {
    if (holdsParts(part.source)) return { design, hits: [], readout: '' };
    const { kind, ...params } = part.source;
    const result = primitives[kind].drag?.(params, g.handle, local);
    if (!result) return { design, hits, readout: '' };
    return done(
      { ...part, source: { ...part.source, ...result.params } as Part['source'] },
      say(result.params),
    );
  }
  if (card.list === 'coats') {
    const bounds = evaluatePart(design, part).stages.at(-1);
    if (!bounds) return { design, hits, readout: '' };
    const share = shareOf(bounds, local);
    const coats = part.coats.map((c) =>
      c.id === card.id && c.paint.kind !== 'solid'
        ? { ...c, paint: dragGradient(c.paint, g.handle, share, bounds) }
        : c,
    );
    return done({ ...part, coats }, `${round(share.x * 100, 1)} %, ${round(share.y * 100, 1)} %`);
  }
  if (card.list === 'finishes') {
    const centre = applyTo(world, anchorOf(design, part));
    const at = { x: p.x - centre.x, y: p.y - centre.y };
    let readout = '';
    const list = part.finishes.map((c) => {
      if (c.id !== card.id) return c;
      const params = finishes[c.kind].drag?.(c.params, g.handle, at).params ?? {};
      readout = say(params);
      return { ...c, params: { ...c.params, ...params } };
    });
    return done({ ...part, finishes: list }, readout);
  }
  const i = part.steps.findIndex((c) => c.id === card.id);
  const step = part.steps[i];
  const bounds = step && evaluatePart(design, part).stages[i];
  if (!bounds) return { design, hits, readout: '' };
  const result = steps[step.kind].drag?.(step.params, g.handle, local, { bounds });
  if (!result) return { design, hits, readout: '' };
  const list = part.steps.map((c) =>
    c.id === card.id ? { ...c, params: { ...c.params, ...result.params } } : c,
  );
  let { place } = part;
  if (result.shift) {
    const m = placeMatrix(place);
    const { x, y } = result.shift;
    place = { ...place, x: place.x + m[0] * x + m[2] * y, y: place.y + m[1] * x + m[3] * y };
  }
  return done({ ...part, steps: list, place }, say(result.params));
}

/** A gradient's end or stop dragged to a place on the part's bounds. */
export function dragGradient(paint: Gradient, handle: string, to: Point, bounds: Bounds): Gradient {
  if (handle === 'start') {
    if (paint.kind === 'linear') return { ...paint, x1: to.x, y1: to.y };
    // The circle travels with its centre.
    return { ...paint, x1: to.x, y1: to.y, x2: paint.x2 + to.x - paint.x1, y2: paint.y2 + to.y - paint.y1 };
  }
  if (handle === 'end') return { ...paint, x2: to.x, y2: to.y };
  const [w, h] = [bounds.x1 - bounds.x0, bounds.y1 - bounds.y0];
  const dx = (paint.x2 - paint.x1) * w;
  const dy = (paint.y2 - paint.y1) * h;
  const l = dx * dx + dy * dy;
  const at = l > 0 ? ((to.x - paint.x1) * w * dx + (to.y - paint.y1) * h * dy) / l : 0;
  const index = Number(handle.replace('stop-', ''));
  return {
    ...paint,
    stops: paint.stops.map((s, i) => (i === index ? { ...s, at: Math.min(1, Math.max(0, at)) } : s)),
  };
}

function draw(
  design: Design,
  sheetId: string,
  g: Extract<Gesture, { type: 'draw' }>,
  reach: number,
): GestureResult {
  const start = snapPoint(design, sheetId, g.parent, [], g.from, reach);
  const end = snapPoint(design, sheetId, g.parent, [], g.to, reach);
  const back = invert(frameOf(design, g.parent));
  if (!back) return { design, hits: [], readout: '' };
  const p = applyTo(back, start.p);
  const q = applyTo(back, end.p);
  let dx = q.x - p.x;
  let dy = q.y - p.y;
  const definition = primitives[g.kind];
  let part: Part;
  let readout: string;
  if (!definition.fit) {
    if (g.keepShape) {
      const a = Math.round(Math.atan2(dy, dx) / (Math.PI / 4)) * (Math.PI / 4);
      const l = Math.hypot(dx, dy);
      dx = Math.abs(Math.cos(a)) < 1e-9 ? 0 : l * Math.cos(a);
      dy = Math.abs(Math.sin(a)) < 1e-9 ? 0 : l * Math.sin(a);
    }
    const source = makeSource('line', { x1: -dx / 2, y1: -dy / 2, x2: dx / 2, y2: dy / 2 });
    part = makePart(source, {
      coats: [makeCoat('stroke')],
      place: { x: p.x + dx / 2, y: p.y + dy / 2, turn: 0, skew: 0, scaleX: 1, scaleY: 1 },
    });
    readout = `${round(Math.hypot(dx, dy))}`;
  } else {
    if (g.keepShape || g.kind === 'polygon' || g.kind === 'star') {
      const side = Math.max(Math.abs(dx), Math.abs(dy));
      dx = side * (dx < 0 ? -1 : 1);
      dy = side * (dy < 0 ? -1 : 1);
    }
    const w = Math.abs(dx) * (g.fromCentre ? 2 : 1);
    const h = Math.abs(dy) * (g.fromCentre ? 2 : 1);
    const params = definition.fit(definition.defaults, w, h);
    const centre = g.fromCentre ? p : { x: p.x + dx / 2, y: p.y + dy / 2 };
    part = makePart(makeSource(g.kind as 'ellipse', params), {
      coats: [makeCoat('fill', { paint: { kind: 'solid', colour: '#9a6b1f' } })],
      place: { ...centre, turn: 0, skew: 0, scaleX: 1, scaleY: 1 },
    });
    readout = `${round(w)} × ${round(h)}`;
  }
  const kept = design.parts[g.id];
  part = { ...part, id: g.id, name: g.name, coats: kept?.coats ?? part.coats };
  const ids = childrenOf(design, sheetId, g.parent);
  return {
    design: withChildren(withPart(design, part), sheetId, g.parent, [...ids, g.id]),
    hits: end.hits,
    readout,
  };
}

/** Works a gesture out from the design it began with. `reach` is how near snaps pull, sheet units; 0 suspends them. */
export function applyGesture(design: Design, sheetId: string, g: Gesture, reach: number): GestureResult {
  switch (g.type) {
    case 'move':
      return move(design, sheetId, g, reach);
    case 'scale':
      return scale(design, sheetId, g, reach);
    case 'turn':
      return turn(design, g);
    case 'handle':
      return dragHandle(design, sheetId, g, reach);
    case 'draw':
      return draw(design, sheetId, g, reach);
  }
}

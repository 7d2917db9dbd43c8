import { makeStep } from '../../document/create';
import type { Design } from '../../document/types';
import { type Cubic, cubicPoint, isLine, lineCubic, nearestOnCubic, splitCubic } from '../../geometry/cubic';
import { applyTo, invert, multiply } from '../../geometry/matrix';
import { segmentAt, segmentCount } from '../../geometry/path';
import type { Point } from '../../geometry/vector';
import { removeParts } from '../arrange-parts';
import type { Edited } from '../edited';
import { familyOf, withPart, worldOf } from '../tree';
import { contoursOf, saidOfPaths } from './carried';
import {
  at,
  fromNodes,
  hasHandle,
  movedNode,
  type NodeList,
  type PathNode,
  shapedNode,
  toNodes,
} from './nodes';
import { changeLists, changeNodes, grouped, localShift, type PointRef, placeOf, withContours } from './refs';

/** What is done with chosen points. */
export type PointChange =
  | { readonly do: 'sharp' | 'smooth' | 'even' | 'straight' | 'curve' }
  | { readonly do: 'remove' | 'break' | 'join' | 'close' | 'reverse' }
  /** Moves all so that their middle, or the single one, stands there on the sheet. */
  | { readonly do: 'put'; readonly x?: number; readonly y?: number }
  | { readonly do: 'shift'; readonly dx: number; readonly dy: number }
  | { readonly do: 'align' | 'space'; readonly axis: 'x' | 'y' }
  /** Rounds the corners by a radius of their own, which stays live. */
  | { readonly do: 'round'; readonly radius: number };

/** Moves nodes with their handles by a shift on the sheet. */
export function shiftPoints(design: Design, refs: readonly PointRef[], dx: number, dy: number): Design {
  return changeNodes(design, refs, (n, _, __, part) => {
    const d = localShift(design, part, dx, dy);
    return movedNode(n, d.x, d.y);
  });
}

/** Moves each node to its own place on the sheet. */
function placePoints(design: Design, goals: ReadonlyMap<PointRef, Point>): Design {
  let out = design;
  for (const [ref, to] of goals) {
    const now = placeOf(out, ref);
    if (now) out = shiftPoints(out, [ref], to.x - now.x, to.y - now.y);
  }
  return out;
}

function aligned(design: Design, refs: readonly PointRef[], axis: 'x' | 'y'): Design {
  const places = refs.map((r) => placeOf(design, r)).filter((p) => p !== null);
  if (places.length < 2) return design;
  const values = places.map((p) => p[axis]);
  const middle = (Math.min(...values) + Math.max(...values)) / 2;
  return placePoints(
    design,
    new Map(refs.map((r) => [r, { ...(placeOf(design, r) as Point), [axis]: middle }])),
  );
}

function spaced(design: Design, refs: readonly PointRef[], axis: 'x' | 'y'): Design {
  const sorted = refs
    .map((ref) => ({ ref, p: placeOf(design, ref) as Point }))
    .sort((a, b) => a.p[axis] - b.p[axis]);
  const [first, last] = [sorted[0], sorted[sorted.length - 1]];
  const gap = (last.p[axis] - first.p[axis]) / (sorted.length - 1);
  return placePoints(
    design,
    new Map(sorted.map(({ ref, p }, i) => [ref, { ...p, [axis]: first.p[axis] + gap * i }])),
  );
}

/** Makes the segments between chosen neighbours straight, or gives straight ones handles at the thirds. */
function bent(list: NodeList, chosen: ReadonlySet<number>, straight: boolean): NodeList {
  const nodes = list.nodes.map((n) => ({ ...n }));
  const n = nodes.length;
  for (let i = 0; i < (list.closed ? n : n - 1); i++) {
    const j = (i + 1) % n;
    if (!chosen.has(i) || !chosen.has(j)) continue;
    const [a, b] = [nodes[i], nodes[j]];
    const third = (p: Point, q: Point): Point => ({ x: p.x + (q.x - p.x) / 3, y: p.y + (q.y - p.y) / 3 });
    if (straight) {
      nodes[i] = { ...a, out: at(a) };
      nodes[j] = { ...nodes[j], in: at(b) };
    } else if (!hasHandle(a, 'out') && !hasHandle(b, 'in')) {
      nodes[i] = { ...a, out: third(a, b) };
      nodes[j] = { ...nodes[j], in: third(b, a) };
    }
  }
  return { ...list, nodes };
}

/** Opens a contour at its chosen nodes: a closed one becomes open, an open one falls into pieces. */
function broken(list: NodeList, chosen: ReadonlySet<number>): NodeList[] {
  const cuts = [...chosen].sort((a, b) => a - b);
  let nodes = list.nodes;
  let inner = cuts;
  if (list.closed) {
    const [first] = cuts;
    nodes = [...nodes.slice(first), ...nodes.slice(0, first), nodes[first]];
    inner = cuts.slice(1).map((c) => c - first);
  }
  const bounds = [0, ...inner.filter((c) => c > 0 && c < nodes.length - 1), nodes.length - 1];
  return bounds.slice(1).map((end, k) => ({
    closed: false,
    nodes: nodes.slice(bounds[k], end + 1).map((n, i, all) => ({
      ...n,
      in: i === 0 ? at(n) : n.in,
      out: i === all.length - 1 ? at(n) : n.out,
    })),
  }));
}

const turnedRound = ({ nodes, closed }: NodeList): NodeList => ({
  closed,
  nodes: nodes.toReversed().map((n) => ({ ...n, in: n.out, out: n.in })),
});

/** How near two ends must lie to become one node, in shares of the drawn size. */
const oneNode = 1e-6;

/** Joins two open contours at an end each: ends that meet become one node, others a straight segment. */
function joinedLists(a: NodeList, b: NodeList): NodeList {
  const [p, q] = [a.nodes[a.nodes.length - 1], b.nodes[0]];
  const size = Math.max(1, ...[...a.nodes, ...b.nodes].map((n) => Math.abs(n.x) + Math.abs(n.y)));
  if (Math.hypot(p.x - q.x, p.y - q.y) > oneNode * size)
    return { closed: false, nodes: [...a.nodes, ...b.nodes] };
  return { closed: false, nodes: [...a.nodes.slice(0, -1), { ...q, in: p.in }, ...b.nodes.slice(1)] };
}

/** A closed contour; ends on one spot become one node. */
function closedList(list: NodeList): NodeList {
  const { nodes } = list;
  if (list.closed || nodes.length < 2) return list;
  const [first, last] = [nodes[0], nodes[nodes.length - 1]];
  const size = Math.max(1, ...nodes.map((n) => Math.abs(n.x) + Math.abs(n.y)));
  if (Math.hypot(first.x - last.x, first.y - last.y) > oneNode * size) return { closed: true, nodes };
  return { closed: true, nodes: [{ ...first, in: last.in }, ...nodes.slice(1, -1)] };
}

/** Joins two chosen ends, of one part or of two; the second part's path goes into the first. */
function joined(design: Design, refs: readonly PointRef[]): Design {
  const ends = refs.filter((r) => {
    const c = contoursOf(design.parts[r.part])?.[r.contour];
    return c && !c.closed && (r.node === 0 || r.node === toNodes(c).nodes.length - 1);
  });
  if (ends.length !== 2) return design;
  const [a, b] = ends;
  const list = (r: PointRef): NodeList => toNodes((contoursOf(design.parts[r.part]) ?? [])[r.contour]);
  if (a.part === b.part && a.contour === b.contour) return changeLists(design, [a], (l) => closedList(l));
  const to = invert(worldOf(design, a.part));
  if (!to) return design;
  const map = multiply(to, worldOf(design, b.part));
  const moved = (n: PathNode): PathNode => ({
    ...applyTo(map, n),
    in: applyTo(map, n.in),
    out: applyTo(map, n.out),
  });
  const first = a.node === 0 ? turnedRound(list(a)) : list(a);
  const other = list(b);
  const second = b.node === 0 ? other : turnedRound(other);
  const one = joinedLists(first, a.part === b.part ? second : { ...second, nodes: second.nodes.map(moved) });
  const without = (id: string, gone: readonly number[]) =>
    (contoursOf(design.parts[id]) ?? []).filter((_, i) => !gone.includes(i));
  if (a.part === b.part)
    return withContours(design, a.part, [...without(a.part, [a.contour, b.contour]), fromNodes(one)]);
  const out = withContours(design, a.part, [...without(a.part, [a.contour]), fromNodes(one)]);
  return withContours(out, b.part, without(b.part, [b.contour]));
}

/** Rounds the corners at chosen nodes by a radius of their own in the part's step for that. */
function rounded(design: Design, refs: readonly PointRef[], radius: number): Design {
  let out = design;
  for (const [id, contours] of grouped(refs)) {
    const part = out.parts[id];
    const lists = contoursOf(part);
    if (!part || !lists) continue;
    const own: Record<string, number> = {};
    for (const [contour, nodes] of contours) {
      const n = segmentCount(lists[contour]);
      // A corner is told by the segment that ends in it.
      for (const node of nodes) own[`0.${contour}.${(node + n - 1) % n}`] = radius;
    }
    const first =
      part.steps[0]?.kind === 'round-corners' ? part.steps[0] : makeStep('round-corners', { radius: 0 });
    const card = { ...first, params: { ...first.params, own: { ...(first.params.own as object), ...own } } };
    out = withPart(out, { ...part, steps: [card, ...part.steps.filter((s) => s !== first)] });
  }
  return out;
}

/** What is chosen after a change of parts: what was, where it holds them all, else the parts. */
const among = (design: Design, chosen: readonly string[], parts: readonly string[]): readonly string[] => {
  const held = new Set(chosen.flatMap((id) => (design.parts[id] ? familyOf(design, id) : [])));
  return parts.every((id) => held.has(id)) ? chosen : parts;
};

/** Changes chosen points, also of several parts; a path left without a segment goes. */
export function changePoints(
  design: Design,
  sheetId: string,
  refs: readonly PointRef[],
  change: PointChange,
  /** What is chosen: it stays so where it holds the parts. */
  chosenNow: readonly string[] = [],
): Edited {
  const parts = [...grouped(refs).keys()];
  const out = work(design, refs, change);
  const said = saidOfPaths(design.parts, out.parts, parts);
  const empty = parts.filter((id) => contoursOf(out.parts[id])?.length === 0);
  const left = empty.length ? removeParts(out, sheetId, empty).design : out;
  const chosen = among(design, chosenNow, parts).filter((id) => left.parts[id]);
  return { design: left, chosen, ...(said ? { said } : {}) };
}

function work(design: Design, refs: readonly PointRef[], change: PointChange): Design {
  switch (change.do) {
    case 'sharp':
    case 'smooth':
    case 'even':
      return changeNodes(design, refs, (_, list, i) => shapedNode(list, i, change.do as 'sharp'));
    case 'straight':
    case 'curve':
      return changeLists(design, refs, (list, chosen) => bent(list, chosen, change.do === 'straight'));
    case 'remove':
      return changeLists(design, refs, (list, chosen) => ({
        ...list,
        nodes: list.nodes.filter((_, i) => !chosen.has(i)),
      }));
    case 'break':
      return changeLists(design, refs, broken);
    case 'join':
      return joined(design, refs);
    case 'close':
      return changeLists(design, refs, (list) => (list.closed ? list : closedList(list)));
    case 'reverse':
      return changeLists(design, refs, turnedRound);
    case 'shift':
      return shiftPoints(design, refs, change.dx, change.dy);
    case 'put': {
      const places = refs.map((r) => placeOf(design, r)).filter((p) => p !== null);
      if (!places.length) return design;
      const middle = (k: 'x' | 'y') => {
        const v = places.map((p) => p[k]);
        return (Math.min(...v) + Math.max(...v)) / 2;
      };
      const shift = (k: 'x' | 'y') => (change[k] === undefined ? 0 : change[k] - middle(k));
      return shiftPoints(design, refs, shift('x'), shift('y'));
    }
    case 'align':
      return aligned(design, refs, change.axis);
    case 'space':
      return refs.length > 2 ? spaced(design, refs, change.axis) : design;
    case 'round':
      return rounded(design, refs, change.radius);
  }
}

/** Puts a node into the segment after `ref` where it comes nearest to a place of the sheet. */
export function insertPointAt(design: Design, ref: PointRef, place: Point): Edited {
  const c = contoursOf(design.parts[ref.part])?.[ref.contour];
  const back = invert(worldOf(design, ref.part));
  if (!c || !back || ref.node >= segmentCount(c)) return { design, chosen: [ref.part] };
  return insertPoint(design, ref, nearestOnCubic(segmentAt(c, ref.node), applyTo(back, place)).t);
}

/** A straight segment in two straight ones; `t` runs evenly along it. */
function splitLine(s: Cubic, t: number): [Cubic, Cubic] {
  const p = cubicPoint(s, t);
  return [lineCubic(s[0], s[1], p.x, p.y), lineCubic(p.x, p.y, s[6], s[7])];
}

/** Puts a node into the segment after `ref`, at parameter `t`; the curve stays as it is. */
export function insertPoint(design: Design, ref: PointRef, t: number): Edited {
  const contours = contoursOf(design.parts[ref.part]);
  const c = contours?.[ref.contour];
  if (!contours || !c || ref.node >= segmentCount(c) || !(t > 0 && t < 1))
    return { design, chosen: [ref.part] };
  const s = segmentAt(c, ref.node);
  const [p, q] = isLine(s) ? splitLine(s, t) : splitCubic(s, t);
  const k = 6 * ref.node + 2;
  const xy = [...c.xy.slice(0, k), ...p.slice(2), ...q.slice(2), ...c.xy.slice(k + 6)];
  const next = contours.map((o, i) => (i === ref.contour ? { ...c, xy } : o));
  const out = withContours(design, ref.part, next);
  const said = saidOfPaths(design.parts, out.parts, [ref.part]);
  return { design: out, chosen: [ref.part], ...(said ? { said } : {}) };
}

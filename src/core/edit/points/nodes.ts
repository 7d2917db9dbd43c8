import type { Point } from '../../geometry/vector';
import type { DrawnContour } from '../../source/drawn-path';

/** A node with its handles; a handle that lies on the node is none. */
export interface PathNode extends Point {
  readonly in: Point;
  readonly out: Point;
}

/** A contour as nodes. */
export interface NodeList {
  readonly nodes: readonly PathNode[];
  readonly closed: boolean;
}

export const at = (p: Point): Point => ({ x: p.x, y: p.y });

export function toNodes({ xy, closed }: DrawnContour): NodeList {
  const n = Math.max(0, Math.floor((xy.length - 2) / 6));
  const point = (i: number): Point => ({ x: xy[i], y: xy[i + 1] });
  const count = closed ? n : n + 1;
  const nodes = Array.from({ length: xy.length ? Math.max(1, count) : 0 }, (_, k): PathNode => {
    const i = 6 * k;
    const before = k ? i - 2 : closed && n ? 6 * n - 2 : -1;
    return {
      ...point(i),
      in: before >= 0 ? point(before) : point(i),
      out: k < n ? point(i + 2) : point(i),
    };
  });
  return { nodes, closed };
}

export function fromNodes({ nodes, closed }: NodeList): DrawnContour {
  if (!nodes.length) return { xy: [], closed };
  const xy = [nodes[0].x, nodes[0].y];
  const segments = closed ? nodes.length : nodes.length - 1;
  for (let i = 0; i < segments; i++) {
    const [a, b] = [nodes[i], nodes[(i + 1) % nodes.length]];
    xy.push(a.out.x, a.out.y, b.in.x, b.in.y, b.x, b.y);
  }
  return { xy, closed };
}

export const movedNode = (n: PathNode, dx: number, dy: number): PathNode => {
  const by = (p: Point): Point => ({ x: p.x + dx, y: p.y + dy });
  return { ...by(n), in: by(n.in), out: by(n.out) };
};

const length = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y);

export const hasHandle = (n: PathNode, side: 'in' | 'out'): boolean => length(n, n[side]) > 1e-9;

/** How a node's handles hang together: in one line and as long, in one line, or each for itself. */
export function bondOf(n: PathNode): 'even' | 'smooth' | 'free' {
  const [a, b] = [length(n, n.in), length(n, n.out)];
  if (a < 1e-9 || b < 1e-9) return 'free';
  const cross = (n.x - n.in.x) * (n.out.y - n.y) - (n.y - n.in.y) * (n.out.x - n.x);
  const dot = (n.x - n.in.x) * (n.out.x - n.x) + (n.y - n.in.y) * (n.out.y - n.y);
  if (dot <= 0 || Math.abs(cross) > 1e-4 * a * b) return 'free';
  return Math.abs(a - b) < 1e-4 * Math.max(a, b) ? 'even' : 'smooth';
}

/** A node with one handle put elsewhere; the other keeps the bond unless `free`. */
export function withHandle(n: PathNode, side: 'in' | 'out', to: Point, free: boolean): PathNode {
  const bond = bondOf(n);
  const other = side === 'in' ? 'out' : 'in';
  const next = { ...n, [side]: at(to) };
  if (free || bond === 'free') return next;
  const l = length(n, to);
  if (l < 1e-9) return next;
  const k = (bond === 'even' ? l : length(n, n[other])) / l;
  return { ...next, [other]: { x: n.x - (to.x - n.x) * k, y: n.y - (to.y - n.y) * k } };
}

/** The nodes before and after one, or null at an end. */
export function neighbours({ nodes, closed }: NodeList, i: number): [PathNode | null, PathNode | null] {
  const n = nodes.length;
  const take = (k: number) => (closed ? nodes[(k + n) % n] : (nodes[k] ?? null));
  return [take(i - 1), take(i + 1)];
}

/** A node made sharp, smooth, or even on both sides; a smooth one without handles gets its own. */
export function shapedNode(list: NodeList, i: number, shape: 'sharp' | 'smooth' | 'even'): PathNode {
  const n = list.nodes[i];
  if (shape === 'sharp') return { ...n, in: at(n), out: at(n) };
  const [before, after] = neighbours(list, i);
  const [p, q] = [before ?? n, after ?? n];
  const from = hasHandle(n, 'in') ? n.in : p;
  const to = hasHandle(n, 'out') ? n.out : q;
  const [ux, uy] = [n.x - from.x, n.y - from.y];
  const [vx, vy] = [to.x - n.x, to.y - n.y];
  const [lu, lv] = [Math.hypot(ux, uy) || 1, Math.hypot(vx, vy) || 1];
  // Along the middle of both directions, as an even curve through the node would go.
  let [tx, ty] = [ux / lu + vx / lv, uy / lu + vy / lv];
  const l = Math.hypot(tx, ty);
  if (l < 1e-9) [tx, ty] = [-uy / lu, ux / lu];
  else [tx, ty] = [tx / l, ty / l];
  const third = (other: PathNode | null) => (other ? length(n, other) / 3 : 0);
  let a = hasHandle(n, 'in') ? length(n, n.in) : third(before);
  let b = hasHandle(n, 'out') ? length(n, n.out) : third(after);
  if (shape === 'even' && before && after) a = b = (a + b) / 2;
  return { ...n, in: { x: n.x - tx * a, y: n.y - ty * a }, out: { x: n.x + tx * b, y: n.y + ty * b } };
}

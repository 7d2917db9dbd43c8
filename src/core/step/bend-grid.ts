import { type HandleSide, handleAt, handleSides, withHandle, withMoved } from '../bend/grid/edit';
import { foldedCells } from '../bend/grid/folds';
import { type BendGrid, gridFrom, gridNumbers, isPlain, plainGrid } from '../bend/grid/grid';
import { gridFrame, gridMap, gridOver } from '../bend/grid/grid-map';
import { choice, grid, share } from '../document/fields';
import type { Handle } from '../document/handles';
import type { Cubic } from '../geometry/cubic';
import { type Bounds, contourOf, pathOf } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { defineBend } from './bend';

interface BendGridParams {
  /** The grid over the unit square, laid over the bounds of what is bent. */
  readonly grid: readonly number[];
  /** How much it bends, 1 as it is. */
  readonly strength: number;
  readonly mirror: 'none' | 'across' | 'down' | 'both';
}

const shareOn = (b: Bounds, p: Point): Point => ({
  x: (p.x - b.x0) / (b.x1 - b.x0),
  y: (p.y - b.y0) / (b.y1 - b.y0),
});

/** Whether another node goes along mirrored, by the axes that its move is turned round on. */
type Turned = readonly [k: number, x: 1 | -1, y: 1 | -1];

/** A node and those that lie across from it as far as editing is mirrored. */
function twins({ us, vs }: BendGrid, k: number, mirror: BendGridParams['mirror']): readonly Turned[] {
  const n = us.length;
  const [i, j] = [k % n, Math.floor(k / n)];
  const [mi, mj] = [n - 1 - i, vs.length - 1 - j];
  const all: readonly Turned[] = [
    [k, 1, 1],
    ...(mirror === 'across' || mirror === 'both' ? [[j * n + mi, -1, 1] as const] : []),
    ...(mirror === 'down' || mirror === 'both' ? [[mj * n + i, 1, -1] as const] : []),
    ...(mirror === 'both' ? [[mj * n + mi, -1, -1] as const] : []),
  ];
  return all.filter(([twin], at) => all.findIndex(([t]) => t === twin) === at);
}

/** How far nodes go when some are dragged by as much; one on a line of symmetry stays on it. */
function moves(
  g: BendGrid,
  nodes: readonly number[],
  by: Point,
  mirror: BendGridParams['mirror'],
): Map<number, Point> {
  const out = new Map<number, Point>();
  for (const k of nodes)
    for (const [twin, x, y] of twins(g, k, mirror))
      if (!out.has(twin) || twin === k) out.set(twin, { x: x * by.x, y: y * by.y });
  return out;
}

const nodeOf = (handle: string): number | null => {
  const found = /^node-(\d+)$/.exec(handle);
  return found ? Number(found[1]) : null;
};

/** The side and the node of a handle. */
function sideOf(handle: string): { side: HandleSide; k: number } | null {
  const found = /^(left|right|up|down)-(\d+)$/.exec(handle);
  return found ? { side: found[1] as HandleSide, k: Number(found[2]) } : null;
}

const nodeAt = ({ nodes }: BendGrid, k: number): Point => ({ x: nodes[8 * k], y: nodes[8 * k + 1] });

/** A grid of curved cells over the part. */
export const bendGrid = defineBend<BendGridParams>({
  kind: 'bend-grid',
  label: 'Bend grid',
  about: 'A grid of curved cells over it: what its nodes and handles do, the part does.',
  alsoKnown: ['warp', 'cage', 'distort', 'lattice', 'free form'],
  fields: [
    grid('grid', 'Grid', 'Where its nodes lie, and how lines run through them.'),
    share('strength', 'Strength', 'How much it bends; 0 not at all, below 0 the other way.', -2, 3),
    choice('mirror', 'Mirrored', 'Which nodes go along when one is moved.', {
      none: 'Not at all',
      across: 'Left and right',
      down: 'Top and bottom',
      both: 'Both ways',
    }),
  ],
  defaults: { grid: gridNumbers(plainGrid(3, 3)), strength: 1, mirror: 'none' },
  map(p, { bounds }) {
    const g = gridFrom(p.grid);
    if (p.strength === 0 || isPlain(g)) return null;
    return gridMap(gridOver(g, gridFrame(bounds), p.strength));
  },
  fold(p, { bounds }) {
    const g = gridFrom(p.grid);
    if (isPlain(g)) return null;
    const [cell] = foldedCells(gridOver(g, gridFrame(bounds), p.strength));
    return cell
      ? `The cell in column ${cell.column + 1}, row ${cell.row + 1} folds over itself: bring its nodes apart.`
      : null;
  },
  handles(p, { bounds }): Handle[] {
    const g = gridOver(gridFrom(p.grid), gridFrame(bounds), p.strength);
    return g.own.flatMap((_, k) => {
      const at = nodeAt(g, k);
      const sides = Object.keys(handleSides) as HandleSide[];
      return [
        { id: `node-${k}`, place: true, ...at },
        ...sides.map((side) => ({
          id: `${side}-${k}`,
          ...handleAt(g, k, side),
          from: at,
          small: true,
          of: `node-${k}`,
        })),
      ];
    });
  },
  lines(p, { bounds }) {
    const { us, vs, nodes } = gridOver(gridFrom(p.grid), gridFrame(bounds), p.strength);
    const n = us.length;
    const edge = (k: number, m: number, c: 2 | 4, w: number): Cubic => {
      const [a, b] = [8 * k, 8 * m];
      const end = (node: number, i: number, s: number) => nodes[node + i] + (s * w * nodes[node + c + i]) / 3;
      return [
        nodes[a],
        nodes[a + 1],
        end(a, 0, 1),
        end(a, 1, 1),
        end(b, 0, -1),
        end(b, 1, -1),
        nodes[b],
        nodes[b + 1],
      ];
    };
    const rows = vs.map((_, j) => us.slice(1).map((u, i) => edge(j * n + i, j * n + i + 1, 2, u - us[i])));
    const columns = us.map((_, i) =>
      vs.slice(1).map((v, j) => edge(j * n + i, (j + 1) * n + i, 4, v - vs[j])),
    );
    return pathOf([...rows, ...columns].map((list) => contourOf(list, false)));
  },
  drag(p, handle, to, { bounds }) {
    const g = gridFrom(p.grid);
    const at = shareOn(gridFrame(bounds), to);
    // What is seen lies between the plain grid and this one by its strength.
    const rest = (k: number): Point => ({ x: g.us[k % g.us.length], y: g.vs[Math.floor(k / g.us.length)] });
    const meant = (k: number, q: Point): Point => {
      const [r, s] = [rest(k), p.strength || 1];
      return { x: r.x + (q.x - r.x) / s, y: r.y + (q.y - r.y) / s };
    };
    const k = nodeOf(handle);
    if (k !== null && k < g.own.length) {
      const [now, next] = [nodeAt(g, k), meant(k, at)];
      const by = { x: next.x - now.x, y: next.y - now.y };
      return { params: { grid: gridNumbers(withMoved(g, moves(g, [k], by, p.mirror))) } };
    }
    const grip = sideOf(handle);
    if (!grip || grip.k >= g.own.length) return { params: {} };
    const place = nodeAt(g, grip.k);
    const seen = gridOver(g, { x0: 0, y0: 0, x1: 1, y1: 1 }, p.strength);
    const [plain, shown] = [handleAt(g, grip.k, grip.side), handleAt(seen, grip.k, grip.side)];
    const by = { x: (at.x - shown.x) / (p.strength || 1), y: (at.y - shown.y) / (p.strength || 1) };
    const arm = { x: plain.x + by.x - place.x, y: plain.y + by.y - place.y };
    const next = twins(g, grip.k, p.mirror).reduce((made, [twin, x, y]) => {
      const from = nodeAt(g, twin);
      // The arm turned round on an axis is that of the handle across.
      const side = across(grip.side, x, y);
      return withHandle(made, twin, side, { x: from.x + x * arm.x, y: from.y + y * arm.y });
    }, g);
    return { params: { grid: gridNumbers(next) } };
  },
  dragMany(p, handles, by, { bounds: b }) {
    const g = gridFrom(p.grid);
    const f = gridFrame(b);
    const s = p.strength || 1;
    const move = { x: by.x / (f.x1 - f.x0) / s, y: by.y / (f.y1 - f.y0) / s };
    const nodes = handles.map(nodeOf).filter((k): k is number => k !== null && k < g.own.length);
    return { params: { grid: gridNumbers(withMoved(g, moves(g, nodes, move, p.mirror))) } };
  },
});

/** The side that a handle lies on once it is turned round on an axis. */
function across(side: HandleSide, x: 1 | -1, y: 1 | -1): HandleSide {
  if (x < 0 && side === 'left') return 'right';
  if (x < 0 && side === 'right') return 'left';
  if (y < 0 && side === 'up') return 'down';
  if (y < 0 && side === 'down') return 'up';
  return side;
}

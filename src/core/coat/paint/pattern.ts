import { angle, choice, length, share, sibling } from '../../document/fields';
import { budget } from '../../geometry/budget';
import {
  applyTo,
  invert,
  type Matrix,
  multiply,
  rotation,
  scaling,
  translation,
} from '../../geometry/matrix';
import { type Bounds, boundsMiddle, transformBounds } from '../../geometry/path';
import type { Point } from '../../geometry/vector';
import { groupNode } from '../../scene/group-node';
import { weightOf } from '../../scene/weight';
import type { Pattern } from '../types';
import { definePaint, type PaintContext, type PatternTile } from './definition';

/** Most tiles that are drawn. */
const mostTiles = 100_000;

const fields = [
  sibling('tile', 'Repeats', 'The part that is repeated, hidden or not.'),
  choice('layout', 'Layout', 'How rows and columns stand.', {
    grid: 'Grid',
    brick: 'Brick',
    'half-drop': 'Half drop',
  }),
  length('spacingX', 'Spacing x', 'Between tiles of a row.'),
  length('spacingY', 'Spacing y', 'Between tiles of a column.'),
  share('scale', 'Scale', 'Of the whole pattern.', 0.01, 100),
  angle('turn', 'Turn', 'Of the whole pattern.'),
  length('shiftX', 'Shift x', 'Of the whole pattern, across.'),
  length('shiftY', 'Shift y', 'Of the whole pattern, downwards.'),
];

/** From the lattice of tiles to the part: turned and scaled about the middle of the bounds. */
function frame(p: Pattern, b: Bounds): Matrix {
  const middle = translation((b.x0 + b.x1) / 2 + p.shiftX, (b.y0 + b.y1) / 2 + p.shiftY);
  return multiply(middle, multiply(rotation(p.turn), scaling(p.scale)));
}

/** From one tile to the next in its row and its column, in the tile's own coordinates. */
export const pitchOf = (p: Pattern, { bounds: t }: PatternTile): Point => ({
  x: t.x1 - t.x0 + p.spacingX,
  y: t.y1 - t.y0 + p.spacingY,
});

/** Where the tile of a column and a row stands, from the one at 0, 0, in the tile's own coordinates. */
export const cellOf = ({ layout }: Pattern, pitch: Point, column: number, row: number): Point => ({
  x: (column + (layout === 'brick' && row % 2 !== 0 ? 0.5 : 0)) * pitch.x,
  y: (row + (layout === 'half-drop' && column % 2 !== 0 ? 0.5 : 0)) * pitch.y,
});

/** Rows and columns of tiles that may show on what is covered, of a pattern that lies on some bounds. */
function reachOf(p: Pattern, tile: PatternTile, bounds: Bounds, covered: Bounds) {
  const back = invert(frame(p, bounds));
  const pitch = pitchOf(p, tile);
  if (!back || !(pitch.x > 0) || !(pitch.y > 0)) return null;
  const own = transformBounds(covered, back);
  // A tile more on every side: strokes and shifted rows reach over.
  const c0 = Math.floor(own.x0 / pitch.x) - 2;
  const c1 = Math.ceil(own.x1 / pitch.x) + 2;
  const r0 = Math.floor(own.y0 / pitch.y) - 2;
  const r1 = Math.ceil(own.y1 / pitch.y) + 2;
  return { c0, c1, r0, r1, pitch, count: (c1 - c0 + 1) * (r1 - r0 + 1) };
}

/** Tiles that may be drawn of one this heavy. */
const mostOf = ({ nodes }: PatternTile): number =>
  Math.min(mostTiles, Math.floor(budget().part / Math.max(1, weightOf(nodes))));

const coveredIn = ({ bounds, covered }: PaintContext): Bounds => covered?.() ?? bounds;

/** Places of all tiles whose cells touch what is covered, as shifts in the lattice's coordinates. */
function places(p: Pattern, tile: PatternTile, context: PaintContext): Point[] {
  const { bounds } = context;
  const covered = coveredIn(context);
  const reach = reachOf(p, tile, bounds, covered);
  if (!reach || reach.count > mostOf(tile)) return [];
  const m = frame(p, bounds);
  const { pitch } = reach;
  const out: Point[] = [];
  // Half the diagonal of a cell, twice: what a stroke adds is small beside it.
  const far = Math.hypot(pitch.x, pitch.y) * p.scale;
  for (let r = reach.r0; r <= reach.r1; r++)
    for (let c = reach.c0; c <= reach.c1; c++) {
      const cell = cellOf(p, pitch, c, r);
      const q = applyTo(m, cell);
      if (q.x < covered.x0 - far || q.x > covered.x1 + far) continue;
      if (q.y < covered.y0 - far || q.y > covered.y1 + far) continue;
      out.push(cell);
    }
  return out;
}

function faultOf(p: Pattern, context: PaintContext): string | null {
  const { tile, bounds } = context;
  if (!p.tile) return 'Choose the part that the pattern repeats.';
  const found = tile(p.tile);
  if (!found) return 'The part that the pattern repeats is missing, empty, or holds the pattern itself.';
  const reach = reachOf(p, found, bounds, coveredIn(context));
  if (!reach) return 'The spacing is so far below 0 that the tiles lie on one spot.';
  const limit = mostOf(found);
  return reach.count > limit
    ? `More than ${limit} tiles would be drawn: make them larger${limit < mostTiles ? ', or of fewer shapes' : ''}.`
    : null;
}

export const pattern = definePaint<Pattern>({
  kind: 'pattern',
  label: 'Pattern',
  about: 'A part repeated over the area.',
  alsoKnown: ['tile', 'repeat'],
  references: ({ tile }) => (tile ? [{ id: tile, beside: false }] : []),
  withReferences: (p, rename) => (p.tile ? { ...p, tile: rename(p.tile) } : p),
  defaults: {
    kind: 'pattern',
    tile: '',
    layout: 'grid',
    spacingX: 0,
    spacingY: 0,
    scale: 1,
    turn: 0,
    shiftX: 0,
    shiftY: 0,
  },
  fields: () => fields,
  stored: fields,
  cover(paint, context) {
    const tile = paint.tile ? context.tile(paint.tile) : null;
    if (!tile) return null;
    const { bounds: t, nodes } = tile;
    const m = frame(paint, context.bounds);
    const middle = translation(-(t.x0 + t.x1) / 2, -(t.y0 + t.y1) / 2);
    return {
      kind: 'nodes',
      nodes: places(paint, tile, context).map(({ x, y }) =>
        groupNode(nodes, { matrix: multiply(m, multiply(translation(x, y), middle)) }),
      ),
    };
  },
  fault: faultOf,
  handles(paint, bounds) {
    const m = frame(paint, bounds);
    const r = 0.35 * Math.min(bounds.x1 - bounds.x0, bounds.y1 - bounds.y0);
    const at = applyTo(m, { x: 0, y: 0 });
    const a = (paint.turn * Math.PI) / 180;
    return [
      { id: 'turn', x: at.x + r * Math.cos(a), y: at.y + r * Math.sin(a), from: at, sets: ['turn'] },
      { id: 'shift', ...at, sets: ['shiftX', 'shiftY'] },
    ];
  },
  drag(paint, handle, to, bounds) {
    const middle = boundsMiddle(bounds);
    if (handle === 'shift') return { ...paint, shiftX: to.x - middle.x, shiftY: to.y - middle.y };
    const turn = (Math.atan2(to.y - middle.y - paint.shiftY, to.x - middle.x - paint.shiftX) * 180) / Math.PI;
    return { ...paint, turn: Math.round(turn * 100) / 100 };
  },
  typed: (paint, handle, value) => (handle === 'turn' ? { ...paint, turn: value } : null),
});

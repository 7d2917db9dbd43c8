import type { Design } from '../document/types';
import type { Bounds } from '../geometry/path';
import type { Point } from '../geometry/vector';
import type { Edited } from './edited';
import { jointBounds, sheetBounds } from './pick';
import { faceLines } from './snap/face-lines';
import { moveParts } from './transform';
import { topmost } from './tree';

export const alignments = [
  'left',
  'centre',
  'right',
  'top',
  'middle',
  'bottom',
  'baseline',
  'capitals',
] as const;
export type Alignment = (typeof alignments)[number];

/** Alignments by the ink. */
type ByInk = Exclude<Alignment, 'baseline' | 'capitals'>;

const alignedAt: Record<ByInk, (b: Bounds) => { axis: 'x' | 'y'; at: number }> = {
  left: (b) => ({ axis: 'x', at: b.x0 }),
  centre: (b) => ({ axis: 'x', at: (b.x0 + b.x1) / 2 }),
  right: (b) => ({ axis: 'x', at: b.x1 }),
  top: (b) => ({ axis: 'y', at: b.y0 }),
  middle: (b) => ({ axis: 'y', at: (b.y0 + b.y1) / 2 }),
  bottom: (b) => ({ axis: 'y', at: b.y1 }),
};

const lineOf = { baseline: 'baseline', capitals: 'capital height' } as const;

/** The first height of a kind that a part's words have, else the foot or the top of its outline. */
function heightOf(design: Design, id: string, how: 'baseline' | 'capitals'): number | null {
  const line = faceLines(design, id).find((l) => l.what === lineOf[how]);
  const b = sheetBounds(design, id);
  return line?.y ?? (b && (how === 'baseline' ? b.y1 : b.y0));
}

/** Moves parts so that their baselines, or the tops of their capitals, are level with those of the first words. */
function alignHeights(design: Design, members: readonly string[], how: 'baseline' | 'capitals'): Design {
  const lead = members.find((id) => faceLines(design, id).length) ?? members[0];
  const goal = lead ? heightOf(design, lead, how) : null;
  return members.reduce((out, id) => {
    const own = heightOf(out, id, how);
    return own === null || goal === null ? out : moveParts(out, [id], 0, goal - own);
  }, design);
}

/** Aligns parts with each other by their outlines, or by the heights of their words; a single part with the sheet. */
export function alignParts(design: Design, sheetId: string, ids: readonly string[], how: Alignment): Edited {
  const members = topmost(design, ids);
  if (how === 'baseline' || how === 'capitals')
    return { design: alignHeights(design, members, how), chosen: ids };
  const sheet = design.sheets.find((s) => s.id === sheetId);
  const ground =
    members.length > 1 || !sheet
      ? jointBounds(design, members)
      : { x0: 0, y0: 0, x1: sheet.width, y1: sheet.height };
  if (!ground) return { design, chosen: ids };
  const goal = alignedAt[how](ground);
  let out = design;
  for (const id of members) {
    const b = sheetBounds(out, id);
    if (!b) continue;
    const shift = goal.at - alignedAt[how](b).at;
    out = moveParts(out, [id], goal.axis === 'x' ? shift : 0, goal.axis === 'y' ? shift : 0);
  }
  return { design: out, chosen: ids };
}

/** Moves parts so that a place on their joint bounds, 0–1 in each direction, stands at x or y of the sheet. */
export function putParts(
  design: Design,
  ids: readonly string[],
  about: Point,
  x?: number,
  y?: number,
): Edited {
  const b = jointBounds(design, ids);
  if (!b) return { design, chosen: ids };
  const dx = x === undefined ? 0 : x - (b.x0 + (b.x1 - b.x0) * about.x);
  const dy = y === undefined ? 0 : y - (b.y0 + (b.y1 - b.y0) * about.y);
  return { design: moveParts(design, topmost(design, ids), dx, dy), chosen: ids };
}

/** Spaces three or more parts so that the gaps between their outlines are equal. */
export function distributeParts(design: Design, ids: readonly string[], axis: 'x' | 'y'): Edited {
  const [lo, hi] = axis === 'x' ? (['x0', 'x1'] as const) : (['y0', 'y1'] as const);
  const boxes = topmost(design, ids)
    .map((id) => ({ id, b: sheetBounds(design, id) }))
    .filter((e): e is { id: string; b: Bounds } => e.b !== null)
    .sort((p, q) => p.b[lo] + p.b[hi] - q.b[lo] - q.b[hi]);
  if (boxes.length < 3) return { design, chosen: ids };
  const start = boxes[0].b[lo];
  const end = boxes[boxes.length - 1].b[hi];
  const filled = boxes.reduce((sum, { b }) => sum + b[hi] - b[lo], 0);
  const gap = (end - start - filled) / (boxes.length - 1);
  let out = design;
  let at = start;
  for (const { id, b } of boxes) {
    const shift = at - b[lo];
    out = moveParts(out, [id], axis === 'x' ? shift : 0, axis === 'y' ? shift : 0);
    at += b[hi] - b[lo] + gap;
  }
  return { design: out, chosen: ids };
}

import type { Design, Sheet } from '../../document/types';
import type { Point } from '../../geometry/vector';
import { radians } from '../../geometry/vector';
import { sheetOf } from '../tree';
import { placeHit } from './edges';
import type { SnapHit } from './types';

/** A line that is neither upright nor level: points with a·x + b·y = c, (a, b) of length 1. */
interface Slanted {
  readonly a: number;
  readonly b: number;
  readonly c: number;
  readonly what: string;
}

const through = (p: Point, angle: number, what: string): Slanted => {
  const [a, b] = [-Math.sin(radians(angle)), Math.cos(radians(angle))];
  return { a, b, c: a * p.x + b * p.y, what };
};

/** Where a slanted guide crosses the middle of the sheet it is told by. */
export const guideFoot = (g: Sheet['guides'][number], sheet: Pick<Sheet, 'width' | 'height'>): Point =>
  g.axis === 'x' ? { x: g.at, y: sheet.height / 2 } : { x: sheet.width / 2, y: g.at };

/** Direction of a guide in degrees clockwise from level. */
export const guideAngle = (g: Sheet['guides'][number]): number => (g.axis === 'x' ? 90 : 0) + (g.slant ?? 0);

/** Directions of the axes of a sheet's grid, degrees clockwise from level. */
export function gridAngles({ grid }: Pick<Sheet, 'grid'>): readonly number[] {
  if (grid.kind === 'angled') return [grid.angleA, grid.angleB, 90];
  return [0, 90];
}

/** The lines of the sheet near a point: slanted guides and the grid's nearest of each family. */
function linesNear(sheet: Sheet, p: Point): Slanted[] {
  const out = sheet.guides
    .filter((g) => g.slant)
    .map((g) => through(guideFoot(g, sheet), guideAngle(g), 'guide'));
  const { grid } = sheet;
  if (!grid.on || grid.kind === 'square') return out;
  const middle = { x: sheet.width / 2, y: sheet.height / 2 };
  if (grid.kind === 'angled')
    return [
      ...out,
      ...gridAngles(sheet).map((angle) => {
        const l = through(middle, angle, 'grid');
        // Upright lines stand where the others cross, so that all three meet.
        const gap = angle === 90 ? uprightGap(grid) : grid.spacing;
        const off = l.a * p.x + l.b * p.y - l.c;
        return { ...l, c: l.c + Math.round(off / gap) * gap };
      }),
    ];
  const turn = 360 / grid.spokes;
  const angle = (Math.atan2(p.y - middle.y, p.x - middle.x) * 180) / Math.PI;
  return [...out, through(middle, Math.round(angle / turn) * turn, 'grid')];
}

/** How far apart the upright lines of an angled grid stand. */
export function uprightGap({ spacing, angleA, angleB }: Sheet['grid']): number {
  const [p, q] = [radians(angleA), radians(angleB)];
  const sine = Math.abs(Math.sin(q - p));
  // Neighbouring crossings lie spacing / sin apart along either family.
  return sine < 1e-6 ? spacing : Math.max(1e-6, (spacing / sine) * Math.abs(Math.cos(p)));
}

/** The circle of a polar grid nearest to a point. */
function ringFoot(sheet: Sheet, p: Point): Point | null {
  if (!sheet.grid.on || sheet.grid.kind !== 'polar') return null;
  const [cx, cy] = [sheet.width / 2, sheet.height / 2];
  const d = Math.hypot(p.x - cx, p.y - cy);
  if (d < 1e-9) return null;
  const r = Math.round(d / sheet.grid.spacing) * sheet.grid.spacing;
  return { x: cx + ((p.x - cx) * r) / d, y: cy + ((p.y - cy) * r) / d };
}

/** The point nearest to `p` on a slanted line, or where two of them cross, or on a grid's circle. */
export function snapLines(design: Design, sheetId: string, p: Point, reach: number): SnapHit[] {
  const sheet = sheetOf(design, sheetId);
  const off = (l: Slanted, q: Point) => l.a * q.x + l.b * q.y - l.c;
  const near = linesNear(sheet, p)
    .filter((l) => Math.abs(off(l, p)) <= reach)
    .sort((l, m) => Math.abs(off(l, p)) - Math.abs(off(m, p)));
  const found: { at: Point; what: string; angles: Slanted[] }[] = [];
  for (const [i, l] of near.entries())
    for (const m of near.slice(i + 1)) {
      const det = l.a * m.b - m.a * l.b;
      if (Math.abs(det) < 1e-6) continue;
      const at = { x: (l.c * m.b - m.c * l.b) / det, y: (l.a * m.c - m.a * l.c) / det };
      if (Math.hypot(at.x - p.x, at.y - p.y) <= reach)
        found.push({ at, what: l.what === m.what ? l.what : `${l.what} and ${m.what}`, angles: [l, m] });
    }
  const ring = ringFoot(sheet, p);
  const spoke = near[0];
  if (ring && spoke) {
    const foot = { x: ring.x - spoke.a * off(spoke, ring), y: ring.y - spoke.b * off(spoke, ring) };
    const exact = ringFoot(sheet, foot) ?? foot;
    if (Math.hypot(exact.x - p.x, exact.y - p.y) <= reach)
      found.push({ at: exact, what: 'grid', angles: [spoke] });
  }
  if (!found.length && spoke)
    found.push({
      at: { x: p.x - spoke.a * off(spoke, p), y: p.y - spoke.b * off(spoke, p) },
      what: spoke.what,
      angles: [spoke],
    });
  if (!found.length && ring && Math.hypot(ring.x - p.x, ring.y - p.y) <= reach)
    found.push({ at: ring, what: 'grid', angles: [] });
  const [hit] = found;
  if (!hit) return [];
  const { at, what } = hit;
  const long = sheet.width + sheet.height;
  const proof = hit.angles.map(({ a, b }): readonly [number, number, number, number] => [
    at.x - b * long,
    at.y + a * long,
    at.x + b * long,
    at.y - a * long,
  ]);
  return placeHit(p, at, what, proof);
}

import { parallelPoint } from '../arrange/parallel';
import { type CornerRadii, corners, later, size } from '../document/fields';
import {
  arcCubics,
  type Cubic,
  cubicLength,
  cubicTangent,
  isLine,
  lineCubic,
  subCubic,
} from '../geometry/cubic';
import { type Bounds, type Contour, contourOf, segmentsOf } from '../geometry/path';
import { type Point, turnBetween } from '../geometry/vector';
import { mapPaths } from '../outline/pieces';
import type { Outline } from '../outline/types';
import { defineStep } from './definition';

interface Fillet {
  readonly t0: number;
  readonly t1: number;
  readonly arcs: readonly Cubic[];
}

/** Where the parallels of two segments at distance `d` meet, searched from their common node. */
function meetParallels(a: Cubic, b: Cubic, d: number): { t: number; s: number } | null {
  let t = 1 - Math.min(0.5, Math.abs(d) / Math.max(1e-12, cubicLength(a)));
  let s = Math.min(0.5, Math.abs(d) / Math.max(1e-12, cubicLength(b)));
  const h = 1e-6;
  for (let i = 0; i < 30; i++) {
    const p = parallelPoint(a, t, d);
    const q = parallelPoint(b, s, d);
    const u = parallelPoint(a, t + h, d);
    const v = parallelPoint(b, s + h, d);
    const ux = (u.x - p.x) / h;
    const uy = (u.y - p.y) / h;
    const vx = (v.x - q.x) / h;
    const vy = (v.y - q.y) / h;
    const det = ux * vy - uy * vx;
    if (det === 0) return null;
    const dt = ((q.x - p.x) * vy - (q.y - p.y) * vx) / det;
    const ds = ((q.x - p.x) * uy - (q.y - p.y) * ux) / det;
    t += dt;
    s += ds;
    if (!(t > -0.5 && t < 1.5 && s > -0.5 && s < 1.5)) return null;
    if (Math.abs(dt) + Math.abs(ds) < 1e-13) break;
  }
  return t > 0 && t <= 1 && s >= 0 && s < 1 ? { t, s } : null;
}

/** The arc of radius `r` that rounds the corner between two segments, or null for a smooth joint. */
function fillet(a: Cubic, b: Cubic, r: number): Fillet | null {
  const u = cubicTangent(a, 1);
  const v = cubicTangent(b, 0);
  const turn = turnBetween(u, v);
  if (Math.abs(turn) < 1e-4) return null;
  const d = turn > 0 ? -r : r;
  const hit = meetParallels(a, b, d);
  if (!hit) return null;
  const centre = parallelPoint(a, hit.t, d);
  const from = subCubic(a, 0, hit.t);
  const to = subCubic(b, hit.s, 1);
  const start = Math.atan2(from[7] - centre.y, from[6] - centre.x);
  const end = Math.atan2(to[1] - centre.y, to[0] - centre.x);
  let sweep = end - start;
  if (turn > 0 && sweep < 0) sweep += 2 * Math.PI;
  if (turn < 0 && sweep > 0) sweep -= 2 * Math.PI;
  return { t0: hit.t, t1: hit.s, arcs: arcCubics(centre.x, centre.y, r, start, sweep) };
}

/**
 * Both fillets of every segment must fit on it: the largest share of the radii that does, and the
 * least radius that had to give way.
 */
function fitFillets(
  cubics: readonly Cubic[],
  closed: boolean,
  wanted: readonly number[],
): { made: (Fillet | null)[]; limit: number | null } {
  const n = cubics.length;
  const radii = [...wanted];
  const limit = () => {
    const cut = radii.filter((r, i) => r < wanted[i]);
    return cut.length ? Math.min(...cut) : null;
  };
  for (let round = 0; round < 24; round++) {
    const made = cubics.map((s, i) =>
      (closed || i + 1 < n) && radii[i] > 0 ? fillet(s, cubics[(i + 1) % n], radii[i]) : null,
    );
    let fits = true;
    for (let i = 0; i < n; i++) {
      const before = made[(i + n - 1) % n];
      const after = made[i];
      const overlap = before && after && before.t1 > after.t0 + 1e-9;
      const u = cubicTangent(cubics[i], 1);
      const v = cubicTangent(cubics[(i + 1) % n], 0);
      const corner =
        (closed || i + 1 < n) &&
        Math.abs(u.x * v.y - u.y * v.x) + Math.max(0, -(u.x * v.x + u.y * v.y)) > 1e-4;
      if (overlap) {
        // The corners at both ends give way alike.
        const k = Math.max(0.5, 1 / (before.t1 + 1 - after.t0)) * 0.9999;
        radii[i] *= k;
        radii[(i + n - 1) % n] *= k;
        fits = false;
      } else if (corner && !after && radii[i] > 0) {
        radii[i] *= 0.8;
        fits = false;
      }
    }
    if (fits) return { made, limit: limit() };
  }
  return { made: cubics.map(() => null), limit: 0 };
}

/** A contour with its corners rounded, `radiusAt` saying by how much after each segment. */
function roundContour(
  c: Contour,
  radiusAt: (segment: number) => number,
): { contour: Contour; limit: number | null } {
  const kept = segmentsOf(c)
    .map((s, segment) => ({ s, segment }))
    .filter(({ s }) => s[0] !== s[6] || s[1] !== s[7] || !isLine(s));
  const cubics = kept.map((k) => k.s);
  const n = cubics.length;
  if (n < 2) return { contour: c, limit: null };
  const wanted = kept.map((k) => radiusAt(k.segment));
  if (!wanted.some((r) => r > 0)) return { contour: c, limit: null };
  const { made: fillets, limit } = fitFillets(cubics, c.closed, wanted);
  const out: Cubic[] = [];
  for (let i = 0; i < n; i++) {
    const start = fillets[(i + n - 1) % n]?.t1 ?? 0;
    const end = fillets[i]?.t0 ?? 1;
    if (end > start + 1e-9) {
      const s = cubics[i];
      const p = subCubic(s, start, end);
      out.push(isLine(s) ? lineCubic(p[0], p[1], p[6], p[7]) : p);
    }
    out.push(...(fillets[i]?.arcs ?? []));
  }
  return { contour: contourOf(out, c.closed), limit };
}

interface Corner {
  /** Where it is in the outline: piece, contour, segment that ends in it. */
  readonly name: string;
  readonly at: Point;
  /** Towards the centre of the arc. */
  readonly inward: Point;
  /** Of half the angle between the sides: the arc's centre lies at radius / sine from the corner. */
  readonly sine: number;
}

/** Most corners that get a dot each. */
const mostDots = 120;

/** The real corners of one contour. */
function contourCorners(c: Contour, place: string): Corner[] {
  const cubics = segmentsOf(c);
  return cubics.flatMap((s, i): Corner[] => {
    if (!c.closed && i + 1 === cubics.length) return [];
    const u = cubicTangent(s, 1);
    const v = cubicTangent(cubics[(i + 1) % cubics.length], 0);
    const [x, y] = [v.x - u.x, v.y - u.y];
    const l = Math.hypot(x, y);
    if (l < 0.02) return [];
    // Half the angle between the sides has the cosine l / 2, as the tangents differ by that.
    const sine = Math.sqrt(Math.max(1e-6, 1 - (l * l) / 4));
    return [{ name: `${place}.${i}`, at: { x: s[6], y: s[7] }, inward: { x: x / l, y: y / l }, sine }];
  });
}

/** All real corners of an outline. */
const cornersOf = (outline: Outline): Corner[] =>
  outline.flatMap(({ path }, piece) =>
    path.contours.flatMap((c, contour) => contourCorners(c, `${piece}.${contour}`)),
  );

/** The corner nearest to the top left of the bounds, where the radius of all is dragged. */
function firstCorner(outline: Outline, bounds: Bounds): Corner | null {
  const far = (c: Corner) => Math.hypot(c.at.x - bounds.x0, c.at.y - bounds.y0);
  return cornersOf(outline).reduce<Corner | null>(
    (best, c) => (best && far(best) <= far(c) ? best : c),
    null,
  );
}

interface RoundCorners {
  radius: number;
  own: CornerRadii;
}

function rounded(
  outline: Outline,
  { radius, own }: RoundCorners,
): { outline: Outline; limit: number | null } {
  let limit: number | null = null;
  const made = mapPaths(outline, (p, piece) => ({
    ...p,
    contours: p.contours.map((c, contour) => {
      const r = roundContour(c, (segment) => own[`${piece}.${contour}.${segment}`] ?? radius);
      if (r.limit !== null) limit = Math.min(limit ?? r.limit, r.limit);
      return r.contour;
    }),
  }));
  return { outline: made, limit };
}

/** The dot of a corner: the middle of its arc's circle. */
const dotOf = (c: Corner, radius: number): Point => ({
  x: c.at.x + (c.inward.x * radius) / c.sine,
  y: c.at.y + (c.inward.y * radius) / c.sine,
});

/**
 * Corners replaced by arcs, all of one radius or single ones of their own; where two do not fit on a
 * side, both give way.
 */
export const roundCorners = defineStep<RoundCorners>({
  kind: 'round-corners',
  label: 'Round corners',
  about: 'Every corner rounded, or some with radii of their own.',
  alsoKnown: ['fillet', 'soften'],
  fields: [
    size('radius', 'Radius', 'Of every corner.'),
    later(corners('own', 'Own', 'Radii of single corners.'), {}),
  ],
  defaults: { radius: 12, own: {} },
  apply: (outline, p) => rounded(outline, p).outline,
  note(outline, p) {
    const { limit } = rounded(outline, p);
    if (limit === null) return null;
    return limit > 0
      ? `Where two corners meet on a side there is room for ${Number(limit.toFixed(2))} only.`
      : 'There is no room for these radii on some sides; they stay sharp.';
  },
  handles({ radius, own }, { outline, bounds }) {
    const first = firstCorner(outline, bounds);
    if (!first) return [];
    const list = cornersOf(outline);
    const single = list
      .filter((c) => c.name !== first.name || own[c.name] !== undefined)
      .slice(0, mostDots)
      .map((c) => ({
        id: `corner-${c.name}`,
        ...dotOf(c, own[c.name] ?? radius),
        from: c.at,
        small: own[c.name] === undefined,
      }));
    if (own[first.name] !== undefined) return single;
    return [...single, { id: 'radius', sets: ['radius'], ...dotOf(first, radius), from: first.at }];
  },
  drag({ own }, handle, to, { outline, bounds }) {
    const name = handle.replace('corner-', '');
    const c =
      handle === 'radius' ? firstCorner(outline, bounds) : cornersOf(outline).find((k) => k.name === name);
    if (!c) return { params: {} };
    const along = (to.x - c.at.x) * c.inward.x + (to.y - c.at.y) * c.inward.y;
    const radius = Math.max(0, along * c.sine);
    return {
      params:
        handle === 'radius' || own[name] === undefined ? { radius } : { own: { ...own, [name]: radius } },
    };
  },
  typed({ own }, handle, value) {
    const name = handle.replace('corner-', '');
    const radius = Math.max(0, value);
    return own[name] === undefined ? { radius } : { own: { ...own, [name]: radius } };
  },
  press({ radius, own }, handle, { outline, bounds }) {
    const name = handle === 'radius' ? firstCorner(outline, bounds)?.name : handle.replace('corner-', '');
    if (!name) return null;
    const { [name]: was, ...rest } = own;
    return { own: was === undefined ? { ...own, [name]: radius } : rest };
  },
});

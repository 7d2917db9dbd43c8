import { parallelPoint } from '../arrange/parallel';
import { size } from '../document/fields';
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
import type { Point } from '../geometry/vector';
import { defineStep, type Outline } from './definition';

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
  const turn = Math.atan2(u.x * v.y - u.y * v.x, u.x * v.x + u.y * v.y);
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

/** Both fillets of every segment must fit on it: the largest share of the radius that does. */
function fitFillets(cubics: readonly Cubic[], closed: boolean, radius: number): (Fillet | null)[] {
  const n = cubics.length;
  const radii = cubics.map(() => radius);
  for (let round = 0; round < 24; round++) {
    const made = cubics.map((s, i) =>
      closed || i + 1 < n ? fillet(s, cubics[(i + 1) % n], radii[i]) : null,
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
    if (fits || round === 23) return fits ? made : cubics.map(() => null);
  }
  return [];
}

function roundContour(c: Contour, radius: number): Contour {
  const cubics = segmentsOf(c).filter((s) => s[0] !== s[6] || s[1] !== s[7] || !isLine(s));
  const n = cubics.length;
  if (n < 2) return c;
  const fillets = fitFillets(cubics, c.closed, radius);
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
  return contourOf(out, c.closed);
}

interface Corner {
  readonly at: Point;
  /** Towards the centre of the arc. */
  readonly inward: Point;
  /** Of half the angle between the sides: the arc's centre lies at radius / sine from the corner. */
  readonly sine: number;
}

/** The corner nearest to the top left of the bounds, where the radius is dragged. */
function firstCorner(outline: Outline, bounds: Bounds): Corner | null {
  let best: Corner | null = null;
  let least = Number.POSITIVE_INFINITY;
  for (const c of outline.flatMap((p) => p.contours)) {
    const cubics = segmentsOf(c);
    for (let i = 0; i < cubics.length; i++) {
      if (!c.closed && i + 1 === cubics.length) continue;
      const u = cubicTangent(cubics[i], 1);
      const v = cubicTangent(cubics[(i + 1) % cubics.length], 0);
      const [x, y] = [v.x - u.x, v.y - u.y];
      const l = Math.hypot(x, y);
      if (l < 0.02) continue;
      const at = { x: cubics[i][6], y: cubics[i][7] };
      const far = Math.hypot(at.x - bounds.x0, at.y - bounds.y0);
      if (far >= least) continue;
      least = far;
      // Half the angle between the sides has the cosine l / 2, as the tangents differ by that.
      const sine = Math.sqrt(Math.max(1e-6, 1 - (l * l) / 4));
      best = { at, inward: { x: x / l, y: y / l }, sine };
    }
  }
  return best;
}

/** Every corner replaced by an arc of one radius; where two do not fit on a side, both give way. */
export const roundCorners = defineStep({
  kind: 'round-corners',
  fields: [size('radius')],
  defaults: { radius: 12 },
  apply: (outline, { radius }) =>
    radius > 0
      ? outline.map((p) => ({ ...p, contours: p.contours.map((c) => roundContour(c, radius)) }))
      : outline,
  handles({ radius }, { outline, bounds }) {
    const c = firstCorner(outline, bounds);
    if (!c) return [];
    const away = radius / c.sine;
    const at = { x: c.at.x + c.inward.x * away, y: c.at.y + c.inward.y * away };
    return [{ id: 'radius', sets: ['radius'], ...at, from: c.at }];
  },
  drag(_, __, to, { outline, bounds }) {
    const c = firstCorner(outline, bounds);
    if (!c) return { params: {} };
    const along = (to.x - c.at.x) * c.inward.x + (to.y - c.at.y) * c.inward.y;
    return { params: { radius: Math.max(0, along * c.sine) } };
  },
});

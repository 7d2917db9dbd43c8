import { type Cubic, cubicDerivative, cubicExtremes, isLine, reverseCubic } from '../geometry/cubic';
import { fitCurve, type Trace } from './fit-curve';
import type { PlaneMap } from './map';
import { projectCubic } from './project-cubic';

/** Tells whether a cubic runs the way it is fitted in: from the left, then from the top, then by its handles. */
export function runsOn(s: Cubic): boolean {
  for (const [i, j] of [
    [0, 6],
    [1, 7],
    [2, 4],
    [3, 5],
  ] as const)
    if (s[i] !== s[j]) return s[i] < s[j];
  return true;
}

/** Slower than this share of its size a cubic turns round on the spot, or nearly. */
const still = 0.02;

/** Parameters at which a cubic all but stands still between its ends: its image is fitted on either side of them apart. */
function cusps(s: Cubic): number[] {
  const size =
    Math.hypot(s[2] - s[0], s[3] - s[1]) +
    Math.hypot(s[4] - s[2], s[5] - s[3]) +
    Math.hypot(s[6] - s[4], s[7] - s[5]);
  const slow = (t: number) => {
    const v = cubicDerivative(s, t);
    return Math.hypot(v.x, v.y) < still * size;
  };
  const found = cubicExtremes(s).filter((t) => t > 1e-4 && t < 1 - 1e-4 && slow(t));
  return found;
}

/** Places in order, each some way from the one before. */
function apart(places: readonly number[]): number[] {
  const out: number[] = [];
  for (const t of places.toSorted((p, q) => p - q))
    if (!out.length || t - out[out.length - 1] > 1e-4) out.push(t);
  return out;
}

const six = new Float64Array(6);

/** The image of a cubic under a map, by the cubic's parameter. */
function imageOf(s: Cubic, map: PlaneMap): Trace {
  const line = isLine(s);
  const [x0, y0, x1, y1, x2, y2, x3, y3] = s;
  return (t, out, speed) => {
    const u = 1 - t;
    // Ends are the very nodes.
    let x = t === 0 ? x0 : x3;
    let y = t === 0 ? y0 : y3;
    if (t > 0 && t < 1) {
      if (line) {
        x = x0 + (x3 - x0) * t;
        y = y0 + (y3 - y0) * t;
      } else {
        const a = u * u * u;
        const b = 3 * u * u * t;
        const c = 3 * u * t * t;
        const d = t * t * t;
        x = a * x0 + b * x1 + c * x2 + d * x3;
        y = a * y0 + b * y1 + c * y2 + d * y3;
      }
    }
    map.fill(x, y, six);
    out[0] = six[0];
    out[1] = six[1];
    if (!speed) return;
    let dx = x3 - x0;
    let dy = y3 - y0;
    if (!line) {
      const a = 3 * u * u;
      const b = 6 * u * t;
      const c = 3 * t * t;
      dx = a * (x1 - x0) + b * (x2 - x1) + c * (x3 - x2);
      dy = a * (y1 - y0) + b * (y2 - y1) + c * (y3 - y2);
    }
    out[2] = six[2] * dx + six[4] * dy;
    out[3] = six[3] * dx + six[5] * dy;
  };
}

/** The image of a cubic under a map; the same bits in both directions, so that shared edges stay shared. */
export function bendCubic(s: Cubic, map: PlaneMap, tolerance: number): Cubic[] {
  if (!runsOn(s)) return bendCubic(reverseCubic(s), map, tolerance).map(reverseCubic).reverse();
  if (s.every((v, i) => v === s[i % 2])) {
    const { x, y } = map.at(s[0], s[1]);
    return [[x, y, x, y, x, y, x, y]];
  }
  const { homography } = map;
  if (homography) {
    const known = projectCubic(s, homography, tolerance);
    if (known) return known;
  }
  const creases = map.creases?.(s) ?? [];
  const cuts = [...apart([...cusps(s), ...creases]), 1];
  const image = imageOf(s, map);
  // At a crease it is met from inside its stretch.
  const hair = creases.length ? 1e-7 : 0;
  return cuts.flatMap((to, i) => {
    const from = i ? cuts[i - 1] : 0;
    if (from === 0 && to === 1) return fitCurve(image, tolerance);
    const long = to - from;
    return fitCurve((u, out, speed) => {
      if (speed) {
        image(from + Math.min(1 - hair, Math.max(hair, u)) * long, out, true);
        out[2] *= long;
        out[3] *= long;
      }
      image(u === 1 ? to : from + u * long, out, false);
    }, tolerance);
  });
}

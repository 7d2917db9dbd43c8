import { WorkFault } from '../geometry/budget';
import type { MeshNode } from '../scene/types';
import type { PlaneMap } from './map';

/** Pieces a patch may be cut into, a side. */
const cuts = [1, 2, 4, 8, 16] as const;
/** How near to its true place a surface must come, as a share of the mesh's size. */
const near = 2e-4;
/** Most patches that a mesh may come to. */
const mostPatches = 60_000;

/** Bernstein weights of a cubic, and of its slope. */
function bernstein(t: number, w: Float64Array, d: Float64Array): void {
  const s = 1 - t;
  w[0] = s * s * s;
  w[1] = 3 * s * s * t;
  w[2] = 3 * s * t * t;
  w[3] = t * t * t;
  d[0] = -3 * s * s;
  d[1] = 3 * s * (s - 2 * t);
  d[2] = 3 * t * (2 * s - t);
  d[3] = 3 * t * t;
}

const wu = new Float64Array(4);
const du = new Float64Array(4);
const wv = new Float64Array(4);
const dv = new Float64Array(4);

/** Value, slopes along both sides and twist of a channel of a bicubic net at the weights set. */
function atWeights(net: ArrayLike<number>, from: number, channels: number, out: Float64Array): void {
  out.fill(0);
  for (let i = 0; i < 4; i++)
    for (let j = 0; j < 4; j++) {
      const v = net[from + channels * (4 * i + j)];
      out[0] += wu[i] * wv[j] * v;
      out[1] += du[i] * wv[j] * v;
      out[2] += wu[i] * dv[j] * v;
      out[3] += du[i] * dv[j] * v;
    }
}

const six = new Float64Array(6);
const xs = new Float64Array(4);
const ys = new Float64Array(4);

/** Where a place of a patch goes under a map: value, slopes and twist of x, then of y, into `out`. */
function imageAt(
  points: Float64Array,
  from: number,
  map: PlaneMap,
  u: number,
  v: number,
  out: Float64Array,
): void {
  bernstein(u, wu, du);
  bernstein(v, wv, dv);
  atWeights(points, from, 2, xs);
  atWeights(points, from + 1, 2, ys);
  const [x, xu, xv, xuv] = xs;
  const [y, yu, yv, yuv] = ys;
  map.fill(x, y, six);
  const [px, py, a, b, c, d] = six;
  // How the map's slopes change along v, by a difference along it.
  const far = Math.hypot(xv, yv);
  const e = far > 0 ? 1e-3 / far : 0;
  let [hx, hy] = [0, 0];
  if (e > 0) {
    map.fill(x + e * xv, y + e * yv, six);
    hx = six[2] * xu + six[4] * yu;
    hy = six[3] * xu + six[5] * yu;
    map.fill(x - e * xv, y - e * yv, six);
    hx = (hx - six[2] * xu - six[4] * yu) / (2 * e);
    hy = (hy - six[3] * xu - six[5] * yu) / (2 * e);
  }
  out[0] = px;
  out[1] = a * xu + c * yu;
  out[2] = a * xv + c * yv;
  out[3] = a * xuv + c * yuv + hx;
  out[4] = py;
  out[5] = b * xu + d * yu;
  out[6] = b * xv + d * yv;
  out[7] = b * xuv + d * yuv + hy;
}

/** Control values of a bicubic patch of side `h` from value, slopes and twist at its four corners, one channel. */
function controls(
  corners: readonly Float64Array[],
  from: number,
  h: number,
  put: (k: number, v: number) => void,
): void {
  const third = h / 3;
  for (let p = 0; p < 2; p++)
    for (let q = 0; q < 2; q++) {
      const c = corners[2 * p + q];
      const [su, sv] = [p ? -third : third, q ? -third : third];
      for (let a = 0; a < 2; a++)
        for (let b = 0; b < 2; b++)
          put(
            4 * (p ? 3 - a : a) + (q ? 3 - b : b),
            c[from] + a * su * c[from + 1] + b * sv * c[from + 2] + a * b * su * sv * c[from + 3],
          );
    }
}

function sizeOf(points: Float64Array): number {
  let [lo, hi] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const v of points) {
    lo = Math.min(lo, v);
    hi = Math.max(hi, v);
  }
  return Math.max(hi - lo, 1e-9);
}

/** Where in a piece it is looked at: nowhere that symmetry could make it exact. */
const checked = [
  [0.5, 0.5],
  [0.3, 0.6],
  [0.75, 0.35],
] as const;

/** Whether patches cut into n × n come near enough to their true images, as far as some are looked at. */
function nearEnough({ points }: MeshNode, map: PlaneMap, n: number): boolean {
  const patches = points.length / 32;
  const step = Math.max(1, Math.floor(patches / 64));
  const limit = near * sizeOf(points);
  const made = new Float64Array(32);
  const corners = Array.from({ length: 4 }, () => new Float64Array(8));
  const real = new Float64Array(8);
  const h = 1 / n;
  for (let k = 0; k < patches; k += step)
    for (let i = 0; i < n; i++)
      for (let j = 0; j < n; j++) {
        corners.forEach((c, m) => {
          imageAt(points, 32 * k, map, (i + (m >> 1)) * h, (j + (m & 1)) * h, c);
        });
        for (let c = 0; c < 2; c++)
          controls(corners, 4 * c, h, (at, v) => {
            made[2 * at + c] = v;
          });
        for (const [u, v] of checked) {
          bernstein(u, wu, du);
          bernstein(v, wv, dv);
          atWeights(made, 0, 2, xs);
          const mx = xs[0];
          atWeights(made, 1, 2, xs);
          const my = xs[0];
          imageAt(points, 32 * k, map, (i + u) * h, (j + v) * h, real);
          if (Math.hypot(real[0] - mx, real[4] - my) > limit) return false;
        }
      }
  return true;
}

/**
 * A mesh under a map: its patches cut into as many bicubic ones as come near enough, which meet the map's places, slopes and
 * twists at their corners, so that neighbours share their edges. Its colours lie on it as before.
 * @throws WorkFault where it comes to too much.
 */
export function bentMesh(node: MeshNode, map: PlaneMap): MeshNode {
  const { points, colours } = node;
  const patches = points.length / 32;
  const n = cuts.find((k) => nearEnough(node, map, k)) ?? cuts[cuts.length - 1];
  if (patches * n * n > mostPatches)
    throw new WorkFault(`Bent its mesh would have ${patches * n * n} patches; the most is ${mostPatches}.`);
  const outPoints = new Float64Array(32 * patches * n * n);
  const outColours = new Float32Array(64 * patches * n * n);
  const h = 1 / n;
  const side = n + 1;
  const places = Array.from({ length: side * side }, () => new Float64Array(8));
  const tints = Array.from({ length: side * side }, () => new Float64Array(16));
  const channel = new Float64Array(4);
  let at = 0;
  for (let k = 0; k < patches; k++) {
    for (let i = 0; i < side; i++)
      for (let j = 0; j < side; j++) {
        imageAt(points, 32 * k, map, i * h, j * h, places[i * side + j]);
        for (let c = 0; c < 4; c++) {
          atWeights(colours, 64 * k + c, 4, channel);
          tints[i * side + j].set(channel, 4 * c);
        }
      }
    for (let i = 0; i < n; i++)
      for (let j = 0; j < n; j++, at++) {
        const four = [i * side + j, i * side + j + 1, (i + 1) * side + j, (i + 1) * side + j + 1];
        for (let c = 0; c < 2; c++)
          controls(
            four.map((m) => places[m]),
            4 * c,
            h,
            (m, v) => {
              outPoints[32 * at + 2 * m + c] = v;
            },
          );
        for (let c = 0; c < 4; c++)
          controls(
            four.map((m) => tints[m]),
            4 * c,
            h,
            (m, v) => {
              outColours[64 * at + 4 * m + c] = v;
            },
          );
      }
  }
  return { ...node, points: outPoints, colours: outColours };
}

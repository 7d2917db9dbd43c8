import type { Matrix } from '@/core/geometry/matrix';
import { type Colour, each, f } from './single';

/** What shapes are painted with: a colour for every pixel. */
export interface PlainPaint {
  readonly opaque: boolean;
  /** Colour at a pixel centre, in pixels of the whole picture. */
  at(x: number, y: number): Colour;
}

export const solidPaint = (colour: Colour): PlainPaint => ({ opaque: colour[3] >= 1, at: () => colour });

/** What becomes of a position outside 0–1: held, repeated, or reflected. */
const spreads: ((t: number) => number)[] = [
  (t) => (t < 0 ? 0 : t > 1 ? 1 : t),
  (t) => t - Math.floor(t),
  (t) => {
    const u = t - 2 * Math.floor(t * 0.5);
    return u > 1 ? 2 - u : u;
  },
];

/** Share of the way from the focus through (u, v) to the unit circle. */
function radial(u: number, v: number, fx: number, fy: number): number {
  if (fx === 0 && fy === 0) return Math.sqrt(u * u + v * v);
  const [dx, dy] = [u - fx, v - fy];
  const dot = dx * fx + dy * fy;
  const square = dx * dx + dy * dy;
  return square === 0 ? 0 : square / (Math.sqrt(dot * dot + square * (1 - fx * fx - fy * fy)) - dot);
}

/** Share of a whole turn from the direction of u toward that of v. */
const conicPlace = (u: number, v: number): number => {
  const t = Math.atan2(v, u) / (2 * Math.PI);
  return t < 0 ? t + 1 : t;
};

/** A gradient over a table of premultiplied colours, four numbers each. */
export function gradientPaint(
  kind: 'linear' | 'radial' | 'conic',
  [a, b, c, d, e, g]: Matrix,
  [p, q, r]: readonly [number, number, number],
  table: Float32Array,
  spread: number,
  opaque: boolean,
  focus: readonly [number, number],
): PlainPaint {
  const last = table.length / 4 - 1;
  return {
    opaque,
    at(x, y) {
      const far = p * x + q * y + r;
      const w = Math.abs(far) < 1e-12 ? 1e-12 : far;
      const u = (a * x + c * y + e) / w;
      const v = (b * x + d * y + g) / w;
      const place = kind === 'linear' ? u : kind === 'radial' ? radial(u, v, ...focus) : conicPlace(u, v);
      const t = spreads[spread](place) * last;
      const i = Math.trunc(t);
      const at = (k: number): Colour => each((n) => table[4 * k + n]);
      if (i >= last) return at(i);
      const [here, next] = [at(i), at(i + 1)];
      return each((n) => here[n] + f(f(next[n] - here[n]) * f(t - i)));
    },
  };
}

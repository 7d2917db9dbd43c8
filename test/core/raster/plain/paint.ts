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

/** The premultiplied colour of a gradient at a place 0–1. */
export type PlainColours = (t: number) => Colour;

/** Colours of a table, premultiplied, four numbers each. */
export function tableColours(table: Float32Array): PlainColours {
  const last = table.length / 4 - 1;
  const at = (k: number): Colour => each((n) => table[4 * k + n]);
  return (t) => {
    const place = t * last;
    const i = Math.trunc(place);
    if (i >= last) return at(i);
    const [here, next] = [at(i), at(i + 1)];
    return each((n) => here[n] + f(f(next[n] - here[n]) * f(place - i)));
  };
}

/** Colours that run straight from stop to stop: five numbers a stop, its place and its straight-alpha colour. */
export function evenColours(numbers: Float64Array, opacity: number): PlainColours {
  const stops = Array.from({ length: numbers.length / 5 }, (_, i) => ({
    at: numbers[5 * i],
    colour: each((n) => numbers[5 * i + 1 + n]),
  }));
  return (t) => {
    const before = stops.findLast((s) => s.at <= t) ?? stops[0];
    const after = stops.find((s) => s.at > t) ?? before;
    const share =
      after.at > before.at && t >= before.at ? f((t - before.at) * (1 / (after.at - before.at))) : 0;
    const straight = each((n) => {
      const change = f(after.colour[n] - before.colour[n]);
      return Math.min(1, Math.max(0, f(before.colour[n] + f(change * share))));
    });
    const alpha = f(straight[3] * f(opacity));
    return each((n) => (n === 3 ? alpha : f(straight[n] * alpha)));
  };
}

/** A gradient whose colours are known by their place along it. */
export function gradientPaint(
  kind: 'linear' | 'radial' | 'conic',
  [a, b, c, d, e, g]: Matrix,
  [p, q, r]: readonly [number, number, number],
  colours: PlainColours,
  spread: number,
  opaque: boolean,
  focus: readonly [number, number],
): PlainPaint {
  return {
    opaque,
    at(x, y) {
      const far = p * x + q * y + r;
      const w = Math.abs(far) < 1e-12 ? 1e-12 : far;
      const u = (a * x + c * y + e) / w;
      const v = (b * x + d * y + g) / w;
      const place = kind === 'linear' ? u : kind === 'radial' ? radial(u, v, ...focus) : conicPlace(u, v);
      return colours(spreads[spread](place));
    },
  };
}

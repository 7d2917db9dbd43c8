import { add, type Colour, each, f, scaled, subtract, times } from './single';

/** Sums left to right, each sum rounded. */
const sum = (...values: number[]): number => values.reduce((a, b) => f(a + b));

const least = (c: Colour): number => Math.min(c[0], c[1], c[2]);
const greatest = (c: Colour): number => Math.max(c[0], c[1], c[2]);
const lum = (c: Colour): number => sum(f(f(0.3) * c[0]), f(f(0.59) * c[1]), f(f(0.11) * c[2]));
const sat = (c: Colour): number => f(greatest(c) - least(c));

function clipped(colour: Colour): Colour {
  const l = lum(colour);
  const n = least(colour);
  const x = greatest(colour);
  const toward = (c: Colour, by: number): Colour => each((i) => l + f(f(c[i] - l) * by));
  let c = colour;
  if (n < 0) c = toward(c, f(l / f(l - n)));
  if (x > 1) c = toward(c, f(f(1 - l) / f(x - l)));
  return c;
}

const setLum = (c: Colour, l: number): Colour => {
  const by = f(l - lum(c));
  return clipped(each((i) => c[i] + by));
};

function setSat(c: Colour, s: number): Colour {
  const n = least(c);
  const x = greatest(c);
  return x <= n
    ? [0, 0, 0, 0]
    : scaled(
        each((i) => c[i] - n),
        s / f(x - n),
      );
}

const perChannel: Record<number, (b: number, s: number) => number> = {
  6: (b, s) => (b <= 0 ? 0 : s >= 1 ? 1 : Math.min(1, f(b / f(1 - s)))),
  7: (b, s) => (b >= 1 ? 1 : s <= 0 ? 0 : f(1 - Math.min(1, f(f(1 - b) / s)))),
  9: (b, s) => {
    if (s <= 0.5) return f(b - f(f(f(1 - f(2 * s)) * b) * f(1 - b)));
    const d = b <= 0.25 ? f(f(f(f(f(16 * b) - 12) * b) + 4) * b) : f(Math.sqrt(b));
    return f(b + f(f(f(2 * s) - 1) * f(d - b)));
  },
};

/** Modes worked out on straight colours, backdrop and source. */
function mixed(mode: number, b: Colour, s: Colour): Colour {
  const channel = perChannel[mode];
  if (channel) return each((i) => channel(b[i], s[i]));
  if (mode === 12) return setLum(setSat(s, sat(b)), lum(b));
  if (mode === 13) return setLum(setSat(b, sat(s)), lum(b));
  if (mode === 14) return setLum(s, lum(b));
  return setLum(b, lum(s));
}

/** Modes that need no division, on premultiplied colours and their products. */
function premultiplied(mode: number, s: Colour, d: Colour): Colour | null {
  const [as, ab] = [s[3], d[3]];
  const sb = scaled(s, ab);
  const ds = scaled(d, as);
  const both = times(s, d);
  if (mode === 1) return both;
  if (mode === 2) return subtract(add(sb, ds), both);
  if (mode === 4) return each((i) => Math.min(sb[i], ds[i]));
  if (mode === 5) return each((i) => Math.max(sb[i], ds[i]));
  if (mode === 10) return each((i) => Math.abs(f(sb[i] - ds[i])));
  if (mode === 11) return subtract(add(sb, ds), add(both, both));
  if (mode !== 3 && mode !== 8) return null;
  return each((i) => {
    const dark = mode === 8 ? f(s[i] + s[i]) <= as : f(d[i] + d[i]) <= ab;
    if (dark) return both[i] + both[i];
    const p = f(f(ab - d[i]) * f(as - s[i]));
    return f(as * ab) - f(p + p);
  });
}

/** Source `s` over backdrop `d`; modes are numbered as in W3C Compositing and Blending Level 1. */
export function composite(mode: number, s: Colour, d: Colour): Colour {
  if (mode === 0) return each((i) => s[i] + f(d[i] * f(1 - s[3])));
  const [as, ab] = [s[3], d[3]];
  const rest: Colour = each((i) => f(s[i] * f(1 - ab)) + f(d[i] * f(1 - as)));
  let m = premultiplied(mode, s, d);
  if (!m) {
    if (as <= 0 || ab <= 0) m = [0, 0, 0, 0];
    else
      m = scaled(
        mixed(
          mode,
          each((i) => d[i] / ab),
          each((i) => s[i] / as),
        ),
        as * ab,
      );
  }
  const [r, g, b] = add(rest, m);
  return [r, g, b, f(f(as + ab) - f(as * ab))];
}

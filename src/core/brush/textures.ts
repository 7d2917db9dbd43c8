import { chanceAt } from '../geometry/chance';
import { arcCubics, lineCubic } from '../geometry/cubic';
import { contourOf, type Path, pathOf, reverseContour } from '../geometry/path';
import { blot, chance, smoothLoop } from './blot';

/** Art that strokes are made of: its outline over 0 to `long` along and −½ to ½ across. */
export interface Art {
  readonly path: Path;
  readonly long: number;
}

/** Bristles that run dry: long streaks, each begun and ended by chance, thinner toward the end. */
function dry(): Art {
  const long = 9;
  const streaks = 34;
  const contours = Array.from({ length: streaks }, (_, i) => {
    const y = -0.5 + (i + 0.5) / streaks;
    const middle = 1 - Math.abs(2 * y);
    const from = 0.5 * (1 - middle) * chance(i, 0, 1) + 0.12 * chance(i, 1, 1);
    const to = long * (1 - 0.42 * chance(i, 2, 1) * (0.6 + 0.4 * (1 - middle)));
    const thick = (0.62 / streaks) * (0.7 + 0.9 * chance(i, 3, 1));
    const at = (s: number, k: number) => thick * (1 - 0.75 * s) * (0.75 + 0.5 * chance(i, k, 2));
    const places = [0.04, 0.2, 0.45, 0.7, 0.9];
    const along = (s: number) => from + (to - from) * s;
    const upper = places.map((s, k) => [along(s), y - at(s, k)] as const);
    const lower = places.map((s, k) => [along(s), y + at(s, k + 5)] as const).reverse();
    return smoothLoop([[from, y], ...upper, [to, y], ...lower]);
  });
  return { path: pathOf(contours), long };
}

/** Spots of all sizes, closer together toward the middle. */
function speckle(): Art {
  const long = 4;
  const contours = Array.from({ length: 90 }, (_, i) => {
    const x = long * ((i + chance(i, 0, 3)) / 90);
    const off = chanceAt(16 * i + 1, 3);
    const y = 0.5 * off * Math.abs(off) ** 0.4;
    const r = 0.012 + 0.055 * chance(i, 2, 3) ** 3;
    return blot(x, Math.max(-0.5 + r, Math.min(0.5 - r, y)), r, i, 4);
  });
  return { path: pathOf(contours), long };
}

/** A band with an uneven edge and pits in it, as chalk leaves on rough paper. */
function chalk(): Art {
  const long = 6;
  const steps = 72;
  const edge = (side: number, seed: number) =>
    Array.from({ length: steps + 1 }, (_, i) => {
      const x = (long * i) / steps;
      const ends = Math.min(1, (6 * Math.min(i, steps - i)) / steps + 0.35);
      return [x, side * 0.5 * ends * (0.82 + 0.18 * chance(i, 0, seed))] as const;
    });
  const band = smoothLoop([...edge(-1, 5), ...edge(1, 6).reverse()]);
  const pits = Array.from({ length: 120 }, (_, i) => {
    const x = 0.3 + (long - 0.6) * chance(i, 0, 7);
    const y = 0.36 * chanceAt(16 * i + 1, 7);
    return reverseContour(blot(x, y, 0.01 + 0.035 * chance(i, 2, 7) ** 2, i, 8, 5));
  });
  return { path: pathOf([band, ...pits]), long };
}

/** Short slanted lines one behind the other. */
function hatch(): Art {
  const long = 2;
  const lines = 10;
  const contours = Array.from({ length: lines }, (_, i) => {
    const x = (long * (i + 0.2 + 0.3 * chance(i, 0, 9))) / lines;
    const [top, foot] = [-0.5 + 0.12 * chance(i, 1, 9), 0.5 - 0.12 * chance(i, 2, 9)];
    const w = 0.025 + 0.02 * chance(i, 3, 9);
    const lean = 0.12;
    const corner = (y: number, dx: number): readonly [number, number] => [x - lean * y + dx, y];
    const [a, b, c, d] = [corner(top, 0), corner(top, w), corner(foot, w * 0.7), corner(foot, 0)];
    const side = (p: readonly [number, number], q: readonly [number, number]) =>
      lineCubic(p[0], p[1], q[0], q[1]);
    return contourOf([side(a, b), side(b, c), side(c, d), side(d, a)], true);
  });
  return { path: pathOf(contours), long };
}

/** A plain disc, for spots scattered along a path. */
function dot(): Art {
  return { path: pathOf([contourOf(arcCubics(0.5, 0, 0.5, 0, 2 * Math.PI), true)]), long: 1 };
}

/** The art that is shipped, by name and by what it is called. */
export const textureWords = {
  dry: 'Dry bristles',
  speckle: 'Speckle',
  chalk: 'Chalk',
  hatch: 'Hatching',
  dot: 'Dots',
} as const;
export type Texture = keyof typeof textureWords;

const makers: { readonly [K in Texture]: () => Art } = { dry, speckle, chalk, hatch, dot };
const made = new Map<Texture, Art>();

/** Art that is shipped; made once. */
export function textureOf(name: Texture): Art {
  const known = made.get(name) ?? makers[name]();
  made.set(name, known);
  return known;
}

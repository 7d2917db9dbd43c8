import { identity, type Matrix, multiply, rotation, scaling, translation } from '../../geometry/matrix';
import { radians } from '../../geometry/vector';

/** CSS px of a unit (CSS Values 4, section 6.2); those of fonts by the usual size of 16. */
const unitSizes: Readonly<Record<string, number>> = {
  '': 1,
  px: 1,
  pt: 4 / 3,
  pc: 16,
  mm: 96 / 25.4,
  cm: 96 / 2.54,
  q: 96 / 101.6,
  in: 96,
  em: 16,
  rem: 16,
  ex: 8,
  ch: 8,
};

const lengthForm = /^\s*([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)\s*([a-z%]*)\s*$/i;

/** A length in user units; `of` is what a per cent is of. `fallback` for what is none. */
export function lengthOf(text: string | undefined, of: number, fallback: number, fontSize = 16): number {
  const found = lengthForm.exec(text ?? '');
  if (!found) return fallback;
  const [, number, unit] = found;
  const v = Number(number);
  if (unit === '%') return (v / 100) * of;
  const lower = unit.toLowerCase();
  if (lower === 'em') return v * fontSize;
  const size = unitSizes[lower];
  return size === undefined || !Number.isFinite(v) ? fallback : v * size;
}

/** A number, or a per cent as a share, within 0–1. */
export function shareOf(text: string | undefined, fallback = 1): number {
  const v = lengthOf(text, 1, fallback);
  return Math.min(1, Math.max(0, v));
}

/** Numbers with commas or spaces between. */
export const numbersOf = (text: string | undefined): number[] =>
  (text?.match(/[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?/gi) ?? []).map(Number).filter(Number.isFinite);

const angles: Readonly<Record<string, number>> = { '': 1, deg: 1, grad: 0.9, rad: 180 / Math.PI, turn: 360 };

/** Degrees that a word of a transform says. */
function degreesOf(text: string): number {
  const found = lengthForm.exec(text);
  return found ? Number(found[1]) * (angles[found[2].toLowerCase()] ?? 1) : 0;
}

/** Functions of a transform list (CSS Transforms 1); arguments as text. */
const transforms: Readonly<Record<string, (args: readonly string[]) => Matrix>> = {
  matrix: (a) => {
    const m = a.map(Number);
    return m.length === 6 && m.every(Number.isFinite) ? (m as unknown as Matrix) : identity;
  },
  translate: ([x, y = '0']) => translation(lengthOf(x, 0, 0), lengthOf(y, 0, 0)),
  translatex: ([x]) => translation(lengthOf(x, 0, 0), 0),
  translatey: ([y]) => translation(0, lengthOf(y, 0, 0)),
  scale: ([x, y = x]) => scaling(lengthOf(x, 1, 1), lengthOf(y, 1, 1)),
  scalex: ([x]) => scaling(lengthOf(x, 1, 1), 1),
  scaley: ([y]) => scaling(1, lengthOf(y, 1, 1)),
  rotate: ([a, x = '0', y = '0']) => rotation(degreesOf(a), lengthOf(x, 0, 0), lengthOf(y, 0, 0)),
  skewx: ([a]) => [1, 0, Math.tan(radians(degreesOf(a))), 1, 0, 0],
  skewy: ([a]) => [1, Math.tan(radians(degreesOf(a))), 0, 1, 0, 0],
};

/** The matrix of a transform attribute or property; what it does not know is left out. */
export function transformOf(text: string | undefined): Matrix {
  let m = identity;
  for (const [, name, args] of (text ?? '').matchAll(/([a-z]+)\s*\(([^)]*)\)/gi)) {
    const make = transforms[name.toLowerCase()];
    const list = args
      .trim()
      .split(/\s*,\s*|\s+/)
      .filter(Boolean);
    if (make && list.length) m = multiply(m, make(list));
  }
  return m;
}

export interface ViewBox {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** A viewBox attribute, or null for none that means anything. */
export function viewBoxOf(text: string | undefined): ViewBox | null {
  const [x, y, width, height] = numbersOf(text);
  return width > 0 && height > 0 ? { x, y, width, height } : null;
}

const shares: Readonly<Record<string, number>> = { Min: 0, Mid: 0.5, Max: 1 };

/** From a viewBox to a viewport of a size (SVG 2, section 8.6), and whether what reaches beyond is cut off. */
export function fitted(
  box: ViewBox,
  width: number,
  height: number,
  ratio = '',
): { readonly matrix: Matrix; readonly slice: boolean } {
  const [sx, sy] = [width / box.width, height / box.height];
  const slice = /\bslice\b/.test(ratio);
  if (/^\s*none\b/.test(ratio))
    return { matrix: multiply(scaling(sx, sy), translation(-box.x, -box.y)), slice: false };
  const s = slice ? Math.max(sx, sy) : Math.min(sx, sy);
  const found = /x(Min|Mid|Max)Y(Min|Mid|Max)/.exec(ratio);
  const [fx, fy] = found ? [shares[found[1]], shares[found[2]]] : [0.5, 0.5];
  const matrix = multiply(
    translation(fx * (width - s * box.width), fy * (height - s * box.height)),
    multiply(scaling(s), translation(-box.x, -box.y)),
  );
  return { matrix, slice };
}

import { type Matrix, multiply, scaling, translation } from '../../geometry/matrix';

/** Size of a font where none is said, CSS px. */
export const usualFontSize = 16;

/** CSS px of a unit (CSS Values 4, section 6.2). */
const unitSizes: Readonly<Record<string, number>> = {
  '': 1,
  px: 1,
  pt: 4 / 3,
  pc: 16,
  mm: 96 / 25.4,
  cm: 96 / 2.54,
  q: 96 / 101.6,
  in: 96,
  rem: usualFontSize,
};

const lengthForm = /^\s*([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)\s*([a-z%]*)\s*$/i;

/** Sizes of units that go by a font, as shares of its size. */
const fontUnits: Readonly<Record<string, number>> = { em: 1, ex: 0.5, ch: 0.5 };

/** A length in user units; `of` is what a per cent is of. `fallback` for what is none. */
export function lengthOf(
  text: string | undefined,
  of: number,
  fallback: number,
  fontSize: number = usualFontSize,
): number {
  const found = lengthForm.exec(text ?? '');
  if (!found) return fallback;
  const [, number, unit] = found;
  const v = Number(number);
  if (unit === '%') return (v / 100) * of;
  const lower = unit.toLowerCase();
  if (fontUnits[lower]) return v * fontUnits[lower] * fontSize;
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

const sides: Readonly<Record<string, string>> = {
  left: '0%',
  top: '0%',
  center: '50%',
  right: '100%',
  bottom: '100%',
};

/** Both words of a position, across and down, as lengths (CSS Values 4, section 9); the middle where one is left out. */
export function positionOf(text: string): readonly [string, string] {
  const [first = 'center', second = 'center'] = text
    .trim()
    .toLowerCase()
    .split(/[\s,]+/)
    .filter(Boolean);
  const turned = /^(?:top|bottom)$/.test(first) || /^(?:left|right)$/.test(second);
  const [x, y] = turned ? [second, first] : [first, second];
  return [sides[x] ?? x, sides[y] ?? y];
}

import { identity, type Matrix, multiply, rotation, scaling, translation } from '../../geometry/matrix';
import type { Bounds } from '../../geometry/path';
import { radians } from '../../geometry/vector';
import { fontSizeOf, type Style } from './computed-style';
import { lengthOf, positionOf, usualFontSize } from './values';

const angles: Readonly<Record<string, number>> = { '': 1, deg: 1, grad: 0.9, rad: 180 / Math.PI, turn: 360 };

/** Degrees that a word of a transform says. */
function degreesOf(text: string): number {
  const found = /^\s*([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)\s*([a-z]*)\s*$/i.exec(text);
  return found ? Number(found[1]) * (angles[found[2].toLowerCase()] ?? 1) : 0;
}

/** What per cents of a transform are of, and the size of the font. */
interface Within {
  readonly width: number;
  readonly height: number;
  readonly font: number;
}

type Make = (args: readonly string[], within: Within) => Matrix;

const across = (text: string, { width, font }: Within) => lengthOf(text, width, 0, font);
const down = (text: string, { height, font }: Within) => lengthOf(text, height, 0, font);

/** Functions of a transform list (CSS Transforms 1); arguments as text. */
const transforms: Readonly<Record<string, Make>> = {
  matrix: (a) => {
    const m = a.map(Number);
    return m.length === 6 && m.every(Number.isFinite) ? (m as unknown as Matrix) : identity;
  },
  translate: ([x, y = '0'], w) => translation(across(x, w), down(y, w)),
  translatex: ([x], w) => translation(across(x, w), 0),
  translatey: ([y], w) => translation(0, down(y, w)),
  scale: ([x, y = x]) => scaling(lengthOf(x, 1, 1), lengthOf(y, 1, 1)),
  scalex: ([x]) => scaling(lengthOf(x, 1, 1), 1),
  scaley: ([y]) => scaling(1, lengthOf(y, 1, 1)),
  rotate: ([a, x = '0', y = '0']) => rotation(degreesOf(a), lengthOf(x, 0, 0), lengthOf(y, 0, 0)),
  skewx: ([a]) => [1, 0, Math.tan(radians(degreesOf(a))), 1, 0, 0],
  skewy: ([a]) => [1, Math.tan(radians(degreesOf(a))), 0, 1, 0, 0],
  skew: ([a, b = '0']) => [1, Math.tan(radians(degreesOf(b))), Math.tan(radians(degreesOf(a))), 1, 0, 0],
};

const nothing: Within = { width: 0, height: 0, font: usualFontSize };

/** The matrix of a transform attribute or property; what it does not know is left out. */
export function transformOf(text: string | undefined, within: Within = nothing): Matrix {
  let m = identity;
  for (const [, name, args] of (text ?? '').matchAll(/([a-z]+)\s*\(([^)]*)\)/gi)) {
    const make = transforms[name.toLowerCase()];
    const list = args
      .trim()
      .split(/\s*,\s*|\s+/)
      .filter(Boolean);
    if (make && list.length) m = multiply(m, make(list, within));
  }
  return m;
}

/** Transforms that are properties by themselves, in the order in which they count (CSS Transforms 2, section 5). */
const single = ['translate', 'rotate', 'scale'] as const;

/** Whether an element’s transform goes by its own bounds. */
export const turnsInItself = (style: Style): boolean =>
  /^(?:fill-box|content-box|stroke-box|border-box)$/.test(style['transform-box'] ?? '');

/**
 * The transform of an element by its properties, about its origin (CSS Transforms 1, sections 5 and 6).
 * @param viewport what per cents are of, where they are not of the element’s own bounds
 * @param own the element’s own bounds, where its properties ask for these and they are known
 */
export function elementTransform(
  style: Style,
  viewport: { readonly width: number; readonly height: number },
  own: Bounds | null = null,
): Matrix {
  const alone = single.flatMap((name) =>
    style[name] && style[name] !== 'none' ? [`${name}(${style[name]})`] : [],
  );
  const text = [...alone, style.transform ?? ''].join(' ').trim();
  if (!text || text === 'none') return identity;
  const box = own ?? { x0: 0, y0: 0, x1: viewport.width, y1: viewport.height };
  const within = { width: box.x1 - box.x0, height: box.y1 - box.y0, font: fontSizeOf(style) };
  const matrix = transformOf(text, within);
  const said = style['transform-origin'];
  if (said === undefined && !own) return matrix;
  const [x, y] = positionOf(said ?? '0 0');
  const [ox, oy] = [box.x0 + across(x, within), box.y0 + down(y, within)];
  return multiply(translation(ox, oy), multiply(matrix, translation(-ox, -oy)));
}

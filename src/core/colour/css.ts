// Makes the library read every colour space of CSS Color 4.
import 'culori/css';
import { converter, parse } from 'culori/fn';
import { formatHex, isHex, parseHex } from './colour';
import { argumentsIn, mixedColour } from './css-mix';
import { fitted, toOklch } from './oklch';
import { fromOklab } from './spaces';

// Each mode brings the syntax it is written in.
const toRgb = converter('rgb');

type Parsed = ReturnType<typeof parse>;

/** Mixes that may stand in one another. */
const deepest = 8;

/** A colour as it is written, or what a mix of others comes to; undefined for what is none. */
function parsed(text: string, depth = 0): Parsed {
  const mix = /^color-mix\(([\s\S]*)\)$/.exec(text);
  if (!mix) return parse(text);
  return depth < deepest ? mixedColour(argumentsIn(mix[1]), (part) => parsed(part, depth + 1)) : undefined;
}

/** A CSS colour in sRGB, or undefined for what is none. */
function cssColour(text: string): ReturnType<typeof toRgb> {
  try {
    return toRgb(parsed(text));
  } catch (e) {
    // The library trips over an alpha with letters behind it, as in “rgb(1 2 3 / 50px)”: no colour.
    if (e instanceof TypeError) return undefined;
    throw e;
  }
}

/** A colour that was read from text. */
export interface ReadColour {
  readonly hex: string;
  /** Whether it lay outside sRGB and its chroma was cut to what that holds. */
  readonly clipped: boolean;
}

/**
 * A colour from text: hex of 3, 4, 6 or 8 digits with or without #, any colour of CSS Color 4, or
 * three or four numbers of red, green, blue 0–255 and alpha 0–1. Null for anything else.
 */
export function readColour(text: string): ReadColour | null {
  const t = text.trim().toLowerCase();
  const hex = t.startsWith('#') ? t : `#${t}`;
  if (isHex(hex)) return { hex: formatHex(parseHex(hex)), clipped: false };
  const numbers = t
    .split(/[\s,/]+/)
    .filter(Boolean)
    .map(Number);
  if (numbers.length >= 3 && numbers.length <= 4 && numbers.every(Number.isFinite)) {
    const [r, g, b, a = 1] = numbers;
    return numbers.every((v, i) => v >= 0 && v <= (i < 3 ? 255 : 1))
      ? { hex: formatHex([r / 255, g / 255, b / 255, a]), clipped: false }
      : null;
  }
  const rgb = cssColour(t);
  if (!rgb) return null;
  const { r, g, b, alpha = 1 } = rgb;
  if ([r, g, b].every((v) => v > -0.002 && v < 1.002))
    return { hex: formatHex([r, g, b, alpha]), clipped: false };
  const { l, c, h } = fitted(toOklch([r, g, b, 1]));
  const a = (h * Math.PI) / 180;
  const inside = fromOklab([l, c * Math.cos(a), c * Math.sin(a)]);
  return { hex: formatHex([...inside, alpha] as [number, number, number, number]), clipped: true };
}

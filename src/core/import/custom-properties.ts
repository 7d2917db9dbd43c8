import { generate, parse, walk } from 'css-tree';
import { readColour } from '../colour/css';
import { interpolations } from '../colour/gradient';
import { cssSpaces, swatchName } from '../format/custom-properties';
import { TokenError } from '../format/tokens';
import type { Swatch } from '../palette/types';

/** Properties that are read of one file, and references that are followed. */
const most = 2000;
const mostFollowed = 20_000;

/** The arguments of a function, told apart by commas that stand in no brackets. */
function argumentsOf(text: string): string[] {
  const out: string[] = [];
  let depth = 0;
  let own = '';
  for (const c of text) {
    if (c === '(') depth++;
    if (c === ')') depth--;
    if (c === ',' && depth === 0) {
      out.push(own.trim());
      own = '';
    } else own += c;
  }
  return [...out, own.trim()];
}

/** Where the bracket closes that opens at a place; the end where it does not. */
function closing(text: string, from: number): number {
  let depth = 0;
  for (let i = from; i < text.length; i++) {
    if (text[i] === '(') depth++;
    else if (text[i] === ')' && --depth === 0) return i;
  }
  return text.length;
}

/** The stops of a gradient: those without a place lie evenly between their neighbours (CSS Images 4, 3.5.1). */
function stopsOf(list: readonly string[]): { at: number; colour: string }[] | null {
  const read = list.map((text) => {
    const place = /\s([\d.]+)%\s*$/.exec(text);
    const colour = readColour(place ? text.slice(0, place.index) : text);
    return colour && { at: place ? Number((Number(place[1]) / 100).toFixed(6)) : null, colour: colour.hex };
  });
  if (read.length < 2 || read.length > 256 || read.some((s) => !s)) return null;
  const stops = read as { at: number | null; colour: string }[];
  const places = stops.map((s, i) => s.at ?? (i === 0 ? 0 : i === stops.length - 1 ? 1 : null));
  let before = 0;
  return stops.map(({ colour }, i) => {
    let at = places[i];
    if (at === null) {
      const next = places.findIndex((p, k) => k > i && p !== null);
      const from = places.slice(0, i).findLastIndex((p) => p !== null);
      const [a, b] = [places[from] ?? 0, places[next] ?? 1];
      at = a + ((b - a) * (i - from)) / (next - from);
    }
    before = Math.min(1, Math.max(before, at));
    return { at: before, colour };
  });
}

/** A value as a colour or as the colours of a gradient; null for anything else. */
function readValue(
  text: string,
):
  | Pick<Extract<Swatch, { colour: string }>, 'colour'>
  | Pick<Extract<Swatch, { stops: unknown }>, 'stops' | 'interpolation'>
  | null {
  const colour = readColour(text);
  if (colour) return { colour: colour.hex };
  const gradient = /^(?:repeating-)?(?:linear|radial|conic)-gradient\(([\s\S]*)\)$/i.exec(text.trim());
  if (!gradient) return null;
  const [first, ...rest] = argumentsOf(gradient[1]);
  const space = /\bin\s+([a-z-]+)/i.exec(first)?.[1]?.toLowerCase();
  // A first argument that is no stop says how it lies.
  const stops = stopsOf([first, ...rest]) ?? stopsOf(rest);
  const known = interpolations.find((i) => cssSpaces[i] === space) ?? 'srgb';
  return stops && { stops, interpolation: known };
}

/**
 * The colours and gradients among the custom properties of a style sheet, in its order; the last of a name counts, and references to
 * others are followed.
 * @param makeId gives each swatch an id
 * @throws TokenError where it holds none.
 */
export function propertiesToPalette(text: string, makeId: () => string): Swatch[] {
  const said = new Map<string, string>();
  walk(parse(text, { parseValue: false, parseCustomProperty: false }), (node) => {
    if (node.type !== 'Declaration' || !node.property.startsWith('--') || said.size >= most) return;
    said.set(node.property, generate(node.value).trim());
  });
  // What refers to others twice over, again and again, is given up.
  let left = mostFollowed;
  /** A value with what it refers to in the place of references; what refers to itself stays. */
  const resolved = (value: string, seen: readonly string[]): string => {
    const at = value.indexOf('var(');
    if (at < 0 || seen.length > 40 || left-- <= 0) return value;
    const end = closing(value, at + 3);
    const [name, ...fallback] = argumentsOf(value.slice(at + 4, end));
    const other = seen.includes(name) ? undefined : said.get(name);
    const own =
      other === undefined ? resolved(fallback.join(','), [...seen, name]) : resolved(other, [...seen, name]);
    return value.slice(0, at) + own + resolved(value.slice(end + 1), seen);
  };
  const out = [...said].flatMap(([property, value]): Swatch[] => {
    const read = readValue(resolved(value, [property]));
    return read ? [{ id: makeId(), name: swatchName(property), ...read } as Swatch] : [];
  });
  if (!out.length) throw new TokenError('There are no colours and no gradients among its custom properties.');
  return out;
}

import { generate, parse, walk } from 'css-tree';
import { readColour } from '../colour/css';
import { argumentsIn } from '../colour/css-mix';
import { interpolations } from '../colour/gradient';
import { cssSpaces, swatchName } from '../format/custom-properties';
import { TokenError } from '../format/tokens';
import type { Swatch } from '../palette/types';
import { References } from './css-references';

/** Properties that are read of one file, and references that are followed together with the characters that these come to. */
const most = 2000;
const mostFollowed = 2_000_000;

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
  const [first, ...rest] = argumentsIn(gradient[1]);
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
  let left = mostFollowed;
  const follows = (cost: number): boolean => {
    left -= cost;
    return left >= 0;
  };
  const references = new References((name) => said.get(name), follows);
  const out = [...said].flatMap(([property, value]): Swatch[] => {
    const read = readValue(references.resolved(value, [property]) ?? '');
    return read ? [{ id: makeId(), name: swatchName(property), ...read } as Swatch] : [];
  });
  if (!out.length) throw new TokenError('There are no colours and no gradients among its custom properties.');
  return out;
}

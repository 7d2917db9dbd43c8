import { formatHex, parseHex } from '../../colour/colour';
import { readColour } from '../../colour/css';
import type { Card } from '../../document/card';
import { makeFinish } from '../../document/create';
import { meanScale } from '../../geometry/matrix';
import type { Setting, SvgReader } from './context';
import { type Element, referenced } from './element';
import { filterLayers, type Layer, type ShadowLayer } from './filter-layers';
import { lengthOf, numbersOf } from './values';

/** A shadow as a finish; lengths of finishes are the sheet’s. */
function shadowFinish({ dx, dy, sigma, colour: [r, g, b, a], within }: ShadowLayer, scale: number): Card {
  return makeFinish('soft-shadow', {
    falls: within === 'inside' ? 'inside' : 'outside',
    hollow: within === 'outside',
    shiftX: dx * scale,
    shiftY: dy * scale,
    softness: 2 * sigma * scale,
    colour: formatHex([r, g, b, 1]),
    opacity: a,
    blend: 'normal',
  });
}

/** Layers as finishes: shadows beneath what is painted and into it; null where they lie otherwise. */
function asFinishes(layers: readonly Layer[], scale: number): Card[] | null {
  const [only] = layers;
  if (layers.length === 1 && only.kind === 'blurred') {
    const inner = asFinishes(only.layers, scale);
    return inner && [...inner, makeFinish('blur', { softness: 2 * only.sigma * scale })];
  }
  const at = layers.findIndex((l) => l.kind === 'source');
  const source = layers[at];
  if (source?.kind !== 'source') return null;
  const shadows = layers.filter((l) => l.kind === 'shadow');
  if (shadows.length !== layers.length - 1) return null;
  // Those into it lie over it, all others beneath.
  if (layers.some((l, i) => l.kind === 'shadow' && (l.within === 'inside') !== i > at)) return null;
  const blur = source.sigma ? [makeFinish('blur', { softness: 2 * source.sigma * scale })] : [];
  if (blur.length && shadows.length) return null;
  return [...blur, ...shadows.filter((s) => s.colour[3] > 0).map((s) => shadowFinish(s, scale))];
}

/** Functions of a CSS filter list that come to finishes: blur and drop-shadow (Filter Effects 1). */
function functionFinish(name: string, args: string, scale: number): Card | null {
  if (name === 'blur') return makeFinish('blur', { softness: 2 * lengthOf(args, 0, 0) * scale });
  if (name !== 'drop-shadow') return null;
  const colour = /(#[0-9a-f]+|[a-z]+\([^)]*\)|[a-z]{3,})/i.exec(args)?.[0];
  const [dx = 0, dy = 0, sigma = 0] = numbersOf(colour ? args.replace(colour, ' ') : args);
  const own = parseHex(readColour(colour ?? '#000000')?.hex ?? '#000000');
  return shadowFinish({ kind: 'shadow', dx, dy, sigma, colour: own, within: 'all' }, scale);
}

/** What an element’s filter makes of it: finishes, how much of it shows, and how far it is moved in its own coordinates. */
export interface Filtered {
  readonly finishes: readonly Card[];
  readonly opacity: number;
  readonly dx: number;
  readonly dy: number;
}

const plain = (finishes: readonly Card[]): Filtered => ({ finishes, opacity: 1, dx: 0, dy: 0 });

/** A shadow without what casts it: that in one ink, moved and blurred; null for any other layers. */
function shadowAlone(layers: readonly Layer[], scale: number): Filtered | null {
  const [only] = layers;
  if (layers.length !== 1 || only.kind !== 'shadow' || only.within !== 'all') return null;
  const { colour, sigma, dx, dy } = only;
  const [r, g, b, opacity] = colour;
  // Of a threshold of all there is, every colour becomes the ink.
  const ink = makeFinish('one-ink', { colour: formatHex([r, g, b, 1]), tones: 'hard', threshold: 1 });
  const blur = sigma ? [makeFinish('blur', { softness: 2 * sigma * scale })] : [];
  return { finishes: [ink, ...blur], opacity, dx, dy };
}

const known = new WeakMap<Setting, Filtered>();

/** What the filter of an element comes to, told once of what is read under a setting: what no finish can do is left out. */
export function filteredBy(reader: SvgReader, element: Element, inside: Setting): Filtered {
  const made = known.get(inside) ?? readFilter(reader, element, inside);
  known.set(inside, made);
  return made;
}

function readFilter(reader: SvgReader, element: Element, { style, toSheet }: Setting): Filtered {
  const text = style.filter?.trim();
  if (!text || text === 'none') return plain([]);
  const scale = meanScale(toSheet);
  const id = referenced(text);
  const filter = id === null ? undefined : reader.ids.get(id);
  const tell = () => reader.leave('Filters other than blurs and shadows', element);
  if (filter?.name === 'filter') {
    const layers = filterLayers(reader, filter);
    const made = layers && (asFinishes(layers, scale) ?? shadowAlone(layers, scale));
    if (!made) tell();
    return made === null ? plain([]) : 'finishes' in made ? made : plain(made);
  }
  const found = [...text.matchAll(/([a-z-]+)\(((?:[^()]|\([^()]*\))*)\)/gi)].map(([, name, args]) =>
    functionFinish(name.toLowerCase(), args, scale),
  );
  if (!found.length || found.some((f) => !f)) tell();
  return plain(found.filter((f) => f !== null));
}

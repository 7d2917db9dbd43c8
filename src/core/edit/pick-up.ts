import { coloursOf, convertPaint, isGradient, withStopChanged } from '../coat';
import type { Coat, Paint } from '../coat/types';
import type { Card } from '../document/card';
import { makeCoat, makeId } from '../document/create';
import type { Part } from '../document/types';
import { withValueAt } from '../measure/address';
import { isColourSwatch, linkSwatch } from '../palette/palette';
import type { Swatch } from '../palette/types';

/** What one part can take from another. */
export const aspects = {
  look: 'Whole look',
  coats: 'Coats',
  paint: 'Paint',
  'first-colour': 'First colour',
  'last-colour': 'Last colour',
  stroke: 'Stroke',
  opacity: 'Opacity',
  finishes: 'Finishes',
  colour: 'Colour',
} as const;
export type Aspect = keyof typeof aspects;

const freshCard = (c: Card): Card => ({ ...c, id: makeId() });
const freshCoat = (c: Coat): Coat => ({ ...c, id: makeId(), steps: c.steps.map(freshCard) });

/** The coat that stands for a part's paint: the one named, else the topmost fill, else the topmost of all. */
const leading = (part: Part, id?: string): Coat | undefined =>
  part.coats.find((c) => c.id === id) ??
  [...part.coats].reverse().find((c) => c.kind === 'fill') ??
  part.coats.at(-1);

/** A paint with one end of its colours another: a gradient's first or last stop, or the one colour it has. */
function withEnd(paint: Paint, end: 'first' | 'last', colour: string): Paint {
  if (paint.kind === 'solid' || paint.kind === 'grain') return { ...paint, colour };
  if (!isGradient(paint)) return paint;
  const places = paint.stops.map((s) => s.at);
  const at = end === 'first' ? Math.min(...places) : Math.max(...places);
  const index = end === 'first' ? places.indexOf(at) : places.lastIndexOf(at);
  return { ...paint, stops: withStopChanged(paint.stops, index, { colour }) };
}

const withPaintOf = (part: Part, coat: Coat | undefined, change: (paint: Paint) => Paint): Part =>
  coat
    ? { ...part, coats: part.coats.map((c) => (c === coat ? { ...c, paint: change(c.paint) } : c)) }
    : part;

/** A part that has taken an aspect from another; `coat` names the coat that takes a paint. */
export function pickUp(to: Part, from: Part, aspect: Exclude<Aspect, 'colour'>, coat?: string): Part {
  const own = leading(to, coat);
  const theirs = leading(from);
  switch (aspect) {
    case 'look':
      return {
        ...to,
        coats: from.coats.map(freshCoat),
        finishes: from.finishes.map(freshCard),
        opacity: from.opacity,
        blend: from.blend,
      };
    case 'coats':
      return { ...to, coats: from.coats.map(freshCoat) };
    case 'stroke':
      return {
        ...to,
        coats: [
          ...to.coats.filter((c) => c.kind !== 'stroke'),
          ...from.coats.filter((c) => c.kind === 'stroke').map(freshCoat),
        ],
      };
    case 'opacity':
      return { ...to, opacity: from.opacity, blend: from.blend };
    case 'finishes':
      return { ...to, finishes: from.finishes.map(freshCard) };
    case 'paint':
      return theirs ? withPaintOf(to, own, () => theirs.paint) : to;
    default: {
      const list = theirs ? coloursOf(theirs.paint) : [];
      const end = aspect === 'first-colour' ? 'first' : 'last';
      const colour = end === 'first' ? list[0] : list.at(-1);
      return colour ? withPaintOf(to, own, (p) => withEnd(p, end, colour)) : to;
    }
  }
}

/** Numbers of the grips of one kind, such as `stop-2`. */
const numbersOf = (grips: readonly string[], kind: string): number[] =>
  grips.filter((g) => g.startsWith(`${kind}-`)).map((g) => Number(g.slice(kind.length + 1)));

/** Places within a paint of the colours that grips stand for; its one colour, or the first stop, where none is chosen. */
function colourPlaces(paint: Paint, grips: readonly string[]): string[] {
  switch (paint.kind) {
    case 'solid':
    case 'grain':
      return ['colour'];
    case 'mesh':
      return numbersOf(grips, 'node').map((i) => `nodes/${i}/colour`);
    case 'corners':
      return grips.filter((g) => g !== 'kind' && g in paint);
    case 'stripes':
    case 'pattern':
      return [];
    default: {
      const chosen = numbersOf(grips, 'stop');
      return (chosen.length ? chosen : [0]).map((i) => `stops/${i}/colour`);
    }
  }
}

/** A part with a colour put into one of its coats, at the grips that are chosen. */
export function putColour(part: Part, colour: string, grips: readonly string[], coat?: string): Part {
  const own = leading(part, coat);
  return own
    ? colourPlaces(own.paint, grips).reduce(
        (p, at) => withValueAt(p, `coats/${own.id}/paint/${at}`, colour),
        part,
      )
    : part;
}

/**
 * A part with a swatch put into one of its coats and linked: a colour at the grips that are chosen, else in
 * place of the coat's paint; a gradient in place of the colours of one. A part without coats gets a fill.
 */
export function putSwatch(part: Part, swatch: Swatch, grips: readonly string[], coat?: string): Part {
  if (!part.coats.length) return putSwatch({ ...part, coats: [makeCoat('fill')] }, swatch, []);
  const own = leading(part, coat) as Coat;
  const at = `coats/${own.id}/paint`;
  if (!isColourSwatch(swatch)) {
    const paint = isGradient(own.paint) ? own.paint : convertPaint(own.paint, 'linear');
    return linkSwatch(withValueAt(part, at, paint), at, swatch);
  }
  const places = grips.length ? colourPlaces(own.paint, grips) : [];
  if (places.length) return places.reduce((p, place) => linkSwatch(p, `${at}/${place}`, swatch), part);
  const solid: Paint = { kind: 'solid', colour: swatch.colour };
  return linkSwatch(withValueAt(part, at, solid), `${at}/colour`, swatch);
}

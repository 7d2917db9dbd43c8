import { coatFields, paints } from '../../coat';
import type { Coat } from '../../coat/types';
import type { Card } from '../../document/card';
import { keptWithin, lengthLimit } from '../../document/fields';
import type { Part } from '../../document/types';
import { finishes } from '../../finish';
import { isPrimitive, paramsOf, primitives } from '../../source';

const kept = (v: number): number => Math.min(lengthLimit, Math.max(-lengthLimit, v));

/** A coat with its numbers as far as they go, those of its paint too. */
function coatWithin(coat: Coat): Coat {
  const own = keptWithin(coatFields[coat.kind], coat);
  const { paint } = own;
  const dashes = own.kind === 'stroke' ? { dashes: own.dashes.slice(0, 1000).map(kept) } : {};
  const within = keptWithin(paints[paint.kind].stored, paint);
  return {
    ...own,
    ...dashes,
    paint: 'stops' in within ? { ...within, stops: within.stops.slice(0, 256) } : within,
  } as Coat;
}

const finishWithin = (card: Card): Card => ({
  ...card,
  params: keptWithin(finishes[card.kind].fields, card.params),
});

/** A part with its numbers as far as a design can have them; null for an outline that reaches beyond. */
export function fittingPart<P extends Omit<Part, 'id'>>(part: P): P | null {
  const { source, place } = part;
  if (source.kind === 'path' && source.contours.some((c) => c.xy.some((v) => !(Math.abs(v) <= lengthLimit))))
    return null;
  if (!Object.values(place).every(Number.isFinite)) return null;
  return {
    ...part,
    source: isPrimitive(source)
      ? { ...keptWithin(primitives[source.kind].fields, paramsOf(source)), kind: source.kind }
      : source,
    place: {
      ...place,
      x: kept(place.x),
      y: kept(place.y),
      scaleX: kept(place.scaleX),
      scaleY: kept(place.scaleY),
      // As steep as a skew may be, and a little less.
      skew: Math.min(89.999, Math.max(-89.999, place.skew)),
    },
    coats: part.coats.map(coatWithin),
    finishes: part.finishes.map(finishWithin),
  };
}

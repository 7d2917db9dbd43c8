import type { Field } from '../document/fields';
import type { Card, Part } from '../document/types';
import { finishes } from '../finish';
import { origin, type Place } from '../geometry/matrix';
import type { Path } from '../geometry/path';
import { joinOutline } from '../holder/join';
import { primitives } from '../source';
import { steps } from '../step';
import { mixCoats, mixColour, mixNumber } from './look';
import { blendPaths } from './match';

/** An end of a blend: a part and its outline where it stands. */
export interface End {
  readonly part: Part;
  readonly outline: readonly Path[];
  /** The coats it is painted with; those of a group are its lowest member’s. */
  readonly coats: Part['coats'];
}

type Values = Readonly<Record<string, unknown>>;

/** Parameters between two of one kind: numbers and colours run evenly, what can only switch does half way. */
function mixValues(fields: readonly Field[], a: Values, b: Values, t: number): Record<string, unknown> {
  const out: Record<string, unknown> = { ...(t < 0.5 ? a : b) };
  for (const { name, type } of fields) {
    const [p, q] = [a[name], b[name]];
    if (typeof p === 'number' && typeof q === 'number')
      out[name] = type === 'count' ? Math.round(mixNumber(p, q, t)) : mixNumber(p, q, t);
    else if (type === 'colour') out[name] = mixColour(String(p), String(q), t);
  }
  return out;
}

type Kinds = Readonly<Record<string, { readonly fields: readonly Field[] }>>;

const alike = (a: readonly Card[], b: readonly Card[]): boolean =>
  a.length === b.length && a.every((c, i) => c.kind === b[i].kind && c.on === b[i].on);

const mixCards = (kinds: Kinds, a: readonly Card[], b: readonly Card[], t: number): Card[] =>
  a.map((c, i) => ({ ...c, params: mixValues(kinds[c.kind].fields, c.params, b[i].params, t) }));

const mixPlace = (a: Place, b: Place, t: number): Place => ({
  x: mixNumber(a.x, b.x, t),
  y: mixNumber(a.y, b.y, t),
  turn: mixNumber(a.turn, b.turn, t),
  skew: mixNumber(a.skew, b.skew, t),
  scaleX: mixNumber(a.scaleX, b.scaleX, t),
  scaleY: mixNumber(a.scaleY, b.scaleY, t),
});

/** Whether two parts are one primitive with the same steps, so that its own numbers can run between. */
function sameMake(a: Part, b: Part): boolean {
  const { kind } = a.source;
  return kind === b.source.kind && kind !== 'path' && kind in primitives && alike(a.steps, b.steps);
}

/**
 * The parts between two ends, by the share of the way, 0–1. Of two primitives of one kind the
 * parameters run, so that circles stay circles; of others the outlines do.
 */
export function betweenParts(a: End, b: End): (t: number) => Part {
  const shape = sameMake(a.part, b.part) ? null : blendPaths(joinOutline(a.outline), joinOutline(b.outline));
  return (t) => {
    const near = t < 0.5 ? a.part : b.part;
    const common = {
      ...near,
      children: [],
      hidden: false,
      opacity: mixNumber(a.part.opacity, b.part.opacity, t),
      coats: mixCoats(a.coats, b.coats, t),
      finishes: alike(a.part.finishes, b.part.finishes)
        ? mixCards(finishes, a.part.finishes, b.part.finishes, t)
        : [],
    };
    if (shape) {
      const { contours, fillRule } = shape(t);
      return { ...common, steps: [], place: origin, source: { kind: 'path', contours, fillRule } };
    }
    const { kind } = a.part.source;
    const values = mixValues(primitives[kind].fields, { ...a.part.source }, { ...b.part.source }, t);
    return {
      ...common,
      source: { ...values, kind } as Part['source'],
      steps: mixCards(steps, a.part.steps, b.part.steps, t),
      place: mixPlace(a.part.place, b.part.place, t),
    };
  };
}

import { paintOf } from '../coat/paint';
import type { Paint } from '../coat/types';
import { finishes } from '../finish';
import { holders, holdsParts } from '../holder';
import { paramsOf, primitives } from '../source';
import { steps } from '../step';
import type { Card } from './card';
import { type Reference, type Referring, referencesIn, renamedReferences } from './references';
import type { Part, Source } from './types';

type Definition = Referring<Record<string, unknown>> & Parameters<typeof referencesIn>[0];

const sourceDefinition = (source: Source): Definition =>
  (holdsParts(source) ? holders[source.kind] : primitives[source.kind]) as unknown as Definition;

/** A paint tells its fields one by one: what it names it says itself. */
const paintDefinition = (paint: Paint): Definition => {
  const { references, withReferences: renamed } = paintOf(paint);
  return { references, withReferences: renamed, fields: [] } as unknown as Definition;
};

/** The parts that cards of some kinds name. */
export const cardReferences = (
  kinds: Readonly<Record<string, object>>,
  list: readonly Card[],
): readonly Reference[] => list.flatMap((c) => referencesIn(kinds[c.kind] as Definition, c.params));

/** The parts that a source names, what it holds aside. */
export const sourceReferences = (source: Source): readonly Reference[] =>
  referencesIn(sourceDefinition(source), source);

/** The parts that a step names. */
export const stepReferences = (card: Card): readonly Reference[] => cardReferences(steps, [card]);

/** The parts that the coats of a part name in their paints and steps. */
const coatReferences = ({ coats }: Pick<Part, 'coats'>): readonly Reference[] =>
  coats.flatMap((c) => [
    ...referencesIn(paintDefinition(c.paint), c.paint),
    ...cardReferences(steps, c.steps),
  ]);

const known = new WeakMap<Part, readonly Reference[]>();

/** All parts that a part names, what it holds aside; remembered as long as the part is the same object. */
export function referencesOf(part: Part): readonly Reference[] {
  let found = known.get(part);
  if (!found) {
    found = [
      ...sourceReferences(part.source),
      ...cardReferences(steps, part.steps),
      ...coatReferences(part),
      ...cardReferences(finishes, part.finishes),
    ];
    known.set(part, found);
  }
  return found;
}

const renamedCards = (
  kinds: Readonly<Record<string, object>>,
  list: readonly Card[],
  rename: (id: string) => string,
): readonly Card[] =>
  list.map((c) => {
    const params = renamedReferences<Record<string, unknown>>(kinds[c.kind] as Definition, c.params, rename);
    return params === c.params ? c : { ...c, params };
  });

/** A part with the ids of others that it names put through `rename`. */
export function withReferences(part: Part, rename: (id: string) => string): Part {
  const source = holdsParts(part.source)
    ? renamedReferences(holders[part.source.kind], part.source, rename)
    : renamedReferences(primitives[part.source.kind], paramsOf(part.source), rename);
  return {
    ...part,
    source: source as Source,
    steps: renamedCards(steps, part.steps, rename),
    coats: part.coats.map((c) => ({
      ...c,
      paint: paintOf(c.paint).withReferences?.(c.paint, rename) ?? c.paint,
      steps: renamedCards(steps, c.steps, rename),
    })),
    finishes: renamedCards(finishes, part.finishes, rename),
  };
}

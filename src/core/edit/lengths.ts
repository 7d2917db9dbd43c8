import { shownCoatFields } from '../coat';
import type { Coat } from '../coat/types';
import type { Card } from '../document/card';
import type { Field } from '../document/fields';
import type { Part } from '../document/types';
import { isPrimitive, primitives } from '../source';
import { steps } from '../step';

type Values = Readonly<Record<string, unknown>>;

/** Values whose lengths, and lists and tables of lengths, are `k` times as long. */
function scaled(fields: readonly Field[], values: Values, k: number): Record<string, unknown> {
  const out: Record<string, unknown> = { ...values };
  for (const { name, type } of fields) {
    const v = values[name];
    if (type === 'length' && typeof v === 'number') out[name] = v * k;
    else if (type === 'lengths' && Array.isArray(v)) out[name] = v.map((l: number) => l * k);
    else if (type === 'corners' && v)
      out[name] = Object.fromEntries(Object.entries(v as Record<string, number>).map(([c, r]) => [c, r * k]));
  }
  return out;
}

const scaledCoat = (coat: Coat, k: number): Coat =>
  ({
    ...coat,
    ...scaled(shownCoatFields(coat, false), coat as unknown as Values, k),
    steps: coat.steps.map((c) => ({ ...c, params: scaled(steps[c.kind].fields, c.params, k) })),
  }) as Coat;

const scaledCard = (card: Card, k: number): Card =>
  card.kind === 'round-corners' ? { ...card, params: scaled(steps[card.kind].fields, card.params, k) } : card;

/** Names of a primitive's fields that are radii of its corners. */
const cornerNames = /^(?:top|bottom)(?:Left|Right)$/;

function scaledSource(source: Part['source'], k: number): Part['source'] {
  if (!isPrimitive(source)) return source;
  const { kind, ...params } = source;
  const fields = primitives[kind].fields.filter((f) => cornerNames.test(f.name));
  return fields.length ? ({ kind, ...scaled(fields, params as Values, k) } as Part['source']) : source;
}

/** A part whose strokes and corner radii are `k` times as long. */
export const withLengths = (part: Part, k: number): Part =>
  Math.abs(k - 1) < 1e-12
    ? part
    : {
        ...part,
        source: scaledSource(part.source, k),
        coats: part.coats.map((c) => scaledCoat(c, k)),
        steps: part.steps.map((c) => scaledCard(c, k)),
      };

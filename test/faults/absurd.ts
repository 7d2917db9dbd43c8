import {
  type Card,
  type Coat,
  type Design,
  type Field,
  type FieldValue,
  finishes,
  finishKinds,
  makeCoat,
  makeDesign,
  makeFinish,
  makePart,
  makeSource,
  makeStep,
  type Paint,
  type Part,
  paintKinds,
  paints,
  primitiveKinds,
  primitives,
  stepKinds,
  steps,
} from '@/core';
import { pick } from '../share';

type Random = () => number;

/** A value that a field allows, more often than not one of its ends. */
function absurdValue(field: Field, random: Random): FieldValue | undefined {
  const [min, max] = [field.min ?? -1e6, field.max ?? 1e6];
  const number = () => {
    const r = random();
    if (r < 0.2) return min;
    if (r < 0.4) return max;
    if (r < 0.5) return Math.min(max, Math.max(min, 1e-6));
    if (r < 0.6) return Math.min(max, Math.max(min, 0));
    return Math.min(max, Math.max(min, (random() - 0.3) * 10 ** (4 * random())));
  };
  switch (field.type) {
    case 'count':
      return Math.round(number());
    case 'length':
    case 'angle':
    case 'number':
    case 'percent':
      return number();
    case 'switch':
      return random() < 0.5;
    case 'choice':
      return pick(Object.keys(field.options ?? {}), random());
    case 'lengths':
      return Array.from({ length: Math.floor(random() * 30) }, () =>
        Math.max(field.min ?? 0, random() * 200),
      );
    default:
      return undefined;
  }
}

/** Some of the parameters put to the limits of what their fields allow. */
function absurdly(fields: readonly Field[], share: number, random: Random): Record<string, FieldValue> {
  const out: Record<string, FieldValue> = {};
  for (const f of fields) {
    const value = random() < share ? absurdValue(f, random) : undefined;
    if (value !== undefined) out[f.name] = value;
  }
  return out;
}

const many = (random: Random, most: number): number => Math.floor(random() ** 2 * (most + 1));

const card = (kinds: readonly string[], of: typeof steps, make: typeof makeStep, random: Random): Card => {
  const kind = pick(kinds, random());
  return make(kind, absurdly(of[kind].fields, 0.5, random)) as Card;
};

function coat(random: Random, ids: readonly string[]): Coat {
  const kind = pick(paintKinds, random());
  const d = paints[kind];
  const paint = { ...d.defaults, ...absurdly(d.stored, 0.4, random) } as Record<string, unknown>;
  if (kind === 'pattern') paint.tile = ids.length ? pick(ids, random()) : '';
  const own = makeCoat(random() < 0.5 ? 'fill' : 'stroke', { paint: paint as unknown as Paint });
  const cards = Array.from({ length: many(random, 2) }, () => card(stepKinds, steps, makeStep, random));
  const stroke =
    own.kind === 'stroke'
      ? { width: pick([0.01, 1, 40, 3000, 1e5], random()), dashes: random() < 0.3 ? [0.01, 0.02] : [] }
      : {};
  return { ...own, ...stroke, steps: cards } as Coat;
}

function part(id: string, random: Random, ids: readonly string[]): Part {
  const kind = pick(
    primitiveKinds.filter((k) => k !== 'lettering' && k !== 'path'),
    random(),
  );
  const near = [...ids, id];
  // A piece may be of anything, of what is cut from it too.
  const named =
    kind === 'piece' ? { of: pick(near, random()), by: [pick(near, random())], keys: ['0.0'] } : {};
  const source = makeSource(kind, { ...absurdly(primitives[kind].fields, 0.3, random), ...named });
  return {
    ...makePart(source, { id, name: id }),
    place: {
      x: random() * 2000,
      y: random() * 2000,
      turn: random() * 720,
      skew: 0,
      scaleX: pick([1, 1, -1, 1e-6, 1e4], random()),
      scaleY: 1,
    },
    opacity: pick([1, 1, 0.5], random()),
    steps: Array.from({ length: many(random, 5) }, () => card(stepKinds, steps, makeStep, random)),
    coats: Array.from({ length: 1 + many(random, 5) }, () => coat(random, ids)),
    finishes: Array.from({ length: many(random, 14) }, () =>
      card(finishKinds, finishes as unknown as typeof steps, makeFinish as typeof makeStep, random),
    ),
  };
}

/** A design whose every number is allowed and whose whole is absurd: repeats of repeats, blends of blends, stacks of shadows. */
export function absurdDesign(random: Random): Design {
  const d = makeDesign('Absurd', { width: 2000, height: 2000 });
  const parts: Record<string, Part> = {};
  let top: string[] = [];
  const count = 1 + many(random, 12);
  for (let i = 0; i < count; i++) {
    const id = `p${i}`;
    parts[id] = part(id, random, Object.keys(parts));
    top.push(id);
  }
  for (let i = 0; top.length > 1 && random() < 0.6 && i < 8; i++) {
    const id = `h${i}`;
    const inside = top.splice(0, 2 + Math.floor(random() * 3));
    const source = pick(
      [
        { kind: 'group' },
        { kind: 'combine', operation: pick(['union', 'subtract', 'intersect', 'exclude'], random()) },
        {
          kind: 'blend',
          spacing: 'count',
          count: pick([3, 1000], random()),
          distance: 1,
          ease: 0,
          turnWithSpine: false,
          spine: null,
        },
        { kind: 'faces', dropped: [], regions: [] },
      ],
      random(),
    );
    const holder = part(id, random, []);
    parts[id] = { ...holder, source: source as unknown as Part['source'], children: inside };
    top = [...top, id];
  }
  return { ...d, parts, sheets: [{ ...d.sheets[0], parts: top }] };
}

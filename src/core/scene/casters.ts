import type { Design, Part } from '../document/types';
import type { Caster } from '../finish/definition';
import { invert, type Matrix, multiply, placeMatrix, sameMatrix } from '../geometry/matrix';
import { transformOutline } from '../outline/pieces';
import { castersOf } from './caster';
import { groupNode } from './group-node';
import type { PartResult } from './result';
import { casterIds, castsFrom } from './tiles';

/** A part that casts onto another: what it comes to without finishes of its own, and where it lies in the other’s coordinates. */
interface Casting {
  readonly result: PartResult;
  readonly matrix: Matrix;
}

/** What casts onto a part, by the ids that its finishes name. */
export type Castings = ReadonlyMap<string, Casting>;

const none: Castings = new Map();

export const sameCastings = (a: Castings, b: Castings): boolean =>
  a.size === b.size &&
  [...a].every(([id, c]) => {
    const other = b.get(id);
    return other !== undefined && other.result === c.result && sameMatrix(other.matrix, c.matrix);
  });

/** A part without its finishes; the same object as long as the part is the same: parts that cast onto each other do not go round. */
const bare = new WeakMap<Part, Part>();

function withoutFinishes(part: Part): Part {
  if (!part.finishes.length) return part;
  let made = bare.get(part);
  if (!made) {
    made = { ...part, finishes: [], coats: [...part.coats] };
    bare.set(part, made);
  }
  return made;
}

/** What casts onto a part; `evaluate` works a part out. */
export function castingsOn(
  parts: Design['parts'],
  part: Part,
  evaluate: (part: Part) => PartResult,
): Castings {
  const ids = casterIds(part);
  if (!ids.length) return none;
  const back = invert(placeMatrix(part.place));
  return new Map(
    ids.flatMap((id): [string, Casting][] => {
      const other = parts[id];
      // What rests on the part itself cannot be had before it.
      if (!back || !other || other.hidden || castsFrom({ parts }, id, part.id)) return [];
      const matrix = multiply(back, placeMatrix(other.place));
      return [[id, { result: evaluate(withoutFinishes(other)), matrix }]];
    }),
  );
}

/** What finishes take of a part that casts, in the coordinates of the one it is cast onto. */
export const casterIn =
  (castings: Castings) =>
  (id: string): Caster | null => {
    const found = castings.get(id);
    if (!found) return null;
    const { result, matrix } = found;
    return {
      nodes: [groupNode(castersOf(result.nodes), { matrix })],
      outline: () => transformOutline(result.outline, matrix),
    };
  };

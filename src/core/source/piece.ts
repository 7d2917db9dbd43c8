import { faceKeysSchema, idSchema } from '../document/id-schema';
import { emptyPath } from '../geometry/path';
import { faceMapOf } from '../outline/face-map';
import type { Outline } from '../outline/types';
import { defineSource } from './definition';

/** A piece of a part that others cut: it follows when the part or a cutter changes. */
export interface Piece {
  /** Id of the part that is cut; a sibling, as are the cutters. */
  readonly of: string;
  readonly by: readonly string[];
  /** Which of the pieces it is. */
  readonly index: number;
  /** Names of the faces that each piece began with. */
  readonly keys: readonly string[];
}

const nameOf = (key: string): string => key.slice(0, key.lastIndexOf('.'));
const countOf = (key: string): number => Number(key.slice(key.lastIndexOf('.') + 1));

/**
 * Which piece a face belongs to: that of its name, else the last of those alike, else the first
 * piece, so that whatever the cutters do no area is lost.
 */
function ownerOf(key: string, keys: readonly string[]): number {
  const exact = keys.indexOf(key);
  if (exact >= 0) return exact;
  let last = -1;
  keys.forEach((k, i) => {
    if (nameOf(k) === nameOf(key) && (last < 0 || countOf(k) > countOf(keys[last]))) last = i;
  });
  return Math.max(0, last);
}

/** The names of all faces that some cutters leave of a body. */
export const pieceKeys = (body: Outline, cutters: readonly Outline[]): string[] =>
  faceMapOf([body, ...cutters])
    .faces.filter((f) => f.inside[0])
    .map((f) => f.key);

/** The outline of one piece, in the coordinates of its siblings. */
function pieceOutline({ index, keys }: Piece, body: Outline, cutters: readonly Outline[]): Outline {
  const map = faceMapOf([body, ...cutters]);
  const mine = map.faces.flatMap((f, i) => (f.inside[0] && ownerOf(f.key, keys) === index ? [i] : []));
  return mine.length ? [{ path: map.outline(mine) }] : [];
}

/** One of the pieces that a part falls into where others cut it. */
export const piece = defineSource<Piece>({
  kind: 'piece',
  label: 'Piece',
  about: 'One of the pieces that a part falls into where others cut it.',
  alsoKnown: ['slice', 'fragment'],
  placedByBounds: true,
  borrowed: true,
  fields: [],
  schema: (joi) => ({
    of: idSchema(joi).required().description('Id of the sibling that is cut.'),
    by: joi
      .array()
      .items(idSchema(joi))
      .min(1)
      .max(100)
      .required()
      .description('Ids of the siblings that cut it.'),
    index: joi.number().integer().min(0).max(10_000).required().description('Which of the pieces it is.'),
    keys: faceKeysSchema(joi).required().description('Names of the faces that each piece began with.'),
  }),
  defaults: { of: '', by: [], index: 0, keys: [] },
  references: ({ of, by }) => [of, ...by].map((id) => ({ id, beside: true })),
  withReferences: (p, rename) => ({ ...p, of: rename(p.of), by: p.by.map(rename) }),
  alone: 'path',
  outline: () => emptyPath,
  pieces(p, siblings) {
    const [body, ...cutters] = [p.of, ...p.by].map((id) => siblings(id)?.outline);
    return body
      ? pieceOutline(
          p,
          body,
          cutters.filter((c) => c !== undefined),
        )
      : [];
  },
});

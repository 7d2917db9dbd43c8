import type { Outline } from '../outline/types';
import { faceMapOf } from './faces';
import type { PieceSource } from './types';

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
export function pieceOutline(
  { index, keys }: PieceSource,
  body: Outline,
  cutters: readonly Outline[],
): Outline {
  const map = faceMapOf([body, ...cutters]);
  const mine = map.faces.flatMap((f, i) => (f.inside[0] && ownerOf(f.key, keys) === index ? [i] : []));
  return mine.length ? [{ path: map.outline(mine) }] : [];
}

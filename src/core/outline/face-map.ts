import { type FaceMap, facesOf } from '../arrange/faces';
import { sameItems } from '../cache/same-items';
import { joinOutline } from './join';
import type { Outline } from './types';

const known = new WeakMap<Outline, { rest: readonly Outline[]; map: FaceMap }>();

/** The faces of some outlines, remembered as long as these stay the same objects. */
export function faceMapOf(outlines: readonly Outline[]): FaceMap {
  const [first, ...rest] = outlines;
  if (!first) return facesOf([]);
  const hit = known.get(first);
  if (hit && sameItems(hit.rest, rest)) return hit.map;
  const map = facesOf(outlines.map(joinOutline));
  known.set(first, { rest, map });
  return map;
}

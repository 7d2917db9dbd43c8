import { remembered } from '../document/record';
import type { Design, Part } from '../document/types';
import { isPrimitive, paramsOf, primitives } from '../source';
import { imageSize } from './image-id';
import { blockSide, levelSize } from './levels';
import { type BlockWish, isToCome } from './source';
import { levelWithin } from './whole';

/** All blocks of the level of a picture that has so many pixels at most. */
function blocksOf(id: string, most: number): BlockWish[] {
  const size = imageSize(id);
  if (!size) return [];
  const level = levelWithin(size, most);
  const { width, height } = levelSize(size, level);
  const columns = Math.ceil(width / blockSide);
  return Array.from({ length: columns * Math.ceil(height / blockSide) }, (_, i) => ({
    id,
    level,
    column: i % columns,
    row: Math.floor(i / columns),
  }));
}

/** A picture that a part is made of, and of how many pixels the level that it needs. */
interface Wanted {
  readonly id: string;
  readonly most: number;
}

function wantedBy({ source }: Part): readonly Wanted[] {
  return isPrimitive(source) ? (primitives[source.kind].images?.(paramsOf(source)) ?? []) : [];
}

const takesPictures = ({ source }: Part): boolean =>
  isPrimitive(source) && primitives[source.kind].images !== undefined;

const wanted = new WeakMap<object, readonly Wanted[]>();

/** Blocks of pictures that parts of a design are made of, and that are not at hand yet. */
export const imagesMissing = ({ parts }: Pick<Design, 'parts'>): BlockWish[] =>
  remembered(
    wanted,
    parts,
    (all) => Object.values(all).flatMap(wantedBy),
    (a, b) => a.source === b.source || !(takesPictures(a) || takesPictures(b)),
  ).flatMap(({ id, most }) => blocksOf(id, most).filter(isToCome));

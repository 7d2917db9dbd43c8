import type { Design } from '../document/types';
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

/** Blocks of pictures that parts of a design are made of, and that are not at hand yet. */
export const imagesMissing = (design: Pick<Design, 'parts'>): BlockWish[] =>
  Object.values(design.parts).flatMap(({ source }) =>
    isPrimitive(source)
      ? (primitives[source.kind].images?.(paramsOf(source)) ?? []).flatMap(({ id, most }) =>
          blocksOf(id, most).filter(isToCome),
        )
      : [],
  );

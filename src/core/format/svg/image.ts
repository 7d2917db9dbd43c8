import { type Matrix, multiply, scaling } from '../../geometry/matrix';
import { pathBounds } from '../../geometry/path';
import { reachesOver } from '../../image/reaches-over';
import { blockAt } from '../../image/source';
import { levelWithin, recoloured, wholeImage } from '../../image/whole';
import type { ImagePaint, ShapeNode } from '../../scene/types';
import { base64 } from '../drawn-node';
import { encodePng } from '../png';
import { matrixText } from './boxes';
import type { SvgTarget } from './target';

/** Most pixels of a picture that goes into a file. */
const mostPixels = 4_000_000;

/** The element of a picture, one unit wide and high; null where the picture is not to be had. */
function element(id: string, { image, size, changed }: ImagePaint): string | null {
  const found = wholeImage(image, size, levelWithin(size, mostPixels));
  if (!found) return null;
  const { width, height, data } = changed ? recoloured(found, changed) : found;
  const png = base64(encodePng(width, height, data));
  return `<image id="${id}" width="1" height="1" preserveAspectRatio="none" xlink:href="data:image/png;base64,${png}"/>`;
}

/** A shape filled with a picture that lies flat, as that clipped by the shape; null where it is none, or not to be had. */
export function writeImage(
  target: SvgTarget,
  { path, paint, opacity, blend }: ShapeNode,
  toSheet: Matrix,
): string | null {
  if (paint.kind !== 'image' || paint.unbent || paint.homography || paint.fixed || paint.spread !== 'pad')
    return null;
  const bounds = pathBounds(path);
  // Beyond its edges there is nothing in a file.
  if (!bounds || !reachesOver(paint.matrix, paint.size, bounds)) return null;
  // What is not at hand is fetched, or drawn as it can be.
  if (!blockAt({ id: paint.image, level: levelWithin(paint.size, mostPixels), column: 0, row: 0 }))
    return null;
  const id = target.shared(paint.changed ?? paint.image, 'i', (name) => {
    const made = element(name, paint);
    if (made) target.define(made);
  });
  const { width, height } = paint.size;
  const place = matrixText(multiply(paint.matrix, scaling(width, height)));
  return `<g${target.clip(path, toSheet)}${target.look(opacity, blend, false)}><use xlink:href="#${id}" transform="${place}"/></g>`;
}

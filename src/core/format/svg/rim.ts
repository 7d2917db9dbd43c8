import { determinant, identity, invert, type Matrix } from '../../geometry/matrix';
import { type Path, reverseContour, transformPath } from '../../geometry/path';
import type { RimNode } from '../../scene/types';
import { matrixText } from './boxes';
import type { NodeWriter } from './target';

/** Pixels of a rim's picture, as a share of the usual fineness: it is soft, and slow to work out. */
const fineness = 0.5;

const placed = new WeakMap<Path, { readonly toSheet: Matrix; readonly path: Path }>();

/** A rim's outline on the sheet; the same one for its lights and its shades, so that they are worked out once. */
function pathOnSheet(own: Path, toSheet: Matrix): Path {
  const known = placed.get(own);
  if (known?.toSheet.every((v, i) => v === toSheet[i])) return known.path;
  const there = transformPath(own, toSheet);
  const path = determinant(toSheet) < 0 ? { ...there, contours: there.contours.map(reverseContour) } : there;
  placed.set(own, { toSheet, path });
  return path;
}

/** A rim as a picture of it on the sheet, for its width is that of the sheet whatever turns the part. */
export const writeRim: NodeWriter<RimNode> = (target, node, toSheet) => {
  const back = invert(toSheet);
  if (!back) return '';
  const path = pathOnSheet(node.rim.path, toSheet);
  const picture = target.picture({ ...node, rim: { ...node.rim, path } }, identity, fineness);
  return `<g transform="${matrixText(back)}">${picture}</g>`;
};

import { determinant, identity, invert } from '../../geometry/matrix';
import { reverseContour, transformPath } from '../../geometry/path';
import type { RimNode } from '../../scene/types';
import { matrixText } from './boxes';
import type { NodeWriter } from './target';

/** A rim as a picture of it on the sheet, for its width is that of the sheet whatever turns the part. */
export const writeRim: NodeWriter<RimNode> = (target, node, toSheet) => {
  const back = invert(toSheet);
  if (!back) return '';
  const there = transformPath(node.rim.path, toSheet);
  const path = determinant(toSheet) < 0 ? { ...there, contours: there.contours.map(reverseContour) } : there;
  const picture = target.picture({ ...node, rim: { ...node.rim, path } }, identity);
  return `<g transform="${matrixText(back)}">${picture}</g>`;
};

import { identity, invert } from '../../geometry/matrix';
import type { RimNode } from '../../scene/types';
import { rimOnSheet } from '../rim-outline';
import { matrixText } from './boxes';
import type { NodeWriter } from './target';

/** Pixels of a rim's picture, as a share of the usual fineness: it is soft, and slow to work out. */
const fineness = 0.5;

/** A rim as a picture of it on the sheet, for its width is that of the sheet whatever turns the part. */
export const writeRim: NodeWriter<RimNode> = (target, node, toSheet) => {
  const back = invert(toSheet);
  if (!back) return '';
  const path = rimOnSheet(node.rim.path, toSheet);
  const picture = target.picture({ ...node, rim: { ...node.rim, path } }, identity, fineness);
  return `<g transform="${matrixText(back)}">${picture}</g>`;
};

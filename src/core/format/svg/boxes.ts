import type { Matrix } from '../../geometry/matrix';
import { type Bounds, growBounds } from '../../geometry/path';
import { nodesBounds } from '../../scene/damage';
import type { SceneNode } from '../../scene/types';
import { num } from './values';

export const matrixText = (m: Matrix): string => `matrix(${m.map(num).join(' ')})`;

/** Attributes of the box nodes paint within, in their own coordinates and with room for soft edges. */
export function boxOf(nodes: readonly SceneNode[]): string {
  const bounds = nodesBounds(nodes);
  return boxText(bounds ? growBounds(bounds, 1) : { x0: 0, y0: 0, x1: 0, y1: 0 });
}

export const boxText = ({ x0, y0, x1, y1 }: Bounds): string =>
  `x="${num(x0)}" y="${num(y0)}" width="${num(x1 - x0)}" height="${num(y1 - y0)}"`;

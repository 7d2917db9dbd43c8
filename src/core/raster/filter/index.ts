import type { Matrix } from '../../geometry/matrix';
import type { Filter, FilterNode } from '../../scene/types';
import type { Target } from '../target';
import { drawBlur } from './blur';
import type { FilterDrawer } from './definition';
import { drawEdgeBlur } from './edge-blur';
import { drawFlow } from './flow';
import { drawMix } from './mix';
import { drawShadow } from './shadow';
import { drawTones } from './tones';

const all: { readonly [K in Filter['kind']]: FilterDrawer<Extract<Filter, { kind: K }>> } = {
  shadow: drawShadow,
  blur: drawBlur,
  along: drawFlow,
  around: drawFlow,
  away: drawFlow,
  'edge-blur': drawEdgeBlur,
  tones: drawTones,
  mix: drawMix,
};

/** Draws what a node's filter makes of its children onto a layer of the tile at hand. */
export function drawFilter(target: Target, node: FilterNode, matrix: Matrix, layer: number): void {
  const draw = all[node.filter.kind] as FilterDrawer<Filter>;
  draw(target, node, node.filter, matrix, layer);
}

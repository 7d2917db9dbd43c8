import type { BlurFilter } from '../../scene/types';
import { modeNumber } from '../target';
import { type FilterDrawer, withinBounds } from './definition';
import { allColours, blurred } from './gaussian';

/** All colours through a Gaussian, premultiplied, so that no colour of what is clear comes in. */
export const drawBlur: FilterDrawer<BlurFilter> = (target, node, filter, matrix, layer) => {
  const { area } = target;
  const sigma = filter.sigma * target.scale;
  const blur = { nodes: node.children, matrix, sigma, shift: { x: 0, y: 0 }, channels: allColours };
  blurred(target, blur, layer, (s) => {
    const within = withinBounds(target, node, matrix, area, s);
    if (!within) return;
    target.kernels.layColours(
      layer,
      ...within,
      s.plane,
      s.stride,
      s.startX,
      s.startY,
      s.step,
      s.scratch,
      node.opacity,
      modeNumber(node.blend),
    );
  });
};

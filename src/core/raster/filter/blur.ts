import type { BlurFilter } from '../../scene/types';
import { modeNumber } from '../target';
import type { FilterDrawer } from './definition';
import { allColours, blurred } from './gaussian';

/** All colours through a Gaussian, premultiplied, so that no colour of what is clear comes in. */
export const drawBlur: FilterDrawer<BlurFilter> = (target, node, filter, matrix, layer) => {
  const sigma = filter.sigma * target.scale;
  blurred(target, { node, matrix, sigma, shift: { x: 0, y: 0 }, channels: allColours }, layer, (laid) =>
    target.kernels.layColours(...laid, node.opacity, modeNumber(node.blend)),
  );
};

import type { ShadowFilter } from '../../scene/types';
import { modeNumber } from '../target';
import type { FilterDrawer } from './definition';
import { alphaOnly, blurred } from './gaussian';

/** Silhouette, Gaussian, colour. */
export const drawShadow: FilterDrawer<ShadowFilter> = (target, node, filter, matrix, layer) => {
  const { scale } = target;
  const [r, g, b] = filter.colour;
  const a = filter.colour[3] * node.opacity;
  const shift = { x: filter.dx * scale, y: filter.dy * scale };
  blurred(target, { node, matrix, sigma: filter.sigma * scale, shift, channels: alphaOnly }, layer, (laid) =>
    target.kernels.layPlane(...laid, r * a, g * a, b * a, a, modeNumber(node.blend)),
  );
};

import type { ShadowFilter } from '../../scene/types';
import { modeNumber } from '../target';
import { type FilterDrawer, withinBounds } from './definition';
import { alphaOnly, blurred } from './gaussian';

/** Silhouette, Gaussian, colour. */
export const drawShadow: FilterDrawer<ShadowFilter> = (target, node, filter, matrix, layer) => {
  const { scale, area } = target;
  const [r, g, b] = filter.colour;
  const a = filter.colour[3] * node.opacity;
  const blur = {
    nodes: node.children,
    matrix,
    sigma: filter.sigma * scale,
    shift: { x: filter.dx * scale, y: filter.dy * scale },
    channels: alphaOnly,
  };
  blurred(target, blur, layer, (s) => {
    const within = withinBounds(target, node, matrix, area, s);
    if (!within) return;
    target.kernels.layPlane(
      layer,
      ...within,
      s.plane,
      s.stride,
      s.startX,
      s.startY,
      s.step,
      s.scratch,
      r * a,
      g * a,
      b * a,
      a,
      modeNumber(node.blend),
    );
  });
};

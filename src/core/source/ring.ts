import { share, size } from '../document/fields';
import { arcCubics } from '../geometry/cubic';
import { contourOf, pathOf } from '../geometry/path';
import { defineSource } from './definition';
import { evenly, fitRound, innerHandle, innerShare, radiusHandle } from './round';

/** A disc with a round hole; `inner` is the hole's radius as a share of the outer. */
export const ring = defineSource({
  kind: 'ring',
  label: 'Ring',
  about: 'A disc with a round hole.',
  alsoKnown: ['annulus', 'donut', 'circle'],
  fields: [
    size('radius', 'Radius', 'From the centre to the outer edge.'),
    share('inner', 'Inner radius', 'From the centre to the inner edge, as a share of the radius.', 0, 0.999),
  ],
  defaults: { radius: 100, inner: 0.7 },
  outline: ({ radius, inner }) =>
    pathOf([
      contourOf(arcCubics(0, 0, radius, 0, 2 * Math.PI), true),
      ...(inner > 0 ? [contourOf(arcCubics(0, 0, radius * inner, 0, -2 * Math.PI), true)] : []),
    ]),
  fit: fitRound,
  resize: evenly,
  handles: ({ radius, inner }) => [radiusHandle(radius), innerHandle(radius, inner, 90)],
  drag: (p, handle, to) => ({
    params:
      handle === 'radius'
        ? { radius: Math.hypot(to.x, to.y) }
        : { inner: innerShare(p.radius, to, 0, 0.999, p.inner) },
  }),
});

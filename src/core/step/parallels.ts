import { combine } from '../arrange/combine';
import { offsetPath } from '../arrange/offset';
import type { Join } from '../arrange/outline';
import { count, length, toggle } from '../document/fields';
import { joinField, miterField } from '../document/stroke';
import { emptyPath, type Path } from '../geometry/path';
import { filled, mapPaths } from '../outline/pieces';
import { defineStep, StepFault } from './definition';

interface Parallels {
  first: number;
  distance: number;
  count: number;
  width: number;
  keep: boolean;
  join: Join;
  miterLimit: number;
}

/** The band between two parallels of a path. */
function band(path: Path, from: number, to: number, style: Pick<Parallels, 'join' | 'miterLimit'>): Path {
  const at = (d: number) => (d === 0 ? path : offsetPath(path, d, style));
  const [outer, inner] = [at(Math.max(from, to)), at(Math.min(from, to))];
  if (!outer.contours.length) return emptyPath;
  return inner.contours.length ? combine('subtract', [outer, inner]) : outer;
}

/**
 * Several outlines at equal distances, each a band of a width: outwards, or inwards where the
 * distance is below 0. The shape itself stays in the middle unless `keep` is off.
 */
export const parallels = defineStep<Parallels>({
  kind: 'parallels',
  label: 'Parallels',
  about: 'Bands beside the outline, each at the same distance from the last.',
  alsoKnown: ['inline', 'echo', 'concentric', 'contour'],
  fields: [
    length('first', 'First', 'Distance of the first band; inwards below 0.', -10_000, 10_000),
    length('distance', 'Distance', 'From each band to the next.', -10_000, 10_000),
    count('count', 'Copies', 'How many bands there are.', 1, 50),
    length('width', 'Width', 'Of a band.', 0.01, 10_000),
    toggle('keep', 'Keep the original', 'Whether the shape itself stays.'),
    joinField,
    miterField,
  ],
  defaults: { first: 16, distance: 24, count: 3, width: 8, keep: true, join: 'round', miterLimit: 4 },
  // A band has two edges.
  times: ({ count, keep }) => 2 * count + (keep ? 1 : 0),
  apply(outline, p) {
    const bands = Array.from({ length: p.count }, (_, i) => p.first + i * p.distance).flatMap((d) =>
      mapPaths(outline, (path) => band(path, d, d + (d < 0 ? -p.width : p.width), p)),
    );
    const out = filled(bands);
    if (!out.length && !p.keep) throw new StepFault('At these distances nothing of the shape is left.');
    return p.keep ? [...outline, ...out] : out;
  },
  handles: (p, { bounds: b }) => {
    const y = (b.y0 + b.y1) / 2;
    return [
      { id: 'first', sets: ['first'], x: b.x1 + p.first, y, from: { x: b.x1, y } },
      { id: 'next', sets: ['distance'], x: b.x1 + p.first + p.distance, y, from: { x: b.x1 + p.first, y } },
    ];
  },
  drag: (p, handle, to, { bounds }) => ({
    params: handle === 'first' ? { first: to.x - bounds.x1 } : { distance: to.x - bounds.x1 - p.first },
  }),
});

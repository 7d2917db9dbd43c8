import { combine } from '../arrange/combine';
import { unitedPath } from '../arrange/unite';
import { chamferOf } from '../depth/chamfer';
import { choice, length, size } from '../document/fields';
import { boundsMiddle, type Path } from '../geometry/path';
import { pathsOf } from '../outline/pieces';
import type { Outline } from '../outline/types';
import { defineStep, StepFault } from './definition';

interface Chamfer {
  width: number;
  /** Below 0 it is sunk. */
  rise: number;
  of: string;
}

const clean = (p: Path): Path => (p.fillRule === 'nonzero' ? unitedPath(p) : combine('union', [p]));

const known = new WeakMap<Path, { readonly key: string; readonly made: Outline }>();

/** The faces of one path; remembered of it, for the light turns more often than the outline changes. */
function facesOf(path: Path, { width, rise }: Chamfer): Outline {
  const key = `${width} ${rise}`;
  const found = known.get(path);
  if (found?.key === key) return found.made;
  const made = chamferOf(clean(path), width, rise);
  known.set(path, { key, made });
  return made;
}

/** The rim of a part as faces that rise to its top, or meet in ridges where it is narrower than both. */
export const chamfer = defineStep<Chamfer>({
  kind: 'chamfer',
  label: 'Chamfer',
  about: 'The rim as faces that rise to the top, or meet in ridges.',
  alsoKnown: ['bevel', 'facets', 'prism', 'emboss', 'cut stone'],
  fields: [
    size('width', 'Width', 'From the outline to the top, where there is room.'),
    length('rise', 'Height', 'Of the top over the outline; below 0 it is sunk.', -10_000, 10_000),
    choice('of', 'Of', 'What has a rim of its own.', { pieces: 'Each piece', outline: 'All as one' }),
  ],
  defaults: { width: 40, rise: 40, of: 'pieces' },
  makesSolid: true,
  apply(outline, p) {
    if (p.width === 0) return outline;
    if (p.of === 'outline' && outline.length > 1) {
      const made = facesOf(combine('union', pathsOf(outline)), p);
      if (!made.length) throw new StepFault('There is no area to give a rim to.');
      return made;
    }
    const made = outline.flatMap(({ path, role: _, rise: __, ...marks }) =>
      facesOf(path, p).map((face) => ({ ...marks, ...face })),
    );
    if (!made.length && outline.length) throw new StepFault('There is no area to give a rim to.');
    return made;
  },
  note: (_, { width }) => (width === 0 ? 'At a width of 0 there is no rim.' : null),
  suited: (b) => {
    const width = Math.max(1, Math.round(Math.min(b.x1 - b.x0, b.y1 - b.y0) * 0.12));
    return { width, rise: width };
  },
  handles(p, { bounds }) {
    const from = { x: bounds.x0, y: boundsMiddle(bounds).y };
    return [{ id: 'width', sets: ['width'], x: from.x + p.width, y: from.y, from }];
  },
  drag: (_, __, to, { bounds }) => ({ params: { width: Math.max(0, to.x - bounds.x0) } }),
});

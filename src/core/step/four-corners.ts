import { projectiveMap } from '../depth/space';
import { type Field, share } from '../document/fields';
import { fromUnitSquare, type Homography, homographyOf, project } from '../geometry/homography';
import type { Bounds } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { defineBend } from './bend';
import { StepFault } from './definition';

/** The corners in the order they go round, what they are called, and where each stands at rest. */
const corners = [
  ['topLeft', 'Top left', 0, 0],
  ['topRight', 'Top right', 1, 0],
  ['bottomRight', 'Bottom right', 1, 1],
  ['bottomLeft', 'Bottom left', 0, 1],
] as const;

type Corner = (typeof corners)[number][0];
type FourCorners = Record<`${Corner}X` | `${Corner}Y`, number>;

const far = 100;

const fields: readonly Field[] = corners.flatMap(([name, label]) => [
  share(`${name}X`, `${label} x`, 'Where the corner of the bounds goes, on these.', -far, far),
  share(`${name}Y`, `${label} y`, 'Where the corner of the bounds goes, on these.', -far, far),
]);

const placeOf = (p: FourCorners, name: Corner, b: Bounds): Point => ({
  x: b.x0 + p[`${name}X`] * (b.x1 - b.x0),
  y: b.y0 + p[`${name}Y`] * (b.y1 - b.y0),
});

/** From the bounds to the four places of their corners. @throws StepFault where these are no corners of a convex shape. */
function mapOf(p: FourCorners, b: Bounds): Homography {
  const [w, h] = [b.x1 - b.x0, b.y1 - b.y0];
  const [tl, tr, br, bl] = corners.map(([name]) => placeOf(p, name, b));
  const square = w > 0 && h > 0 ? fromUnitSquare([tl, tr, br, bl]) : null;
  // In front of the eye at every corner, and so everywhere between.
  const [, , , , , , g, k] = square ?? [0, 0, 0, 0, 0, 0, -1, -1, 1];
  if (!square || Math.min(1, 1 + g, 1 + k, 1 + g + k) <= 0.01)
    throw new StepFault(
      'These corners stand so that no plane has them: keep them a shape that bulges outwards.',
    );
  return project(square, homographyOf([1 / w, 0, 0, 1 / h, -b.x0 / w, -b.y0 / h]));
}

const isCorner = (handle: string): handle is Corner => corners.some(([name]) => name === handle);

/** The outline in perspective: each corner of its bounds goes to a place of its own. */
export const fourCorners = defineBend<FourCorners>({
  kind: 'four-corners',
  label: 'Four corners',
  about: 'Perspective by four corners, each dragged to where it is to be.',
  alsoKnown: ['distort', 'perspective'],
  fields,
  defaults: Object.fromEntries(
    corners.flatMap(([name, , x, y]) => [
      [`${name}X`, x],
      [`${name}Y`, y],
    ]),
  ) as FourCorners,
  map: (p, { bounds }) => projectiveMap(mapOf(p, bounds)),
  handles: (p, { bounds }) =>
    corners.map(([name], i) => ({
      id: name,
      sets: [`${name}X`, `${name}Y`],
      ...placeOf(p, name, bounds),
      from: placeOf(p, corners[(i + 1) % 4][0], bounds),
    })),
  drag(_, handle, to, { bounds: b }) {
    if (!isCorner(handle)) return { params: {} };
    const [x, y] = [(to.x - b.x0) / (b.x1 - b.x0 || 1), (to.y - b.y0) / (b.y1 - b.y0 || 1)];
    return { params: { [`${handle}X`]: x, [`${handle}Y`]: y } as Partial<FourCorners> };
  },
});

import { angle, choice, share } from '../document/fields';
import { spend } from '../geometry/budget';
import { applyTo, type Matrix, multiply, rotation, scaling, translation } from '../geometry/matrix';
import {
  type Bounds,
  boundsCorners,
  boundsMiddle,
  boundsPath,
  type Path,
  pathOf,
  polygonContour,
} from '../geometry/path';
import { degrees } from '../geometry/vector';
import { nodesBounds } from '../scene/damage';
import { groupNode } from '../scene/group-node';
import type { SceneNode } from '../scene/types';
import { type Centre, centreAt, centreFields, centreGrip, centreOf } from './centre';
import { defineFinish } from './definition';

interface Mirrored extends Centre {
  /** Size of each image against the part. */
  readonly scale: number;
  readonly angle: number;
  readonly edges: 'mirrored' | 'repeated' | 'turned';
  readonly within: 'bounds' | 'outline';
}

/** Most images of a part. */
const mostImages = 10_000;

/** From places counted in images, (0, 0) the middle of the first, to the part's own coordinates. */
function toPart(p: Mirrored, b: Bounds): Matrix {
  const c = centreOf(p, b);
  const size: Matrix = [(b.x1 - b.x0) * p.scale, 0, 0, (b.y1 - b.y0) * p.scale, 0, 0];
  return multiply(multiply(translation(c.x, c.y), rotation(p.angle)), size);
}

/** Whether an image is turned over, left to right and top to bottom. */
const flipsOf: Readonly<Record<Mirrored['edges'], (i: number, j: number) => readonly [boolean, boolean]>> = {
  mirrored: (i, j) => [i % 2 !== 0, j % 2 !== 0],
  repeated: () => [false, false],
  turned: (i, j) => [(i + j) % 2 !== 0, (i + j) % 2 !== 0],
};

function images(nodes: readonly SceneNode[], p: Mirrored, b: Bounds): SceneNode[] {
  const frame = toPart(p, b);
  const [a, d, c, e, x, y] = frame;
  const det = a * e - c * d;
  // Where the bounds lie, counted in images.
  const counted = boundsCorners(b).map((q) => ({
    i: (e * (q.x - x) - c * (q.y - y)) / det,
    j: (a * (q.y - y) - d * (q.x - x)) / det,
  }));
  const range = (list: readonly number[]) => [
    Math.ceil(Math.min(...list) - 0.5 - 1e-9),
    Math.floor(Math.max(...list) + 0.5 + 1e-9),
  ];
  const [i0, i1] = range(counted.map((q) => q.i));
  const [j0, j1] = range(counted.map((q) => q.j));
  spend((i1 - i0 + 1) * (j1 - j0 + 1), mostImages, 'This would make', 'images; the most is');
  // Neighbours share their corners bit for bit, so that nothing shows between them.
  const corner = (i: number, j: number) => applyTo(frame, { x: i - 0.5, y: j - 0.5 });
  const m = boundsMiddle(b);
  const out: SceneNode[] = [];
  for (let j = j0; j <= j1; j++)
    for (let i = i0; i <= i1; i++) {
      const [across, down] = flipsOf[p.edges](i, j);
      const at = applyTo(frame, { x: i, y: j });
      const placed = multiply(translation(at.x, at.y), rotation(p.angle));
      const sized = multiply(placed, scaling(across ? -p.scale : p.scale, down ? -p.scale : p.scale));
      const clip = pathOf([
        polygonContour([corner(i, j), corner(i + 1, j), corner(i + 1, j + 1), corner(i, j + 1)]),
      ]);
      const inner = groupNode(nodes, { matrix: multiply(sized, translation(-m.x, -m.y)) });
      out.push(groupNode([inner], { clip }));
    }
  return out;
}

/** The part folded again and again: images of all of it side by side, each a mirror image of the next. */
export const mirrored = defineFinish<Mirrored>({
  kind: 'mirrored',
  label: 'Mirrored repetition',
  about:
    'The painted part folded again and again: small images of it side by side, each mirrored in the next.',
  alsoKnown: ['kaleidoscope', 'tile', 'reflect', 'fold', 'stripes'],
  fields: [
    share('scale', 'Scale', 'Size of each image against the part.', 0.01, 4),
    angle('angle', 'Angle', 'How they are turned, clockwise.', -3600, 3600),
    choice('edges', 'Edges', 'How an image goes on in the next.', {
      mirrored: 'Mirrored',
      turned: 'Turned round',
      repeated: 'Repeated',
    }),
    choice('within', 'Fills', 'What of the part they fill.', {
      bounds: 'Its bounds',
      outline: 'Its outline',
    }),
    ...centreFields,
  ],
  defaults: { scale: 0.25, angle: 0, edges: 'mirrored', within: 'bounds', centreX: 0.5, centreY: 0.5 },
  apply(painted, p) {
    const b = nodesBounds(painted.nodes);
    if (!b || b.x1 - b.x0 < 1e-6 || b.y1 - b.y0 < 1e-6) return painted.nodes;
    const clip: Path = p.within === 'bounds' ? boundsPath(b) : painted.silhouette();
    return [groupNode(images(painted.nodes, p, b), { clip })];
  },
  paintHandles(p, b) {
    const frame = toPart(p, b);
    const from = centreOf(p, b);
    return [
      { id: 'scale', sets: ['scale'], ...applyTo(frame, { x: 0.5, y: 0.5 }), from },
      { id: 'angle', sets: ['angle'], ...applyTo(frame, { x: 0.5, y: 0 }), from, small: true },
      centreGrip(p, b),
    ];
  },
  paintLines(p, b) {
    const frame = toPart(p, b);
    return pathOf([
      polygonContour(boundsCorners({ x0: -0.5, y0: -0.5, x1: 0.5, y1: 0.5 }).map((q) => applyTo(frame, q))),
    ]);
  },
  paintDrag(p, handle, to, b) {
    if (handle === 'centre') return { params: centreAt(to, b) };
    const c = centreOf(p, b);
    const [dx, dy] = [to.x - c.x, to.y - c.y];
    if (handle === 'angle') return { params: { angle: degrees(Math.atan2(dy, dx)) } };
    const half = Math.hypot(b.x1 - b.x0, b.y1 - b.y0) / 2;
    return { params: { scale: half > 0 ? Math.min(4, Math.max(0.01, Math.hypot(dx, dy) / half)) : p.scale } };
  },
});

import { choice, endWords, later, onlyIf, share } from '../document/fields';
import { measureContour } from '../geometry/along';
import { type Cubic, cubicLength } from '../geometry/cubic';
import type { Matrix } from '../geometry/matrix';
import { type Bounds, boundsPath, contourOf, growBounds, pathOf } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { nodesBounds } from '../scene/damage';
import { groupNode } from '../scene/group-node';
import type { SceneNode } from '../scene/types';
import { defineFinish } from './definition';
import { curveMask, nearestShare } from './fade-curve';

const far = 100;

interface Fade {
  form: string;
  x1: number;
  y1: number;
  x2: number;
  y2: number;
  /** How far the curve's handles lead from its start and from its end, shares of the bounds. */
  bendX1: number;
  bendY1: number;
  bendX2: number;
  bendY2: number;
  from: number;
  to: number;
  middle: number;
}

const placeAt = (b: Bounds, x: number, y: number): Point => ({
  x: b.x0 + x * (b.x1 - b.x0),
  y: b.y0 + y * (b.y1 - b.y0),
});

/** The ends of the fade over the bounds of what it lies on. */
const endsOf = (p: Fade, b: Bounds) => [placeAt(b, p.x1, p.y1), placeAt(b, p.x2, p.y2)] as const;

/** The curve that the fade follows, where it follows one. */
function curveOf(p: Fade, b: Bounds): Cubic {
  const [a, z] = endsOf(p, b);
  const c = placeAt(b, p.x1 + p.bendX1, p.y1 + p.bendY1);
  const d = placeAt(b, p.x2 + p.bendX2, p.y2 + p.bendY2);
  return [a.x, a.y, c.x, c.y, d.x, d.y, z.x, z.y];
}

/** What is as opaque as the fade has it, over bounds. */
function maskOf(p: Fade, bounds: Bounds): SceneNode {
  const over = growBounds(bounds, 2);
  if (p.form === 'curve') return curveMask(curveOf(p, bounds), over, p.from, p.to, p.middle);
  const [a, b] = endsOf(p, bounds);
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const matrix: Matrix = [dx, dy, -dy, dx, a.x, a.y];
  return {
    type: 'shape',
    path: boundsPath(over),
    paint:
      dx === 0 && dy === 0
        ? { kind: 'solid', colour: [1, 1, 1, p.to] }
        : {
            kind: p.form === 'radial' ? 'radial' : 'linear',
            matrix,
            stops: [
              { at: 0, colour: [1, 1, 1, p.from], mid: p.middle },
              { at: 1, colour: [1, 1, 1, p.to] },
            ],
            interpolation: 'srgb',
            spread: 'pad',
          },
    opacity: 1,
    blend: 'normal',
  };
}

const bend = (name: string, label: string, absent: number) =>
  onlyIf(
    'form',
    'curve',
    later(share(name, label, 'Of the curve’s handle, as a share of the bounds.', -far, far), absent),
  );

/** Places of the grips of the curve's handles, by their names. */
const bends = { bendStart: ['bendX1', 'bendY1'], bendEnd: ['bendX2', 'bendY2'] } as const;
const isBend = (handle: string): handle is keyof typeof bends => handle in bends;

/** Transparency that follows a gradient across the part: from one opacity at its start to another at its end. */
export const fade = defineFinish<Fade>({
  kind: 'fade',
  label: 'Fade',
  about: 'Transparency that follows a gradient across the part.',
  alsoKnown: ['transparency', 'feather', 'vignette'],
  fields: [
    choice('form', 'Shape', 'How the fade lies over the part.', {
      linear: 'Linear',
      radial: 'Radial',
      curve: 'Along a curve',
    }),
    ...Object.entries(endWords).map(([name, label]) =>
      share(name, label, 'On the part’s bounds.', -far, far),
    ),
    bend('bendX1', 'Start bends x', 0.3),
    bend('bendY1', 'Start bends y', 0.3),
    bend('bendX2', 'End bends x', 0.3),
    bend('bendY2', 'End bends y', -0.3),
    share('from', 'From', 'Opacity at the start.'),
    share('to', 'To', 'Opacity at the end.'),
    share('middle', 'Middle', 'Where between them it is half way.', 0.02, 0.98),
  ],
  defaults: {
    form: 'linear',
    x1: 0.5,
    y1: 0,
    x2: 0.5,
    y2: 1,
    bendX1: 0.3,
    bendY1: 0.3,
    bendX2: 0.3,
    bendY2: -0.3,
    from: 1,
    to: 0,
    middle: 0.5,
  },
  apply(painted, p) {
    const bounds = nodesBounds(painted.nodes);
    if (!bounds) return painted.nodes;
    const mask = { children: [maskOf(p, bounds)], by: 'alpha' } as const;
    return [groupNode(painted.nodes, { isolated: true, mask })];
  },
  paintHandles(p, bounds) {
    const [a, b] = endsOf(p, bounds);
    const t = p.middle;
    const middle = { id: 'middle', small: true, sets: ['middle'] };
    if (p.form === 'curve') {
      const curve = curveOf(p, bounds);
      return [
        { id: 'bendStart', x: curve[2], y: curve[3], from: a, small: true, sets: bends.bendStart },
        { id: 'bendEnd', x: curve[4], y: curve[5], from: b, small: true, sets: bends.bendEnd },
        { id: 'end', ...b, sets: ['x2', 'y2'] },
        { id: 'start', ...a, sets: ['x1', 'y1'] },
        { ...middle, ...measureContour([curve]).at(t * cubicLength(curve)).p },
      ];
    }
    const radial = p.form === 'radial' ? { circle: { ...a, r: Math.hypot(b.x - a.x, b.y - a.y) } } : {};
    return [
      { id: 'end', ...b, from: a, sets: ['x2', 'y2'], ...radial },
      { id: 'start', ...a, sets: ['x1', 'y1'] },
      { ...middle, x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t },
    ];
  },
  paintLines: (p, bounds) => (p.form === 'curve' ? pathOf([contourOf([curveOf(p, bounds)], false)]) : null),
  paintDrag(p, handle, to, bounds) {
    const [w, h] = [bounds.x1 - bounds.x0 || 1, bounds.y1 - bounds.y0 || 1];
    const [x, y] = [(to.x - bounds.x0) / w, (to.y - bounds.y0) / h];
    if (handle === 'start') return { params: { x1: x, y1: y } };
    if (handle === 'end') return { params: { x2: x, y2: y } };
    if (isBend(handle)) {
      const [nameX, nameY] = bends[handle];
      const [fromX, fromY] = handle === 'bendStart' ? [p.x1, p.y1] : [p.x2, p.y2];
      return { params: { [nameX]: x - fromX, [nameY]: y - fromY } };
    }
    const [a, b] = endsOf(p, bounds);
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    const t =
      p.form === 'curve'
        ? nearestShare(curveOf(p, bounds))(to.x, to.y)
        : ((to.x - a.x) * dx + (to.y - a.y) * dy) / (dx * dx + dy * dy || 1);
    return { params: { middle: Math.min(0.98, Math.max(0.02, t)) } };
  },
});

import { choice, share } from '../document/fields';
import { identity, type Matrix } from '../geometry/matrix';
import { type Bounds, boundsPath, growBounds, joinBounds } from '../geometry/path';
import { nodeBounds } from '../scene/damage';
import type { SceneNode } from '../scene/types';
import { defineFinish } from './definition';

const far = 100;

interface Fade {
  form: string;
  x1: number;
  y1: number;
  x2: number;
  y2: number;
  from: number;
  to: number;
  middle: number;
}

const boundsOf = (nodes: readonly SceneNode[]): Bounds | null =>
  nodes.map((n) => nodeBounds(n, identity)).reduce(joinBounds, null);

/** The line of the fade over the bounds of what it lies on. */
function lineOf(p: Fade, b: Bounds) {
  const at = (x: number, y: number) => ({
    x: b.x0 + x * (b.x1 - b.x0),
    y: b.y0 + y * (b.y1 - b.y0),
  });
  return [at(p.x1, p.y1), at(p.x2, p.y2)] as const;
}

/** Transparency that follows a gradient across the part: from one opacity at its start to another at its end. */
export const fade = defineFinish<Fade>({
  kind: 'fade',
  fields: [
    choice('form', ['linear', 'radial']),
    ...['x1', 'y1', 'x2', 'y2'].map((name) => share(name, -far, far)),
    share('from'),
    share('to'),
    share('middle', 0.02, 0.98),
  ],
  defaults: { form: 'linear', x1: 0.5, y1: 0, x2: 0.5, y2: 1, from: 1, to: 0, middle: 0.5 },
  apply(painted, p) {
    const bounds = boundsOf(painted.nodes);
    if (!bounds) return painted.nodes;
    const [a, b] = lineOf(p, bounds);
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    const matrix: Matrix = [dx, dy, -dy, dx, a.x, a.y];
    const shape: SceneNode = {
      type: 'shape',
      path: boundsPath(growBounds(bounds, 2)),
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
    return [
      {
        type: 'group',
        children: painted.nodes,
        matrix: identity,
        opacity: 1,
        blend: 'normal',
        isolated: true,
        mask: { children: [shape], by: 'alpha' },
      },
    ];
  },
  paintHandles(p, bounds) {
    const [a, b] = lineOf(p, bounds);
    const radial = p.form === 'radial' ? { circle: { ...a, r: Math.hypot(b.x - a.x, b.y - a.y) } } : {};
    const t = p.middle;
    return [
      { id: 'end', ...b, from: a, ...radial },
      { id: 'start', ...a },
      { id: 'middle', x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t, small: true, sets: ['middle'] },
    ];
  },
  paintDrag(p, handle, to, bounds) {
    const [w, h] = [bounds.x1 - bounds.x0 || 1, bounds.y1 - bounds.y0 || 1];
    const [x, y] = [(to.x - bounds.x0) / w, (to.y - bounds.y0) / h];
    if (handle === 'start') return { params: { x1: x, y1: y } };
    if (handle === 'end') return { params: { x2: x, y2: y } };
    const [a, b] = lineOf(p, bounds);
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    const t = ((to.x - a.x) * dx + (to.y - a.y) * dy) / (dx * dx + dy * dy || 1);
    return { params: { middle: Math.min(0.98, Math.max(0.02, t)) } };
  },
});

import { parseHex } from '../colour/colour';
import { translation } from '../geometry/matrix';
import { pathBounds } from '../geometry/path';
import type { Point } from '../geometry/vector';
import type { Lettering } from '../lettering/types';
import { joinOutline } from '../outline/join';
import { filledWith } from '../scene/filled-with';
import { groupNode } from '../scene/group-node';
import type { SceneNode } from '../scene/types';
import { lettering } from '../source/lettering';
import type { Circle } from './circle-of';
import type { DrawnLine } from './elements';
import { figuresFace } from './settings';

/** A number to so many places as its size asks for. */
export const told = (v: number): string => String(Number(v.toFixed(v < 10 ? 2 : v < 1000 ? 1 : 0)));

/** Words in the face of the figures, about a middle or from a place that is given later; null for none. */
export function lettered(text: string, size: number, colour: string) {
  const set = { ...lettering.defaults, text, face: figuresFace, axes: { wght: 600 }, size, pieces: 'united' };
  const outline = lettering.pieces?.(set as Lettering, () => undefined) ?? [];
  const b = pathBounds(joinOutline(outline));
  if (!b) return null;
  const ink = { kind: 'solid', colour: parseHex(colour) } as const;
  const nodes = outline.map((p) => filledWith(p.path, ink));
  return {
    width: b.x1 - b.x0,
    height: size,
    /** With their line standing at a place, from there to the right. */
    from: ({ x, y }: Point): SceneNode => groupNode(nodes, { matrix: translation(x - b.x0, y) }),
    at(middle: Point): SceneNode {
      const own = { x: (b.x0 + b.x1) / 2, y: b.y1 - size * 0.35 };
      return groupNode(nodes, { matrix: translation(middle.x - own.x, middle.y - own.y) });
    },
  };
}

/** Places for the number of a radius: outside the circle all round, then within it. */
export function* roundCircle({ x, y, r }: Circle, width: number, height: number): Generator<Point> {
  for (const side of [1, -1])
    for (let k = 0; k < 24; k++) {
      const a = -Math.PI / 4 + (k % 2 ? -1 : 1) * Math.ceil(k / 2) * (Math.PI / 12);
      const [c, s] = [Math.cos(a), Math.sin(a)];
      const reach = r + side * ((Math.abs(c) * width + Math.abs(s) * height) / 2 + height * 0.4);
      if (reach > 0) yield { x: x + c * reach, y: y + s * reach };
    }
}

/** Places for the number of an angle: along the line, on either side of it. */
export function* besideLine({ a, b }: DrawnLine, height: number): Generator<Point> {
  const l = Math.hypot(b.x - a.x, b.y - a.y) || 1;
  const [nx, ny] = [-(b.y - a.y) / l, (b.x - a.x) / l];
  for (const t of [0.5, 0.35, 0.65, 0.2, 0.8])
    for (const side of [1, -1])
      yield {
        x: a.x + t * (b.x - a.x) + side * nx * height * 1.6,
        y: a.y + t * (b.y - a.y) + side * ny * height * 1.1,
      };
}

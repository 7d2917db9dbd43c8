import { offsetPath } from '../arrange/offset';
import type { Rgba } from '../colour/colour';
import type { Handle } from '../document/handles';
import { type Bounds, boundsPath, growBounds } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { castersOf } from '../scene/caster';
import { nodesBounds } from '../scene/damage';
import { filledWith } from '../scene/filled-with';
import { filterNode } from '../scene/filter-node';
import { groupNode } from '../scene/group-node';
import type { BlendMode, GroupNode, SceneNode, ShapeNode } from '../scene/types';
import type { Painted } from './definition';

/** One colour over all that nodes may paint. */
const flood = (colour: Rgba, bounds: Bounds): ShapeNode =>
  filledWith(boundsPath(growBounds(bounds, 2)), { kind: 'solid', colour });

/** What casts a part's shadow or light: the part itself, or its silhouette grown or shrunk. */
export function casterOf(painted: Painted, spread: number): readonly SceneNode[] {
  if (!spread) return castersOf(painted.nodes);
  const path = offsetPath(painted.silhouette(), spread, { join: 'round', miterLimit: 4 });
  return [filledWith(path, { kind: 'solid', colour: [0, 0, 0, 1] })];
}

/** A grip on a ring about the part's middle that shows a length and sets it. */
export const ringGrip = <N extends string>(name: N) => ({
  handles: (p: Readonly<Record<N, number>>): Handle[] => [
    { id: name, sets: [name], x: p[name], y: 0, circle: { x: 0, y: 0, r: p[name] } },
  ],
  drag: (_: unknown, __: string, to: Point) => ({
    params: { [name]: Math.hypot(to.x, to.y) } as Record<N, number>,
  }),
});

/** How light or shade is laid over a part. */
export interface Laid {
  readonly opacity: number;
  readonly blend: BlendMode;
}

/** Light or shade that shows where nodes are and nowhere else, as much as they are opaque. */
export const cutBy = (casters: readonly SceneNode[], children: readonly SceneNode[], laid: Laid): GroupNode =>
  groupNode(children, { ...laid, isolated: true, bodiless: true, mask: { children: casters, by: 'alpha' } });

/** The blurred silhouette of nodes in one colour; lengths are sheet units whatever turns the part. */
export const castBy = (
  children: readonly SceneNode[],
  { dx, dy, sigma, colour }: { dx: number; dy: number; sigma: number; colour: Rgba },
): SceneNode => filterNode({ kind: 'shadow', dx, dy, sigma, colour }, children);

/** One colour wherever a shifted and blurred silhouette leaves off: the shadow that its surroundings cast into it. */
export function castInto(
  nodes: readonly SceneNode[],
  source: readonly SceneNode[],
  { colour, ...shape }: { dx: number; dy: number; sigma: number; colour: Rgba },
  laid: Laid,
): SceneNode[] {
  const casters = castersOf(nodes);
  const bounds = nodesBounds(casters);
  if (!bounds) return [];
  const shade = groupNode([flood(colour, bounds)], {
    isolated: true,
    bodiless: true,
    mask: { children: [castBy(source, { ...shape, colour: [0, 0, 0, 1] })], by: 'outside' },
  });
  return [cutBy(casters, [shade], laid)];
}

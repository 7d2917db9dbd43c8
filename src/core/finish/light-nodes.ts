import type { Rgba } from '../colour/colour';
import { identity } from '../geometry/matrix';
import { type Bounds, boundsPath, growBounds, joinBounds, type Path } from '../geometry/path';
import { castersOf } from '../scene/caster';
import { nodeBounds } from '../scene/damage';
import { groupNode } from '../scene/group-node';
import type { BlendMode, GroupNode, SceneNode, ScenePaint, ShapeNode } from '../scene/types';

/** Bounds of nodes in their own coordinates, or null where they paint nothing. */
export const boundsOf = (nodes: readonly SceneNode[]): Bounds | null =>
  nodes.map((n) => nodeBounds(n, identity)).reduce(joinBounds, null);

/** A path filled with a paint, opaque and plain. */
export const filledWith = (path: Path, paint: ScenePaint): ShapeNode => ({
  type: 'shape',
  path,
  paint,
  opacity: 1,
  blend: 'normal',
});

/** One colour over all that nodes may paint. */
const flood = (colour: Rgba, bounds: Bounds): ShapeNode =>
  filledWith(boundsPath(growBounds(bounds, 2)), { kind: 'solid', colour });

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
): SceneNode => ({
  type: 'filter',
  filter: { kind: 'shadow', dx, dy, sigma, colour },
  children,
  opacity: 1,
  blend: 'normal',
});

/** One colour wherever a shifted and blurred silhouette leaves off: the shadow that its surroundings cast into it. */
export function castInto(
  nodes: readonly SceneNode[],
  source: readonly SceneNode[],
  { colour, ...shape }: { dx: number; dy: number; sigma: number; colour: Rgba },
  laid: Laid,
): SceneNode[] {
  const casters = castersOf(nodes);
  const bounds = boundsOf(casters);
  if (!bounds) return [];
  const shade = groupNode([flood(colour, bounds)], {
    isolated: true,
    bodiless: true,
    mask: { children: [castBy(source, { ...shape, colour: [0, 0, 0, 1] })], by: 'outside' },
  });
  return [cutBy(casters, [shade], laid)];
}

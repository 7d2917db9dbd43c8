import type { ColourChange } from '../../colour/change';
import type { Matrix } from '../../geometry/matrix';
import type { Bounds, Path } from '../../geometry/path';
import type { Point } from '../../geometry/vector';
import type { SceneNode, ScenePaint } from '../types';

/** Gives what can be shared by several nodes, or by one scene and the next, a number to travel under. */
export interface NodeEncoder {
  path(path: Path): number;
  paint(paint: ScenePaint): number;
  nodes(nodes: readonly SceneNode[]): number;
}

/** Finds what was sent under a number. */
export interface NodeDecoder {
  path(id: number): Path;
  paint(id: number): ScenePaint;
  nodes(id: number): readonly SceneNode[];
}

/** Where two nodes of a kind differ: in lists of nodes under a matrix, or within bounds of their coordinates. */
export type Difference =
  | { readonly before: readonly SceneNode[]; readonly after: readonly SceneNode[]; readonly matrix: Matrix }
  | { readonly within: Bounds | null };

/** One painted outline. */
export interface PaintedLayer {
  readonly path: Path;
  readonly paint: ScenePaint;
  readonly opacity: number;
  /** Id of the part that painted it, where that is known. */
  readonly part?: string;
}

export type LayersOf = (
  nodes: readonly SceneNode[],
  matrix: Matrix,
  opacity: number,
) => readonly PaintedLayer[];

/** What one kind of scene node is, for all that works with scenes; drawing it is the raster's and the writers' own. */
export interface NodeDefinition<N extends SceneNode, W extends object = N> {
  readonly type: N['type'];
  /** Bounds of all it paints under a matrix, `of` telling those of what is in it; null where it paints nothing. */
  bounds(node: N, matrix: Matrix, of: (node: SceneNode, matrix: Matrix) => Bounds | null): Bounds | null;
  /** Bounds in the coordinates of what holds it; undefined where these depend on what turns it. */
  ownBounds(node: N, of: (node: SceneNode) => Bounds | null | undefined): Bounds | null | undefined;
  /** The nodes in it. */
  readonly children?: (node: N) => readonly SceneNode[];
  withChildren?(node: N, children: readonly SceneNode[]): N;
  /** Whether blend modes of what is in it may meet what lies under it. */
  readonly blendsThrough?: boolean;
  /** Whether it takes room of its own, is picked and casts shadows; so where left out. */
  lies?(node: N): boolean;
  /** The node opaque, plain and white; what is in it is seen to apart. */
  silhouette(node: N): N;
  /** The node with what it has in sheet units that many times as long; `of` does so to nodes that are drawn beside its children. */
  scaled?(node: N, by: number, of: (nodes: readonly SceneNode[]) => readonly SceneNode[]): N;
  /** The node with its own colours changed. */
  recolour(node: N, change: ColourChange): N;
  /** Whether a point lies on what it paints, or within `reach` of its outline; `among` asks nodes in it. */
  hit(
    node: N,
    p: Point,
    reach: number,
    among: (nodes: readonly SceneNode[], p: Point, reach: number) => boolean,
  ): boolean;
  /** Segments that are as much work as drawing it, what is in it aside. */
  weight(node: N): number;
  /** Nodes that are drawn for it beside its children. */
  aside?(node: N): readonly SceneNode[];
  /** Paths that it covers under a matrix, where it has outlines itself; `of` tells those of nodes in it. */
  areas?(
    node: N,
    matrix: Matrix,
    of: (nodes: readonly SceneNode[], matrix: Matrix) => readonly Path[],
  ): readonly Path[];
  /**
   * What it paints with, outline by outline under a matrix, each as opaque as it is with `opacity` on top; `of` tells
   * those of nodes in it. Without one it has no edges.
   */
  layers?(node: N, matrix: Matrix, opacity: number, of: LayersOf): readonly PaintedLayer[];
  /** Whether its own look depends on where on the sheet it stands; not so where left out. */
  fixedToSheet?(node: N): boolean;
  /** Whether two of a kind that are no one object paint the same. */
  same?(a: N, b: N): boolean;
  /** Where two of a kind differ, if that can be told more closely than by the bounds of both; null otherwise. */
  difference?(a: N, b: N): Difference | null;
  /** The node as it travels, what can be shared under its number. */
  encode(node: N, to: NodeEncoder): W;
  decode(wire: W, from: NodeDecoder): N;
  /** Whether what is received is all that was sent; so where left out. */
  travelsWhole?(node: N): boolean;
}

export const defineNode = <N extends SceneNode, W extends object = N>(
  d: NodeDefinition<N, W>,
): NodeDefinition<N, W> => d;

/**
 * What else is drawn is as much work as so many segments (measured in a tile of 256²: 1.5 µs a segment, 0.2 ms to lay
 * a layer on another, twice as much to blur one): patches of a mesh, layers, blurred input, grain.
 */
export const weights = { patch: 64, layer: 100, blur: 300, grain: 100 } as const;

/** The look of a silhouette. */
export const plainLook = { opacity: 1, blend: 'normal' } as const;

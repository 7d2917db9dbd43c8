import type { Matrix } from '../geometry/matrix';
import type { Bounds, Path } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { type BlendMode, blendModes, type SceneNode, type ScenePaint } from '../scene/types';
import type { Unbent } from '../scene/unbent';
import type { Kernels } from './kernels';

/** Side of a tile in pixels. */
export const tileSize = 256;

/** Bytes at the end of the input area that filters work in. */
export const planeBytes = 16 << 20;

/** How a layer is laid onto another, as the kernels number it. */
export const joins = { composite: 0, mask: 1, mix: 2, luminance: 3, erase: 4 } as const;

/** Number of a blend mode in the kernels. */
export const modeNumber = (mode: BlendMode): number => blendModes.indexOf(mode);

/** What nodes are drawn into: a rectangle of device pixels in the kernels' memory, with layers above it. */
export interface Target {
  readonly kernels: Kernels;
  /** Device pixels a sheet unit, for lengths that no part's turn or scale changes. */
  readonly scale: number;
  /** Bytes of rims that are kept once they are worked out: light and shade of one are drawn after one another. */
  readonly rimRoom: number;
  /** The rectangle being drawn. */
  readonly area: Bounds;
  /** Makes the rectangle of device pixels that is drawn next; at most one tile in each direction. */
  place(x: number, y: number, wide: number, high: number): void;
  /** Draws on a lattice of samples in place of pixels: `samples` a pixel each way, shifted by pixels. */
  onLattice(samples: number, shift: Point, work: (toSamples: Matrix) => void): void;
  /** Puts numbers into the kernels' memory, unless they are there already, and says where: until anything else is put there. */
  upload(data: Float64Array | Float32Array): number;
  /** Address of working memory for filters, `offset` bytes into it. */
  planeAddress(offset: number): number;
  /** Whether drawing a node works in the memory that filters work in. */
  worksInPlanes(node: SceneNode): boolean;
  /** Device bounds of what a node paints. */
  boundsOf(node: SceneNode, matrix: Matrix): Bounds | null;
  /** Draws nodes onto a layer, in order. */
  draw(nodes: readonly SceneNode[], matrix: Matrix, layer: number): void;
  /** Whether nothing of a node falls onto the rectangle being drawn. */
  passes(node: SceneNode, matrix: Matrix): boolean;
  /** Says that what is drawn next was bent, its node's coordinates led to the sheet's pixels by a matrix. */
  setUnbent(unbent: Unbent, matrix: Matrix): void;
  /** Fills a path with a paint of some opacity, laid onto a layer by a blend mode. */
  fill(path: Path, paint: ScenePaint, opacity: number, blend: BlendMode, matrix: Matrix, layer: number): void;
}

/** How one kind of node is drawn. */
export interface NodeDrawer<N extends SceneNode> {
  /** Device bounds of what it paints. */
  bounds(target: Target, node: N, matrix: Matrix): Bounds | null;
  draw(target: Target, node: N, matrix: Matrix, layer: number): void;
  /** Whether it works in the memory that filters work in. */
  readonly inPlanes?: boolean;
  /** Whether it takes long: where a node stays as it is while others change, what was drawn of it is kept. */
  readonly slow?: boolean;
}

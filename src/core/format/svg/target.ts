import type { Matrix } from '../../geometry/matrix';
import type { Path } from '../../geometry/path';
import type { GradientPaint, SceneNode, SolidPaint } from '../../scene/types';
import type { TextWriter } from './text';

/** What elements are written with. `toSheet` maps the coordinates of what is written to the sheet. */
export interface SvgTarget {
  /** Sets lettering as text; without it, it is outlines. */
  readonly words: TextWriter | null;
  /** A name that nothing else has. */
  id(prefix: string): string;
  /** Puts an element among the definitions. */
  define(element: string): void;
  /** The name of what is defined once for a key. */
  shared(key: unknown, prefix: string, define: (id: string) => void): string;
  /** The fill of a paint, as an attribute. */
  paint(paint: SolidPaint | GradientPaint, toSheet: Matrix): string;
  /** Opacity, blend mode and isolation, as attributes. */
  look(opacity: number, blend: string, isolated: boolean): string;
  /** A path as path data, to as many decimals as asked for on the sheet. */
  path(path: Path, toSheet: Matrix): string;
  /** A clip by a path, as an attribute. */
  clip(path: Path, toSheet: Matrix): string;
  /** What SVG has no element for, as a picture; `fineness` as a share of the usual one. */
  picture(node: SceneNode, toSheet: Matrix, fineness?: number): string;
  /** Elements of nodes. */
  nodes(list: readonly SceneNode[], toSheet: Matrix): string;
}

/** Writes the elements of one kind of node. */
export type NodeWriter<N extends SceneNode> = (target: SvgTarget, node: N, toSheet: Matrix) => string;

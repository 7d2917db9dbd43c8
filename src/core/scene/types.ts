import type { Rgba } from '../colour/colour';
import type { ColourStop, Interpolation } from '../colour/gradient';
import type { Matrix } from '../geometry/matrix';
import type { Path } from '../geometry/path';

/** Blend modes by their W3C names, in the order of that standard; kernels number them so. */
export const blendModes = [
  'normal',
  'multiply',
  'screen',
  'overlay',
  'darken',
  'lighten',
  'color-dodge',
  'color-burn',
  'hard-light',
  'soft-light',
  'difference',
  'exclusion',
  'hue',
  'saturation',
  'color',
  'luminosity',
] as const;
export type BlendMode = (typeof blendModes)[number];

export const spreads = ['pad', 'repeat', 'reflect'] as const;
export type Spread = (typeof spreads)[number];

export interface SolidPaint {
  readonly kind: 'solid';
  readonly colour: Rgba;
}

/**
 * A gradient in a space of its own: linear runs from u = 0 to u = 1, radial from the focus to the
 * unit circle. `matrix` maps that space to the node's coordinates.
 */
export interface GradientPaint {
  readonly kind: 'linear' | 'radial';
  readonly matrix: Matrix;
  readonly stops: readonly ColourStop[];
  readonly interpolation: Interpolation;
  readonly spread: Spread;
  readonly focus?: readonly [number, number];
}

export type ScenePaint = SolidPaint | GradientPaint;

export interface ShapeNode {
  readonly type: 'shape';
  readonly path: Path;
  readonly paint: ScenePaint;
  readonly opacity: number;
  readonly blend: BlendMode;
}

export interface GroupNode {
  readonly type: 'group';
  readonly children: readonly SceneNode[];
  readonly matrix: Matrix;
  readonly opacity: number;
  readonly blend: BlendMode;
  readonly isolated: boolean;
  readonly clip?: Path;
  /** Id of the part the group stands for, where it stands for one. */
  readonly part?: string;
}

/** The blurred, tinted silhouette of its children, shifted in sheet units whatever turns the part. */
export interface ShadowNode {
  readonly type: 'shadow';
  readonly children: readonly SceneNode[];
  readonly dx: number;
  readonly dy: number;
  /** Standard deviation of the Gaussian, sheet units. */
  readonly sigma: number;
  readonly colour: Rgba;
  readonly opacity: number;
  readonly blend: BlendMode;
}

export type SceneNode = ShapeNode | GroupNode | ShadowNode;

/** A sheet ready to be drawn at any size. */
export interface Scene {
  readonly width: number;
  readonly height: number;
  /** Colour of the sheet's ground, or null for none. */
  readonly ground: Rgba | null;
  readonly nodes: readonly SceneNode[];
}

import type { Rgba } from '../colour/colour';
import type { ColourCube } from '../colour/cube';
import type { ColourStop, Interpolation } from '../colour/gradient';
import type { ColourMatrix } from '../colour/mix';
import type { Levels, ToneStep } from '../colour/tones';
import type { Homography } from '../geometry/homography';
import type { Matrix } from '../geometry/matrix';
import type { CurvePoints } from '../geometry/monotone';
import type { Bounds, Path } from '../geometry/path';
import type { ImageSize } from '../image/image-id';
import type { Unbent } from './unbent';

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
 * unit circle, conic once round the origin from u on toward v. `matrix` maps that space to the
 * node's coordinates, or to the sheet's where the gradient is fixed to it.
 */
export interface GradientPaint {
  readonly kind: 'linear' | 'radial' | 'conic';
  readonly matrix: Matrix;
  /** The same map where it recedes, in place of the matrix. */
  readonly homography?: Homography;
  readonly stops: readonly ColourStop[];
  readonly interpolation: Interpolation;
  readonly spread: Spread;
  readonly focus?: readonly [number, number];
  readonly fixed?: boolean;
  /** Where places of the node were before it was bent, once it is: the matrix or the homography leads there. */
  readonly unbent?: Unbent;
}

/** A picture in its own pixels, from the corner of its first one. `matrix` maps them to the node's coordinates. */
export interface ImagePaint {
  readonly kind: 'image';
  /** Its id. */
  readonly image: string;
  readonly size: ImageSize;
  readonly matrix: Matrix;
  /** The same map where it recedes, in place of the matrix. */
  readonly homography?: Homography;
  readonly spread: Spread;
  readonly fixed?: boolean;
  readonly unbent?: Unbent;
  /** What has become of its colours. */
  readonly changed?: ColourCube;
}

/** Paints that lie somewhere. */
export type PlacedPaint = GradientPaint | ImagePaint;

export type ScenePaint = SolidPaint | PlacedPaint;

export interface ShapeNode {
  readonly type: 'shape';
  readonly path: Path;
  readonly paint: ScenePaint;
  readonly opacity: number;
  readonly blend: BlendMode;
}

/** How nodes say how much of a group shows: by their alpha, their luminance, or by leaving off where they are. */
export type MaskBy = 'alpha' | 'luminance' | 'outside';

export interface GroupNode {
  readonly type: 'group';
  readonly children: readonly SceneNode[];
  readonly matrix: Matrix;
  readonly opacity: number;
  readonly blend: BlendMode;
  readonly isolated: boolean;
  readonly clip?: Path;
  /** Nodes that say how much of the group shows. */
  readonly mask?: { readonly children: readonly SceneNode[]; readonly by: MaskBy };
  /** Whether it is light or shade rather than a thing: it is not picked, and casts no shadow. */
  readonly bodiless?: boolean;
  /** Whether each child takes out what earlier ones left where it lies. */
  readonly knockout?: boolean;
  /** Id of the part the group stands for, where it stands for one. */
  readonly part?: string;
}

/** The blurred silhouette of what it is given, in one colour, shifted. */
export interface ShadowFilter {
  readonly kind: 'shadow';
  /** Sheet units, whatever turns the part. */
  readonly dx: number;
  readonly dy: number;
  /** Standard deviation of the Gaussian, sheet units. */
  readonly sigma: number;
  readonly colour: Rgba;
}

/** What it is given, blurred with all its colours. */
export interface BlurFilter {
  readonly kind: 'blur';
  /** Standard deviation of the Gaussian, sheet units. */
  readonly sigma: number;
}

/** What it is given, blurred along a direction alone; all of it goes along with the node. */
export interface AlongFilter {
  readonly kind: 'along';
  /** One standard deviation of the Gaussian, in the node's coordinates. */
  readonly dx: number;
  readonly dy: number;
}

/** What it is given, blurred around a place. */
export interface AroundFilter {
  readonly kind: 'around';
  /** The place, in the node's coordinates. */
  readonly x: number;
  readonly y: number;
  /** Standard deviation of the Gaussian, radians. */
  readonly sigma: number;
}

/** What it is given, blurred away from a place and toward it. */
export interface AwayFilter {
  readonly kind: 'away';
  /** The place, in the node's coordinates. */
  readonly x: number;
  readonly y: number;
  /** Standard deviation of the natural logarithm of the distance. */
  readonly sigma: number;
}

/** Blurs that run along the lines on which a motion of the plane carries places. */
export type FlowFilter = AlongFilter | AroundFilter | AwayFilter;

/** What it is given, sharp in the middle of a shape and softer toward its edge; beyond it all is as soft as at the edge. */
export interface EdgeBlurFilter {
  readonly kind: 'edge-blur';
  /** A clean path in the node's coordinates. */
  readonly path: Path;
  /** Standard deviation of the Gaussian at the edge and beyond, sheet units whatever turns the part. */
  readonly sigma: number;
  /** How far in from the edge it is sharp, likewise. */
  readonly reach: number;
}

/** What it is given with its tones changed, or put down to a few of them; its opacity stays. */
export interface TonesFilter {
  readonly kind: 'tones';
  readonly levels?: Levels;
  /** Rising; the first is from 0. */
  readonly steps?: readonly ToneStep[];
  /** Tones over which one colour goes over into the next; a pixel's own width at least. */
  readonly softness: number;
}

/** What it is given with its colours mixed anew; its opacity stays. */
export interface MixFilter {
  readonly kind: 'mix';
  /** Shares of red, green and blue in each of the three, row by row. */
  readonly rows: ColourMatrix;
  /** Whether they are mixed as light is, in linear sRGB, or as they are coded. */
  readonly linear: boolean;
}

export type Filter = ShadowFilter | BlurFilter | FlowFilter | EdgeBlurFilter | TonesFilter | MixFilter;

/** What a filter makes of the colours that its children come to together; lengths are sheet units whatever turns the part. */
export interface FilterNode {
  readonly type: 'filter';
  readonly filter: Filter;
  readonly children: readonly SceneNode[];
  readonly opacity: number;
  readonly blend: BlendMode;
}

/** A surface of bicubic patches with a colour net each; later patches lie over earlier ones. */
export interface MeshNode {
  readonly type: 'mesh';
  /** 32 numbers a patch: x, y of the control point i along its width and j along its height at 2 · (4 i + j). */
  readonly points: Float64Array;
  /** 64 numbers a patch: premultiplied RGBA in the same order. */
  readonly colours: Float32Array;
  readonly opacity: number;
  readonly blend: BlendMode;
}

/** Square grains of noise over bounds, each of a chance opacity or colour. */
export interface GrainNode {
  readonly type: 'grain';
  readonly bounds: Bounds;
  /** Side of a grain. */
  readonly size: number;
  /** Greatest opacity of a grain, 0–1. */
  readonly amount: number;
  /** The one colour of all grains, or null where each has its own. */
  readonly ink: Rgba | null;
  readonly seed: number;
  /** Where places of the node were before it was bent, once it is, and from grains' coordinates to there. */
  readonly unbent?: Unbent;
  readonly frame?: Matrix;
  readonly opacity: number;
  readonly blend: BlendMode;
}

export const rimProfiles = ['chamfer', 'round', 'cove', 'step', 'own'] as const;
export type RimProfile = (typeof rimProfiles)[number];

/** The rim of a shape: how its height changes with the distance from the outline, and the light that falls onto it. */
export interface Rim {
  /** A clean path, outlines clockwise on screen and holes against it. */
  readonly path: Path;
  /** Where it lies against the outline. */
  readonly side: 'inside' | 'outside' | 'both';
  /** Width and height, sheet units whatever turns the part; below 0 it is sunk. */
  readonly width: number;
  readonly height: number;
  readonly profile: RimProfile;
  /** Heights across it as a curve over 0–1, where the profile is its own. */
  readonly curve: CurvePoints;
  /** Share of the width over which it begins and ends softly, 0–1. */
  readonly softness: number;
  /** Direction toward the light, of length 1; z rises from the sheet. */
  readonly light: readonly [number, number, number];
  /** How much it shines, 0–1, and how narrowly. */
  readonly shine: number;
  readonly gloss: number;
}

/** The lights or the shades of a rim in one colour, against what lies flat. */
export interface RimNode {
  readonly type: 'rim';
  readonly rim: Rim;
  readonly tone: 'light' | 'shade';
  readonly colour: Rgba;
  readonly opacity: number;
  readonly blend: BlendMode;
}

/** Nodes that are drawn as they lay before they were bent, and sampled from there: what has no outline that could be bent. */
export interface BentNode {
  readonly type: 'bent';
  readonly children: readonly SceneNode[];
  /** Where places of the node were, and from the children's coordinates to there. */
  readonly unbent: Unbent;
  readonly frame: Matrix;
  /** Bounds of what it paints. */
  readonly bounds: Bounds;
  /** How outlines go from the children's coordinates to the node's, where it was made: it does not travel. */
  readonly carry?: (path: Path) => Path;
  readonly opacity: number;
  readonly blend: BlendMode;
}

export type SceneNode = ShapeNode | GroupNode | FilterNode | MeshNode | GrainNode | RimNode | BentNode;

/** A sheet ready to be drawn at any size. */
export interface Scene {
  readonly width: number;
  readonly height: number;
  /** Colour of the sheet's ground, or null for none. */
  readonly ground: Rgba | null;
  readonly nodes: readonly SceneNode[];
}

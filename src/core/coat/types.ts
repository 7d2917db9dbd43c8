import type { Interpolation } from '../colour/gradient';
import type { Card } from '../document/card';
import type { StrokeShape } from '../document/stroke';
import type { BlendMode, Spread } from '../scene/types';
import type { ProfiledWidth } from './width-profile';

export interface Solid {
  readonly kind: 'solid';
  /** Hex, with or without alpha. */
  readonly colour: string;
}

export interface Stop {
  readonly at: number;
  /** Hex, with or without alpha. */
  readonly colour: string;
  /** Where between this stop and the next the colour is halfway, 0–1; the middle where it is left out. */
  readonly mid?: number;
}

interface GradientBase {
  /**
   * Both ends are places on the part's bounds, 0–1 in each direction, or places on the sheet, in
   * sheet units, where the gradient is fixed to it.
   */
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
  /** Whether the gradient is fixed to the sheet, so that it runs on from part to part. */
  readonly fixed: boolean;
  readonly stops: readonly Stop[];
  readonly interpolation: Interpolation;
  readonly spread: Spread;
}

/** Runs from the first end to the second. */
export interface Linear extends GradientBase {
  readonly kind: 'linear';
}

/** An ellipse about the first end; one of its axes reaches to the second. */
export interface Radial extends GradientBase {
  readonly kind: 'radial';
  /** Length of the other axis as a share of the first. */
  readonly ratio: number;
  /** Where the colours start, along the first axis and the other one, −1 to 1. */
  readonly focusX: number;
  readonly focusY: number;
}

/** Runs once round the first end, clockwise from the direction of the second. */
export interface Conic extends GradientBase {
  readonly kind: 'conic';
}

export type Gradient = Linear | Radial | Conic;

export interface Stripes {
  readonly kind: 'stripes';
  readonly form: 'straight' | 'concentric';
  /** One stripe of each, over and over; clear ones leave a gap. */
  readonly colours: readonly string[];
  readonly by: 'count' | 'width';
  readonly stripes: number;
  readonly width: number;
  readonly angle: number;
  /** Share of a stripe that its edges are soft for. */
  readonly softness: number;
  /** Shift along the stripes in periods. */
  readonly phase: number;
  /** Width of each stripe as a share of the one before. */
  readonly progression: number;
  /** Middle of concentric stripes on the bounds. */
  readonly centreX: number;
  readonly centreY: number;
}

export interface Pattern {
  readonly kind: 'pattern';
  /** The part that is repeated, or an empty text for none yet. */
  readonly tile: string;
  readonly layout: 'grid' | 'brick' | 'half-drop';
  readonly spacingX: number;
  readonly spacingY: number;
  readonly scale: number;
  readonly turn: number;
  readonly shiftX: number;
  readonly shiftY: number;
}

export interface Grain {
  readonly kind: 'grain';
  readonly tone: 'ink' | 'colour';
  readonly colour: string;
  /** Side of a grain. */
  readonly size: number;
  /** Greatest opacity of a grain, 0–1. */
  readonly amount: number;
  readonly seed: number;
}

/** A node of a mesh: its place on the part's bounds and its handles, from the node, in the same shares. */
export interface MeshNode {
  readonly x: number;
  readonly y: number;
  /** Toward the node before it in its row, the next one, the one above and the one below. */
  readonly left: readonly [number, number];
  readonly right: readonly [number, number];
  readonly up: readonly [number, number];
  readonly down: readonly [number, number];
  readonly colour: string;
}

export interface MeshPaint {
  readonly kind: 'mesh';
  readonly rows: number;
  readonly columns: number;
  /** Row by row, one more in each direction than there are patches. */
  readonly nodes: readonly MeshNode[];
  /** Whether colours run on smoothly from patch to patch. */
  readonly smooth: boolean;
  /** Whether the outer edges lie along the outline, so that colours go on beyond them. */
  readonly fitted: boolean;
}

export interface Corners {
  readonly kind: 'corners';
  readonly topLeft: string;
  readonly topRight: string;
  readonly bottomLeft: string;
  readonly bottomRight: string;
}

/** A colour as light falls onto it. */
export interface Lit {
  readonly kind: 'lit';
  /** Of a face turned right to the light, as hex. */
  readonly colour: string;
  /** Of one turned away, as hex. */
  readonly shade: string;
  /** How much of the light falls everywhere, 0–1. */
  readonly ambient: number;
  /** Whether the sheet's lamp gives the light, or one of its own. */
  readonly lamp: 'sheet' | 'own';
  /** Where its own comes from: degrees clockwise from the top of the sheet, and over it. */
  readonly direction: number;
  readonly height: number;
}

/** A picture from a file. */
export interface Picture {
  readonly kind: 'picture';
  /** Its id, or an empty text for none yet. */
  readonly image: string;
  /** How large it is over the bounds of what it covers. */
  readonly fit: 'cover' | 'contain' | 'stretch' | 'pixels';
  readonly scale: number;
  readonly turn: number;
  readonly shiftX: number;
  readonly shiftY: number;
  /** What shows where it does not reach. */
  readonly beyond: 'clear' | Spread;
}

export type Paint = Lit | Solid | Gradient | Stripes | Pattern | Grain | MeshPaint | Corners | Picture;

/** A shape that a coat covers in place of the part's outline. */
export interface CoatShape {
  readonly form: 'outline' | 'ellipse' | 'rectangle';
  /** Whether the sizes are shares of the part's bounds or lengths. */
  readonly sized: 'bounds' | 'lengths';
  readonly shapeWidth: number;
  readonly shapeHeight: number;
  /** Corner radius of a rectangle. */
  readonly radius: number;
  /** How far its middle lies from the middle of the bounds. */
  readonly shiftX: number;
  readonly shiftY: number;
}

interface CoatBase extends CoatShape {
  readonly id: string;
  readonly on: boolean;
  readonly paint: Paint;
  /** 0–1. */
  readonly opacity: number;
  readonly blend: BlendMode;
  /** Live changes of the outline for this coat alone. */
  readonly steps: readonly Card[];
  /** What a group's coat covers: the united outline of its members, or each of them. */
  readonly covers: 'whole' | 'each';
  /** Whether a group's coat lies behind its members. */
  readonly behind: boolean;
  /** Which faces of a solid it covers. */
  readonly faces: 'all' | 'front' | 'sides' | 'back';
}

export interface FillCoat extends CoatBase {
  readonly kind: 'fill';
  /** How a gradient lies over the sides of a solid. */
  readonly run: 'bounds' | 'depth' | 'facing';
}

export interface StrokeCoat extends CoatBase, StrokeShape, ProfiledWidth {
  readonly kind: 'stroke';
  /** How much of it is clear where the pen was light, 0–1. */
  readonly thinned: number;
  /** What a gradient runs along. */
  readonly run: 'bounds' | 'along' | 'across';
}

export type Coat = FillCoat | StrokeCoat;

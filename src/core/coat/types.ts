import type { Interpolation } from '../colour/gradient';
import type { StrokeShape } from '../document/stroke';
import type { BlendMode, Spread } from '../scene/types';

export interface Solid {
  readonly kind: 'solid';
  /** Hex, with or without alpha. */
  readonly colour: string;
}

export interface Stop {
  readonly at: number;
  readonly colour: string;
}

/**
 * Both ends are places on the part's bounds, 0–1 in each direction. A linear gradient runs from
 * the first to the second; a radial one is a circle about the first through the second.
 */
export interface Gradient {
  readonly kind: 'linear' | 'radial';
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
  readonly stops: readonly Stop[];
  readonly interpolation: Interpolation;
  readonly spread: Spread;
}

export type Paint = Solid | Gradient;

interface CoatBase {
  readonly id: string;
  readonly on: boolean;
  readonly paint: Paint;
  /** 0–1. */
  readonly opacity: number;
  readonly blend: BlendMode;
}

export interface FillCoat extends CoatBase {
  readonly kind: 'fill';
}

export interface StrokeCoat extends CoatBase, StrokeShape {
  readonly kind: 'stroke';
}

export type Coat = FillCoat | StrokeCoat;

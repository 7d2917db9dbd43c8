import { type Bounds, identity, type Matrix } from '@/core';

/** A paint as the operators of a page set it: a colour, one that is worked out where it is used, or none. */
export type PagePaint =
  | { readonly kind: 'colour'; readonly hex: string }
  | { readonly kind: 'shading'; readonly id: string; readonly matrix: Matrix }
  | { readonly kind: 'tiling'; readonly tile: Tile; readonly matrix: Matrix }
  | { readonly kind: 'none' };

/** A cell that repeats (ISO 32000-1, 8.7.3). */
export interface Tile {
  readonly operators: OperatorList;
  readonly bbox: readonly [number, number, number, number];
  readonly across: number;
  readonly down: number;
  /** What a cell without colours of its own is painted in; null where it has them. */
  readonly colour: string | null;
}

/** Operators with what they are given, one after another. */
export interface OperatorList {
  readonly fnArray: readonly number[];
  readonly argsArray: readonly (readonly unknown[] | null)[];
}

/** Something that cuts what is painted: the id of a clip, and where it lies if it is an upright rectangle. */
export interface Clip {
  readonly id: string;
  /** Its outline in sheet coordinates, as SVG writes paths, and the rule by which it is filled. */
  readonly d: string;
  readonly rule: 'nonzero' | 'evenodd';
  readonly box: Bounds | null;
}

/** What text is set in (ISO 32000-1, 9.3). */
export interface TextState {
  readonly font: string;
  readonly size: number;
  /** −1 for a font that runs against its direction. */
  readonly direction: 1 | -1;
  readonly charSpacing: number;
  readonly wordSpacing: number;
  /** A factor, 1 for none. */
  readonly stretch: number;
  readonly leading: number;
  readonly rise: number;
  /** How it is painted, 0–7 (table 106). */
  readonly mode: number;
}

/** The graphics state of a page (ISO 32000-1, 8.4). Records are never changed, so that saving one is keeping it. */
export interface GraphicsState extends TextState {
  /** To sheet coordinates, pixels with y downwards. */
  readonly matrix: Matrix;
  /** The matrix that patterns lie by: that of the page, or of the form they are in. */
  readonly base: Matrix;
  readonly fill: PagePaint;
  readonly stroke: PagePaint;
  readonly fillOpacity: number;
  readonly strokeOpacity: number;
  /** As CSS names it. */
  readonly blend: string;
  readonly lineWidth: number;
  readonly cap: 'butt' | 'round' | 'square';
  readonly join: 'miter' | 'round' | 'bevel';
  readonly miterLimit: number;
  readonly dashes: readonly number[];
  readonly dashOffset: number;
  readonly clips: readonly Clip[];
  /** The id of a mask, or null. */
  readonly mask: string | null;
}

const samePaint = (a: PagePaint, b: PagePaint): boolean =>
  a === b || (a.kind === 'colour' && b.kind === 'colour' && a.hex === b.hex);

/** Whether two states fill what is painted alike: letters under them may be of one word. */
export const fillsAlike = (a: GraphicsState, b: GraphicsState): boolean =>
  a === b ||
  (samePaint(a.fill, b.fill) &&
    a.fillOpacity === b.fillOpacity &&
    a.blend === b.blend &&
    a.mask === b.mask &&
    a.mode === b.mode &&
    a.clips.length === b.clips.length &&
    a.clips.every(({ id }, i) => id === b.clips[i].id));

/** Whether two states paint words alike, their edges included. */
export const paintsAlike = (a: GraphicsState, b: GraphicsState): boolean =>
  fillsAlike(a, b) &&
  (a.mode === 0 ||
    (samePaint(a.stroke, b.stroke) && a.strokeOpacity === b.strokeOpacity && a.lineWidth === b.lineWidth));

const black: PagePaint = { kind: 'colour', hex: '#000000' };

/** Returns the state that a page begins with. @param matrix From its own coordinates to those of the sheet. */
export const initialState = (matrix: Matrix = identity): GraphicsState => ({
  matrix,
  base: matrix,
  fill: black,
  stroke: black,
  fillOpacity: 1,
  strokeOpacity: 1,
  blend: 'normal',
  lineWidth: 1,
  cap: 'butt',
  join: 'miter',
  miterLimit: 10,
  dashes: [],
  dashOffset: 0,
  clips: [],
  mask: null,
  font: '',
  size: 0,
  direction: 1,
  charSpacing: 0,
  wordSpacing: 0,
  stretch: 1,
  leading: 0,
  rise: 0,
  mode: 0,
});

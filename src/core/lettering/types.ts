import type { AxisValues, Features } from './face';

/** A stretch of the text that differs from the rest; indexes count UTF-16 units. */
export interface Run {
  readonly from: number;
  readonly to: number;
  readonly face?: string;
  /** As a share of the lettering's own size. */
  readonly scale?: number;
  /** Hex; fills of this stretch are of that colour. */
  readonly colour?: string;
}

/** What became of one piece of a letter: an outline of it with its holes. */
export interface PieceChange {
  /** Which piece: glyph by glyph, the greatest first. */
  readonly nth: number;
  /** The sibling that stands in its place; empty where nothing does. */
  readonly by: string;
  /** Whether the stand-in paints itself; otherwise its outline is one of the words. */
  readonly own: boolean;
  /** The stand-in's height as a share of the piece's. */
  readonly scale: number;
  /** Shift from the piece's middle as shares of the size. */
  readonly dx: number;
  readonly dy: number;
}

/** What was done to one letter; it belongs to the letter and moves with it when the text changes. */
export interface LetterChange {
  /** Index in the text of the letter's first character. */
  readonly at: number;
  /** Shift as shares of the size. */
  readonly dx: number;
  readonly dy: number;
  /** Degrees clockwise. */
  readonly turn: number;
  readonly scale: number;
  readonly colour?: string;
  readonly features?: Features;
  /** Whether it is mirrored about the upright, or about the level, through the middle of its ink. */
  readonly mirrorX?: boolean;
  readonly mirrorY?: boolean;
  /** Whether each of its pieces stands for itself. */
  readonly apart?: boolean;
  readonly pieces?: readonly PieceChange[];
}

/** Distance put between a letter and the one before it, a share of the size. */
export interface PairChange {
  /** Index of the second letter. */
  readonly at: number;
  readonly by: number;
}

/** Lettering as a design holds it. */
export interface Lettering {
  readonly text: string;
  readonly face: string;
  readonly axes: AxisValues;
  readonly features: Features;
  readonly runs: readonly Run[];
  readonly letters: readonly LetterChange[];
  readonly pairs: readonly PairChange[];
  /** Height of the em, sheet units. */
  readonly size: number;
  /** From baseline to baseline as a share of the size. */
  readonly leading: number;
  /** Added after every letter, a share of the size. */
  readonly tracking: number;
  readonly kerning: 'metric' | 'optical' | 'none';
  readonly alignment: 'start' | 'centre' | 'end' | 'justify';
  readonly direction: 'auto' | 'left-to-right' | 'right-to-left';
  /** How far the letters stand above their baseline, sheet units. */
  readonly rise: number;
  readonly stretchX: number;
  readonly stretchY: number;
  /** Degrees that uprights lean to the right, and that lines lean down. */
  readonly slantX: number;
  readonly slantY: number;
  /** Whether lines are as long as the text has them, or wrapped to a width. */
  readonly lines: 'as-typed' | 'wrapped';
  readonly frameWidth: number;
  /** What the baseline follows. */
  readonly follows: 'line' | 'circle' | 'part';
  readonly radius: number;
  /** The sibling whose outline is followed. */
  readonly along: string;
  /** Where on it the text stands: degrees from the top of a circle, or a share of a path. */
  readonly angle: number;
  readonly start: number;
  /** Which side of it letters stand on. */
  readonly side: 'outside' | 'inside';
  readonly stand: 'turned' | 'upright';
  /** Whether spacing is told at half the height of small letters, so that curves neither open nor close it. */
  readonly evenSpacing: boolean;
  /** Whether letters are pieces of their own, or one outline, or each outline of a letter is one with its holes. */
  readonly pieces: 'letters' | 'united' | 'contours';
}

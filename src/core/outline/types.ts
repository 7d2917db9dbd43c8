import type { Path } from '../geometry/path';

/** What a piece is of the whole: the front of a solid, one of its sides, or its back. */
export type PieceRole = 'front' | 'side' | 'back';

/** How a side rises. */
export interface Rise {
  /** Height over width; below 0 it falls. */
  readonly slope: number;
  /** Whether it fans out from a corner of the outline, which is its far end, rather than stands on an edge. */
  readonly fan: boolean;
}

/** What sets a piece apart from the others; steps that change it leave it these. */
export interface Marks {
  /** A colour that fills take in place of their own, as hex. */
  readonly tint?: string;
  /** How much of the coats on it shows, 0–1; all where left out. */
  readonly opacity?: number;
  readonly role?: PieceRole;
  /** Of a side that rises from the outline rather than goes straight back. */
  readonly rise?: Rise;
}

/** One piece of an outline, such as a letter or a face. */
export interface Piece extends Marks {
  readonly path: Path;
}

/** A part's outline in its own coordinates, the lowest piece first. */
export type Outline = readonly Piece[];

import type { Cubic } from '../geometry/cubic';
import type { Homography } from '../geometry/homography';
import type { Path } from '../geometry/path';
import type { Spin } from '../geometry/spin';

/** What a piece is of the whole: the front of a solid, one of its sides, or its back. */
export type PieceRole = 'front' | 'side' | 'back';

/** How a side rises. */
export interface Rise {
  /** Height over width; below 0 it falls. */
  readonly slope: number;
  /** Whether it fans out from a corner of the outline, which is its far end, rather than stands on an edge. */
  readonly fan: boolean;
}

/** A piece of a solid that was turned in space, as it was before: its side in its own plane, and how that was turned. */
export interface Turned {
  /** The path it came to: what changes that afterwards makes this mean nothing. */
  readonly path: Path;
  /** Its edge at the front and at the far end; null for a front or a far end itself. */
  readonly side: { readonly edge: Cubic; readonly far: Cubic } | null;
  readonly spin: Spin;
  /** From the plane of the side to the picture. */
  readonly plane: Homography;
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
  readonly turned?: Turned;
}

/** One piece of an outline, such as a letter or a face. */
export interface Piece extends Marks {
  readonly path: Path;
}

/** A part's outline in its own coordinates, the lowest piece first. */
export type Outline = readonly Piece[];

import type { Matrix } from '../geometry/matrix';
import type { Bounds, Path } from '../geometry/path';
import type { PieceChange } from './types';

/** A letter where it stands. */
export interface PlacedLetter {
  /** Its characters, [from, to) of the text. */
  readonly from: number;
  readonly to: number;
  /** Whether it runs from right to left. */
  readonly rightToLeft: boolean;
  /** From the letter's own coordinates (x from its left edge, y down from the baseline, sheet units) to the part's. */
  readonly matrix: Matrix;
  /** The same before what was done to the letter by hand. */
  readonly stand: Matrix;
  readonly advance: number;
  /** Heights above and below the baseline that its face has. */
  readonly ascent: number;
  readonly descent: number;
  /** Its outline in the part's coordinates, without the pieces that something stands in for. */
  readonly path: Path;
  /** The outlines that stand for themselves: all of it, or piece by piece. */
  readonly apart: readonly Path[];
  readonly standIns: readonly StandIn[];
  /** Its pieces in the part's coordinates as the face has them, whatever became of them. */
  readonly pieces: () => readonly Path[];
  readonly colour: string | undefined;
  readonly line: number;
}

/** A place that something else takes of a letter's piece. */
export interface StandIn extends PieceChange {
  /** The piece's box in the letter's own coordinates, moved by the shift. */
  readonly box: Bounds;
  /** From the letter's own coordinates to the part's. */
  readonly matrix: Matrix;
  /** The piece itself in the part's coordinates. */
  readonly path: Path;
}

import type { Design } from '../../document/types';
import type { Bounds, Path } from '../../geometry/path';
import type { Point } from '../../geometry/vector';

export const faultKinds = [
  'double',
  'near centre',
  'near edge',
  'near touch',
  'sliver',
  'open end',
  'stray',
  'needless point',
  'leftover',
  'light',
] as const;

/** One fault of geometry or light, where it is and how large. */
export interface TidyFault {
  /** The same for the same fault as long as its parts stay. */
  readonly id: string;
  readonly kind: (typeof faultKinds)[number];
  /** The parts concerned; the last is the one that mending changes. */
  readonly parts: readonly string[];
  readonly message: string;
  readonly at: Point;
  /** Sheet units: how far off, how wide; 0 where that says nothing. */
  readonly size: number;
  /** Set where mending changes the picture: it is done only when asked for by itself. */
  readonly seen?: boolean;
}

/** A fault with what mends it. */
export interface Finding extends TidyFault {
  mend(design: Design): Design;
}

/** A shown part as it lies on the sheet. */
export interface Laid {
  readonly id: string;
  readonly name: string;
  /** The part it stands in, or null for the sheet. */
  readonly parent: string | null;
  readonly path: Path;
  readonly bounds: Bounds;
}

/** Differences smaller than this are rounding, not a fault. */
export const exact = 1e-4;

import type { Bounds, Path } from '../geometry/path';
import type { Point } from '../geometry/vector';
import type { Outline } from '../outline/types';

/** A grip on the sheet for one or two parameters; in the part's own coordinates. */
export interface Handle {
  readonly id: string;
  readonly x: number;
  readonly y: number;
  /** Names of the parameters that numbers typed during a drag set, in order. */
  readonly sets?: readonly string[];
  /** Whether it stands for a place by itself: two numbers typed are one on the sheet. */
  readonly place?: boolean;
  /** Where a line is drawn from, to show what the grip measures. */
  readonly from?: Point;
  /** Whether it is drawn small, as one of many alike. */
  readonly small?: boolean;
  /** A colour that the grip stands for, as hex. */
  readonly colour?: string;
  /** Direction in which the grip stands off its place, so that it hides nothing. */
  readonly aside?: Point;
  /** Grip that must be at work for this one to be shown. */
  readonly of?: string;
  /** An ellipse about `from` through the ends of its two axes, that shows a reach. */
  readonly oval?: readonly [Point, Point];
  /** A circle that shows a radius. */
  readonly circle?: { readonly x: number; readonly y: number; readonly r: number };
}

export interface HandleContext {
  /** Bounds of what the step or coat is given, in the part's own coordinates. */
  readonly bounds: Bounds;
  /** The outline itself. */
  readonly outline: Outline;
  /** Middle of the sibling that a step is centred on, in the part's own coordinates. */
  readonly centre?: Point;
  /** The outline of that sibling as its source makes it, its steps aside, in the part's own coordinates. */
  readonly guide?: Path;
}

/** What a drag of a handle means: new parameters, and a shift or a turn of the part in its own coordinates. */
export interface DragResult<P> {
  readonly params: Partial<P>;
  readonly shift?: Point;
  /** Degrees about a point. */
  readonly turn?: Point & { readonly angle: number };
}

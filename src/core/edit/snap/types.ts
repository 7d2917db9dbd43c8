/** A line that something can snap to, and what it is called. */
export interface SnapTarget {
  readonly axis: 'x' | 'y';
  readonly at: number;
  readonly what: string;
  /** Extent across, for drawing the proof. */
  readonly from: number;
  readonly to: number;
}

/** What was snapped to: words for the pointer and the line that proves it. */
export interface SnapHit extends SnapTarget {
  /** How far the moved thing has to shift. */
  readonly shift: number;
  /** Lines that prove it, x1, y1, x2, y2 each, where one straight across would not. */
  readonly proof?: readonly (readonly [number, number, number, number])[];
}

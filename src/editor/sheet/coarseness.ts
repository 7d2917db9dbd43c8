/** Milliseconds that drawing a frame of a drag should take at most. */
const budget = 22;

/** Device pixels a side that one drawn pixel may stand for while something is dragged. */
const steps = [1, 2, 4] as const;

/**
 * How coarse the frames of a drag are drawn: as finely as the time allows that the last ones took.
 * Whole pictures are always fine.
 */
export class Coarseness {
  /** Milliseconds a drawn pixel. */
  private cost = 0;

  /** Takes in how long some pixels took to draw. */
  learn(milliseconds: number, pixels: number): void {
    if (pixels < 4096) return;
    const own = milliseconds / pixels;
    this.cost = this.cost ? this.cost + (own - this.cost) * 0.35 : own;
  }

  /** Side of a drawn pixel in device pixels for a frame of so many of these. */
  for(pixels: number): number {
    const fits = steps.find((k) => (this.cost * pixels) / (k * k) <= budget);
    return fits ?? steps[steps.length - 1];
  }
}

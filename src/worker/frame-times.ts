/** Milliseconds that the studio took for one frame. */
export interface StudioTimes {
  /** The gesture or change taken in, and what it changes said. */
  readonly change: number;
  /** The sheet worked out. */
  readonly evaluate: number;
  /** What of the sheet differs. */
  readonly compare: number;
  /** The scene packed and sent to the workers that draw. */
  readonly send: number;
  /** Overlay and fields of what is chosen. */
  readonly report: number;
}

/** Splits the time that goes by into pieces: each call returns the milliseconds since the one before. */
export function laps(): () => number {
  let last = performance.now();
  return () => {
    const now = performance.now();
    const lap = now - last;
    last = now;
    return lap;
  };
}

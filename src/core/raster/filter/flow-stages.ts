/** One pass of a blur along lines: samples at even steps on both sides of a place, and how much each counts. */
export interface Stage {
  /** From one sample to the next where all goes farthest, pixels. */
  readonly step: number;
  /** Weights of the samples from one end to the other; an odd number that sums to 1. */
  readonly weights: Float64Array;
}

/** Deviations of a Gaussian that are sampled; beyond lies erfc(3.5/√2) = 4.7e-4 of it, an eighth of a step of 8 bits. */
const sampledReach = 3.5;
/** Steps of a pass, in deviations of what went before: sampled so, a Gaussian ripples by 2·exp(−2π²/1.5²) = 3e-4. */
const coarser = 1.5;
/** Deviations up to which one pass and two are less work, pixels. */
const one = 6;
const two = 50;
/** The first two of three passes: deviations of 3.43 pixels, and of 17.6 on top. */
const fine = 12 / sampledReach;

function stage(step: number, variance: number): Stage {
  const n = Math.max(1, Math.ceil((sampledReach * Math.sqrt(variance)) / step));
  const raw = Array.from({ length: 2 * n + 1 }, (_, i) =>
    Math.exp(-(((i - n) * step) ** 2) / (2 * variance)),
  );
  const sum = raw.reduce((a, b) => a + b, 0);
  return { step, weights: Float64Array.from(raw, (v) => v / sum) };
}

/**
 * The passes that come to a Gaussian of `deviation` pixels: variances add, so a fine pass first makes what a coarser one samples
 * smooth enough for it. From the finest to the coarsest.
 */
export function flowStages(deviation: number): readonly Stage[] {
  // A pixel is the mean over its own square, which has a variance itself; that much is taken off.
  const whole = Math.max(0.05, deviation * deviation - 1 / 12);
  if (deviation <= one) return [stage(1, whole)];
  if (deviation <= two) {
    const first = deviation / coarser;
    return [stage(1, first), stage(coarser * Math.sqrt(first), whole - first)];
  }
  const first = fine ** 2;
  const second = (coarser * fine * fine) ** 2;
  return [
    stage(1, first),
    stage(coarser * fine, second),
    stage(coarser * Math.sqrt(first + second), whole - first - second),
  ];
}

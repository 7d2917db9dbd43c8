/**
 * Which of 64 columns each of a pixel's 64 sample rows is sampled in. Every row and column is
 * used once, and any half-plane holds close to its share of the samples.
 */
export const sampleColumns: readonly number[] = [
  51, 26, 19, 9, 40, 60, 2, 29, 14, 35, 46, 55, 8, 25, 41, 22, 58, 5, 33, 15, 48, 53, 63, 38, 1, 18, 27, 45,
  7, 11, 50, 56, 34, 21, 59, 32, 43, 3, 13, 37, 23, 61, 47, 6, 36, 17, 54, 28, 0, 39, 24, 10, 49, 57, 16, 42,
  30, 4, 62, 20, 52, 12, 31, 44,
];

/** Place of each row's sample across the pixel, 0–1. */
export const sampleOffsets = Float64Array.from(sampleColumns, (column) => (column + 0.5) / 64);

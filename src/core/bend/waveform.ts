/** The forms that waves have, by name and by what they are called. */
export const waveForms = {
  sine: 'Sine',
  full: 'Full crests',
  points: 'Pointed',
} as const;

export type WaveForm = keyof typeof waveForms;

interface Form {
  /** Height at a place counted in waves, −1 to 1, rising through 0 at 0. */
  height(u: number): number;
  slope(u: number): number;
  /** The greatest slope there is. */
  readonly steepest: number;
  /** Where in a wave its slope jumps, 0–1. */
  readonly creases: readonly number[];
}

const turn = 2 * Math.PI;

/** How far into its wave a place is, 0–1. */
const within = (u: number): number => u - Math.floor(u);

/** How far a place is from the middle of its half wave, −1 to 1. */
const offCrest = (w: number): number => 4 * (w < 0.5 ? w : w - 0.5) - 1;

export const waveOf: { readonly [K in WaveForm]: Form } = {
  sine: {
    height: (u) => Math.sin(turn * u),
    slope: (u) => turn * Math.cos(turn * u),
    steepest: turn,
    creases: [],
  },
  // Half waves of 1 − v⁴, which meet with the same slope.
  full: {
    height(u) {
      const w = within(u);
      const v = offCrest(w);
      return w < 0.5 ? 1 - v ** 4 : v ** 4 - 1;
    },
    slope(u) {
      const w = within(u);
      const v = offCrest(w);
      return (w < 0.5 ? -16 : 16) * v ** 3;
    },
    steepest: 16,
    creases: [],
  },
  points: {
    height(u) {
      const w = within(u + 0.25);
      return w < 0.5 ? 4 * w - 1 : 3 - 4 * w;
    },
    slope: (u) => (within(u + 0.25) < 0.5 ? 4 : -4),
    steepest: 4,
    creases: [0.25, 0.75],
  },
};

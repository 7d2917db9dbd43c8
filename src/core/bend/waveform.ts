/** The forms that waves have, by name and by what they are called. */
export const waveForms = {
  sine: 'Sine',
  full: 'Full crests',
  points: 'Pointed',
} as const;

export type WaveForm = keyof typeof waveForms;

interface Form {
  /** Height at a place counted in waves, −1 to 1, rising through 0 at 0; and its slope. */
  at(u: number): readonly [number, number];
  /** Where in a wave its slope jumps, 0–1. */
  readonly creases: readonly number[];
}

const turn = 2 * Math.PI;

/** How far into its wave a place is, 0–1. */
const within = (u: number): number => u - Math.floor(u);

export const waveOf: { readonly [K in WaveForm]: Form } = {
  sine: { at: (u) => [Math.sin(turn * u), turn * Math.cos(turn * u)], creases: [] },
  // Half waves of 1 − v⁴, which meet with the same slope.
  full: {
    at(u) {
      const w = within(u);
      const sign = w < 0.5 ? 1 : -1;
      const v = 4 * (w < 0.5 ? w : w - 0.5) - 1;
      return [sign * (1 - v ** 4), sign * -16 * v ** 3];
    },
    creases: [],
  },
  points: {
    at(u) {
      const w = within(u + 0.25);
      return w < 0.5 ? [4 * w - 1, 4] : [3 - 4 * w, -4];
    },
    creases: [0.25, 0.75],
  },
};

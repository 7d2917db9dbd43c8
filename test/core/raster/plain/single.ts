/** Rounds to single precision: every sum and product of the kernels is rounded so. */
export const f = Math.fround;

/** Premultiplied colour in single precision: red, green, blue, alpha. */
export type Colour = readonly [number, number, number, number];

export const clearColour: Colour = [0, 0, 0, 0];

/** Applies a rule to each channel, rounding what it gives. */
export const each = (rule: (channel: 0 | 1 | 2 | 3) => number): Colour => [
  f(rule(0)),
  f(rule(1)),
  f(rule(2)),
  f(rule(3)),
];

export const add = (a: Colour, b: Colour): Colour => each((i) => a[i] + b[i]);
export const subtract = (a: Colour, b: Colour): Colour => each((i) => a[i] - b[i]);
export const times = (a: Colour, b: Colour): Colour => each((i) => a[i] * b[i]);
export const scaled = (a: Colour, by: number): Colour => each((i) => a[i] * f(by));

/** Whether two colours have the same bits. */
export const same = (a: Colour, b: Colour): boolean => a.every((v, i) => Object.is(v, b[i]));

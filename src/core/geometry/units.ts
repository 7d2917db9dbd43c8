/** Units a length can be given in. One sheet unit is one CSS px; CSS: 1 in = 96 px, 1 pt = 4/3 px. */
export const units = { px: 1, mm: 96 / 25.4, cm: 96 / 2.54, in: 96, pt: 4 / 3 } as const;
export type Unit = keyof typeof units;

export const isUnit = (name: string): name is Unit => Object.hasOwn(units, name);

/** A length in `unit` as sheet units. */
export const toSheetUnits = (value: number, unit: Unit): number => value * units[unit];

/** A length in sheet units as a number of `unit`. */
export const fromSheetUnits = (value: number, unit: Unit): number => value / units[unit];

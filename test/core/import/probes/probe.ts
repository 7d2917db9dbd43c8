/**
 * One feature of static SVG 2 in a picture of 100 × 100. Without more, resvg draws it rightly and is the reference; `as` says the same
 * in words that resvg reads as well; `told` is part of what is said to be left out, where a picture cannot be right.
 */
export interface Probe {
  readonly body: string;
  readonly as?: string;
  readonly told?: string;
  /** Whether the picture is right even so. */
  readonly also?: boolean;
  /** Attributes of the outermost element, in place of a viewBox of 100 × 100. */
  readonly root?: string;
}

export type Probes = Readonly<Record<string, string | Probe>>;

export const asProbe = (p: string | Probe): Probe => (typeof p === 'string' ? { body: p } : p);

/** Copies of a cell of a pattern that cover the picture, for what resvg draws as pixels and resamples. */
export const tiled = (cell: string, width: number, height: number, x = 0, y = 0): string =>
  Array.from({ length: 18 * 18 }, (_, i) => [(i % 18) - 2, Math.floor(i / 18) - 2])
    .map(([column, row]) => `<g transform="translate(${x + column * width} ${y + row * height})">${cell}</g>`)
    .join('');

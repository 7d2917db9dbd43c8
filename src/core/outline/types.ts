import type { Path } from '../geometry/path';

/** A part's outline in its own coordinates: one path a piece. */
export type Outline = readonly Path[];

import type { Rgba } from './colour';

/** What becomes of a colour, straight alpha in and out. */
export type ColourChange = (colour: Rgba) => Rgba;

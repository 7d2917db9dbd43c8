import { type ColourSpace, type Depth, pixelsToDisplayP3 } from '@/core';
import type { Band } from './band';

/** Bands with their colours as a colour space has them. */
export function* inSpace(bands: Iterable<Band>, depth: Depth, space: ColourSpace): Generator<Band> {
  for (const band of bands) {
    if (space === 'p3') pixelsToDisplayP3(band.data, depth);
    yield band;
  }
}

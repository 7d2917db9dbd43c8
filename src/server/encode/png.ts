import { createWriteStream } from 'node:fs';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Depth, PngParams } from '@/core';
import { inSpace } from './colour-space';
import { defineEncoder } from './definition';
import { indexed, mostIndexed } from './palette';
import { palettePng, pngStream } from './png-stream';
import { profileOf } from './profiles';

export const encodePng = defineEncoder<PngParams>(async ({ picture }, { bits, palette, space }, path) => {
  const { width, height, dpi } = picture;
  const depth: Depth = bits === '16' ? 16 : 8;
  const p3 = space === 'p3' ? await profileOf(space) : null;
  const bands = inSpace(picture.bands(depth), depth, space);
  const few = depth === 8 && palette && width * height <= mostIndexed ? indexed(width, height, bands) : bands;
  const stream =
    'colours' in few
      ? palettePng(width, height, dpi, few, p3)
      : pngStream(width, height, dpi, few, { depth, p3, opaque: picture.opaque });
  await pipeline(Readable.from(stream), createWriteStream(path));
  return [];
});

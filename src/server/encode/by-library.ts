import { createWriteStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import sharp, { type Sharp } from 'sharp';
import type { AvifParams, ColourSpace, JpegParams, WebpParams } from '@/core';
import { defineEncoder, type PictureSource } from './definition';
import { pngStream } from './png-stream';

/** Pixels up to which a picture is handed over in memory; beyond, by a file that is read as it is written out. */
const mostInMemory = 24_000_000;

/** A picture of 8 bits a channel as the library takes it, tagged with its colour space; done when `write` is. */
async function handed(
  picture: PictureSource,
  space: ColourSpace,
  path: string,
  write: (image: Sharp) => Promise<unknown>,
): Promise<void> {
  const { width, height, dpi } = picture;
  // The profile comes last: with the rest goes one of sRGB.
  const tagged = (image: Sharp) =>
    image.withMetadata({ density: dpi }).withIccProfile(space === 'p3' ? 'p3' : 'srgb');
  if (width * height <= mostInMemory) {
    const data = new Uint8Array(4 * width * height);
    let at = 0;
    for (const band of picture.bands(8)) {
      data.set(band.data, at);
      at += band.data.length;
    }
    await write(tagged(sharp(data, { raw: { width, height, channels: 4 } })));
    return;
  }
  const between = `${path}.between.png`;
  try {
    await pipeline(
      Readable.from(pngStream(width, height, dpi, picture.bands(8), { opaque: picture.opaque })),
      createWriteStream(between),
    );
    await write(tagged(sharp(between, { limitInputPixels: false, sequentialRead: true })));
  } finally {
    await rm(between, { force: true });
  }
}

/** Of 1 to 100, as the library has it. */
const percent = (share: number): number => Math.max(1, Math.round(100 * share));

export const encodeJpeg = defineEncoder<JpegParams>(async ({ picture }, { quality, space }, path) => {
  await handed(picture, space, path, (image) =>
    image
      .flatten({ background: '#ffffff' })
      // Thin lines in strong colours keep theirs.
      .jpeg({ quality: percent(quality), chromaSubsampling: '4:4:4' })
      .toFile(path),
  );
  return [];
});

export const encodeWebp = defineEncoder<WebpParams>(
  async ({ picture }, { lossless, quality, space }, path) => {
    await handed(picture, space, path, (image) =>
      image.webp({ lossless, exact: lossless, quality: percent(quality), smartSubsample: true }).toFile(path),
    );
    return [];
  },
);

export const encodeAvif = defineEncoder<AvifParams>(
  async ({ picture }, { lossless, quality, space }, path) => {
    await handed(picture, space, path, (image) =>
      image.avif({ lossless, quality: percent(quality), chromaSubsampling: '4:4:4', effort: 3 }).toFile(path),
    );
    return [];
  },
);

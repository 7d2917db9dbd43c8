import { createWriteStream } from 'node:fs';
import { rm, writeFile } from 'node:fs/promises';
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

const kilobytes = (bytes: number): string => `${Math.max(1, Math.round(bytes / 1000))} kB`;

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

/** Pixels up to which both ways of WebP are tried, and how far colours may be off before it is told, of 255. */
const mostTried = 8_000_000;
const worthTelling = 4;

/** How far a file’s colours are from those of a picture, weighed by how opaque they are: root mean square, of 255. */
async function colourError(file: Buffer, image: Sharp): Promise<number> {
  const raw = (of: Sharp) => of.ensureAlpha().raw().toBuffer();
  const [a, b] = await Promise.all([raw(sharp(file)), raw(image.clone())]);
  let sum = 0;
  for (let i = 0; i < a.length; i += 4)
    for (let k = 0; k < 3; k++) sum += ((a[i + k] * a[i + 3] - b[i + k] * b[i + 3]) / 255) ** 2;
  return Math.sqrt(sum / (0.75 * a.length));
}

/**
 * With loss WebP halves the grain of its colours (RFC 9649, 2.5), which thin coloured lines do not bear: where the picture takes no more
 * room without loss it is kept so, and where its colours come out far off that is told.
 */
export const encodeWebp = defineEncoder<WebpParams>(
  async ({ picture }, { lossless, quality, space }, path) => {
    const notes: string[] = [];
    await handed(picture, space, path, async (image) => {
      const as = (whole: boolean) =>
        image
          .clone()
          .webp({ lossless: whole, exact: whole, quality: percent(quality), smartSubsample: true });
      if (lossless || picture.width * picture.height > mostTried) return as(lossless).toFile(path);
      const [lossy, whole] = [await as(false).toBuffer(), await as(true).toBuffer()];
      if (whole.length <= lossy.length) {
        notes.push('It is kept without loss, which takes less room here.');
        return writeFile(path, whole);
      }
      const off = await colourError(lossy, image);
      if (off > worthTelling)
        notes.push(
          `Its colours are off by ${off.toFixed(1)} of 255 on average: without loss it would take ${kilobytes(whole.length)} rather than ${kilobytes(lossy.length)}.`,
        );
      return writeFile(path, lossy);
    });
    return notes;
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

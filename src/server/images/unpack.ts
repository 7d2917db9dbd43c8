import { createHash } from 'node:crypto';
import { open } from 'node:fs/promises';
import sharp from 'sharp';
import {
  blockSide,
  type ImageSize,
  imageId,
  levelCount,
  levelSize,
  mostImagePixels,
  mostImageSide,
} from '@/core';
import type { ReadImage } from '../drawing/messages';

/** Says in plain words why a picture cannot be placed. */
export class ImageFault extends Error {}

/** Kinds of pictures by how their files begin (PNG 3rd edition, 5.2; JPEG, ITU-T T.81, B.1.1.3; RFC 9649; ISO/IEC 23000-22). */
const kinds: readonly { readonly type: string; is(b: Uint8Array, text: string): boolean }[] = [
  { type: 'image/png', is: (b, t) => b[0] === 0x89 && t.startsWith('PNG\r\n', 1) },
  { type: 'image/jpeg', is: (b) => b[0] === 0xff && b[1] === 0xd8 && b[2] === 0xff },
  { type: 'image/webp', is: (_, t) => t.startsWith('RIFF') && t.startsWith('WEBP', 8) },
  { type: 'image/avif', is: (_, t) => t.startsWith('ftyp', 4) && /avi[fs]/.test(t.slice(8)) },
];

function typeOf(bytes: Uint8Array): string {
  const text = Buffer.from(bytes.subarray(0, 64)).toString('latin1');
  const found = kinds.find((k) => k.is(bytes, text));
  if (!found) throw new ImageFault('This is no PNG, JPEG, WebP or AVIF picture.');
  return found.type;
}

/** The size that a picture claims to have. @throws ImageFault where that is none, or more than can be placed. */
async function readHead(bytes: Uint8Array): Promise<ImageSize & { readonly opaque: boolean }> {
  let head: ImageSize & { readonly opaque: boolean };
  try {
    const { width, height, hasAlpha } = await sharp(bytes, { limitInputPixels: false }).metadata();
    head = { width, height, opaque: !hasAlpha };
  } catch {
    throw new ImageFault('The picture is damaged: its head cannot be read.');
  }
  const { width, height } = head;
  if (!(width > 0) || !(height > 0)) throw new ImageFault('The picture is empty.');
  if (width * height > mostImagePixels || Math.max(width, height) > mostImageSide)
    throw new ImageFault(
      `The picture claims to have ${width} × ${height} pixels; it may have ${mostImagePixels / 1e6} million, and ${mostImageSide} along a side.`,
    );
  return head;
}

interface Pixels extends ImageSize {
  /** RGBA, row after row. */
  readonly data: Buffer;
}

/** A picture upright and in sRGB. */
const upright = (bytes: Uint8Array) =>
  sharp(bytes, { limitInputPixels: mostImagePixels, failOn: 'error' }).autoOrient().toColourspace('srgb');

/** Its pixels, 8 bits a channel with straight alpha. */
async function pixelsOf(bytes: Uint8Array): Promise<Pixels> {
  try {
    const { data, info } = await upright(bytes)
      .ensureAlpha()
      .raw({ depth: 'uchar' })
      .toBuffer({ resolveWithObject: true });
    if (info.channels !== 4) throw new ImageFault('The picture has colours that cannot be read.');
    return { data, width: info.width, height: info.height };
  } catch (e) {
    if (e instanceof ImageFault) throw e;
    throw new ImageFault('The picture is damaged: it breaks off or cannot be unpacked.');
  }
}

const halving = { fit: 'fill', kernel: 'lanczos3', fastShrinkOnLoad: false } as const;

async function halved({ data, width, height }: Pixels, to: ImageSize): Promise<Pixels> {
  const made = await sharp(data, { raw: { width, height, channels: 4 }, limitInputPixels: false })
    .resize(to.width, to.height, halving)
    .raw()
    .toBuffer();
  return { data: made, ...to };
}

/** The first halves of an opaque picture, from its file: without alpha that takes a third of the time. */
async function halvedOpaque(bytes: Uint8Array, to: ImageSize): Promise<Pixels> {
  const data = await upright(bytes)
    .resize(to.width, to.height, halving)
    .ensureAlpha()
    .raw({ depth: 'uchar' })
    .toBuffer();
  return { data, ...to };
}

/** A band of pixels, block by block. */
function bandOf({ data, width, height }: Pixels, top: number): Buffer {
  const high = Math.min(blockSide, height - top);
  const band = Buffer.allocUnsafe(4 * width * high);
  let at = 0;
  for (let left = 0; left < width; left += blockSide) {
    const wide = Math.min(blockSide, width - left);
    for (let y = top; y < top + high; y++)
      at += data.copy(band, at, 4 * (y * width + left), 4 * (y * width + left + wide));
  }
  return band;
}

/**
 * Reads a picture and writes its pixels, in halves down to a small one, to a file.
 * @throws ImageFault where it is none, broken or too large.
 */
export async function unpackImage(bytes: Uint8Array, file: string): Promise<ReadImage> {
  const type = typeOf(bytes);
  const { opaque } = await readHead(bytes);
  let pixels = await pixelsOf(bytes);
  const size = { width: pixels.width, height: pixels.height };
  const id = imageId(createHash('sha256').update(bytes).digest('hex'), size);
  const out = await open(file, 'w', 0o600);
  try {
    for (let level = 0; ; level++) {
      for (let top = 0; top < pixels.height; top += blockSide) await out.write(bandOf(pixels, top));
      if (level + 1 === levelCount(size)) break;
      const next = levelSize(size, level + 1);
      pixels = level === 0 && opaque ? await halvedOpaque(bytes, next) : await halved(pixels, next);
    }
  } finally {
    await out.close();
  }
  return { id, type };
}

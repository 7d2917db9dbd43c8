import { createHash } from 'node:crypto';
import { type FileHandle, open } from 'node:fs/promises';
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
  /** Row after row. */
  readonly data: Buffer;
  /** RGB of what is opaque, which is read and halved in a third of the time; else RGBA. */
  readonly channels: 3 | 4;
}

/** A picture upright and in sRGB, 8 bits a channel with straight alpha where it has any. */
async function pixelsOf(bytes: Uint8Array, opaque: boolean): Promise<Pixels> {
  try {
    const upright = sharp(bytes, { limitInputPixels: mostImagePixels, failOn: 'error' })
      .autoOrient()
      .toColourspace('srgb');
    const { data, info } = await (opaque ? upright : upright.ensureAlpha())
      .raw({ depth: 'uchar' })
      .toBuffer({ resolveWithObject: true });
    const { width, height, channels } = info;
    if (channels !== (opaque ? 3 : 4)) throw new ImageFault('The picture has colours that cannot be read.');
    return { data, width, height, channels };
  } catch (e) {
    if (e instanceof ImageFault) throw e;
    throw new ImageFault('The picture is damaged: it breaks off or cannot be unpacked.');
  }
}

/** The next level of a picture. */
async function halved({ data, width, height, channels }: Pixels, to: ImageSize): Promise<Pixels> {
  const made = await sharp(data, { raw: { width, height, channels }, limitInputPixels: false })
    .resize(to.width, to.height, { fit: 'fill', kernel: 'lanczos3' })
    .raw()
    .toBuffer();
  return { data: made, channels, ...to };
}

/** Writes a stretch of a row as RGBA, four bytes at once as this machine orders them. */
function putRow(
  { data, channels }: Pixels,
  from: number,
  count: number,
  into: Uint32Array,
  at: number,
): void {
  let k = channels * from;
  if (channels === 3)
    for (let to = at; to < at + count; to++, k += 3)
      into[to] = data[k] | (data[k + 1] << 8) | (data[k + 2] << 16) | 0xff000000;
  else new Uint8Array(into.buffer).set(data.subarray(k, k + 4 * count), 4 * at);
}

/** A band of pixels, block by block. */
function bandOf(pixels: Pixels, top: number): Uint8Array {
  const { width, height } = pixels;
  const high = Math.min(blockSide, height - top);
  const band = new Uint32Array(width * high);
  let at = 0;
  for (let left = 0; left < width; left += blockSide) {
    const wide = Math.min(blockSide, width - left);
    for (let y = top; y < top + high; y++, at += wide) putRow(pixels, y * width + left, wide, band, at);
  }
  return new Uint8Array(band.buffer);
}

async function writeLevel(out: FileHandle, pixels: Pixels): Promise<void> {
  for (let top = 0; top < pixels.height; top += blockSide) await out.write(bandOf(pixels, top));
}

/**
 * Reads a picture and writes its pixels, in halves down to a small one, to a file.
 * @throws ImageFault where it is none, broken or too large.
 */
export async function unpackImage(bytes: Uint8Array, file: string): Promise<ReadImage> {
  const type = typeOf(bytes);
  const { opaque } = await readHead(bytes);
  let pixels = await pixelsOf(bytes, opaque);
  const size = { width: pixels.width, height: pixels.height };
  const id = imageId(createHash('sha256').update(bytes).digest('hex'), size);
  const out = await open(file, 'w', 0o600);
  try {
    for (let level = 0; ; level++) {
      // The next level is worked out while this one goes to the disk.
      const last = level + 1 === levelCount(size);
      const next = last ? pixels : halved(pixels, levelSize(size, level + 1));
      const [following] = await Promise.all([next, writeLevel(out, pixels)]);
      if (last) break;
      pixels = following;
    }
  } finally {
    await out.close();
  }
  return { id, type };
}

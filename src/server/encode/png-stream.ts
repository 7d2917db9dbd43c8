import { once } from 'node:events';
import { createDeflate, deflateSync } from 'node:zlib';
import { crc32, type Depth, PngRows, pixelsPerMetre } from '@/core';
import type { Band } from './band';
import type { Indexed } from './palette';

function chunk(type: string, data: Uint8Array): Buffer {
  const out = Buffer.alloc(12 + data.length);
  out.writeUInt32BE(data.length, 0);
  out.write(type, 4, 'latin1');
  out.set(data, 8);
  out.writeUInt32BE(crc32(out.subarray(4, 8 + data.length)), 8 + data.length);
  return out;
}

const signature = Buffer.from([137, 80, 78, 71, 13, 10, 26, 10]);

/** Kinds of pixels (PNG, table 11.1). */
const kinds = { rgb: 2, table: 3, rgba: 6 } as const;

function header(width: number, height: number, bits: number, kind: keyof typeof kinds): Buffer {
  const data = Buffer.alloc(13);
  data.writeUInt32BE(width, 0);
  data.writeUInt32BE(height, 4);
  data.set([bits, kinds[kind], 0, 0, 0], 8);
  return chunk('IHDR', data);
}

/** What its numbers mean: sRGB, or by code points (cICP: 12 and 13 are the primaries of Display P3 and the curve of sRGB; ITU-T H.273) and a profile. */
function colourChunks(p3: Uint8Array | null): Buffer[] {
  if (!p3) return [chunk('sRGB', Buffer.from([0]))];
  const name = Buffer.from('Display P3\0\0', 'latin1');
  return [chunk('cICP', Buffer.from([12, 13, 0, 1])), chunk('iCCP', Buffer.concat([name, deflateSync(p3)]))];
}

function physicalChunk(dpi: number): Buffer {
  const data = Buffer.alloc(9);
  data.writeUInt32BE(pixelsPerMetre(dpi), 0);
  data.writeUInt32BE(pixelsPerMetre(dpi), 4);
  data[8] = 1;
  return chunk('pHYs', data);
}

/** Rows with the byte of their filter in front, packed as they come. */
async function* packed(rows: Iterable<Buffer>): AsyncGenerator<Buffer> {
  const deflate = createDeflate({ level: 4, chunkSize: 1 << 18 });
  const ready: Buffer[] = [];
  deflate.on('data', (d: Buffer) => ready.push(d));
  const ended = once(deflate, 'end');
  // While one band is packed on another thread, the next is drawn on this one.
  let packing: Promise<unknown> | null = null;
  for (const band of rows) {
    if (packing) await packing;
    packing = deflate.write(band) ? null : once(deflate, 'drain');
    while (ready.length) yield chunk('IDAT', ready.shift() as Buffer);
  }
  deflate.end();
  await ended;
  while (ready.length) yield chunk('IDAT', ready.shift() as Buffer);
  yield chunk('IEND', new Uint8Array());
}

/** The bytes of pixels without their alpha. */
function withoutAlpha(bytes: Uint8Array, step: number): Uint8Array {
  const out = new Uint8Array((bytes.length / 4) * 3);
  let to = 0;
  for (let at = 0; at < bytes.length; at += 4 * step)
    for (let k = 0; k < 3 * step; k++) out[to++] = bytes[at + k];
  return out;
}

function* filtered(width: number, bands: Iterable<Band>, step: number, opaque: boolean): Generator<Buffer> {
  const pixel = (opaque ? 3 : 4) * step;
  const stride = pixel * width;
  const filter = new PngRows(stride, pixel);
  for (const band of bands) {
    const whole = new Uint8Array(band.data.buffer, band.data.byteOffset, band.data.byteLength);
    const bytes = opaque ? withoutAlpha(whole, step) : whole;
    const rows = Buffer.allocUnsafe(band.rows * (stride + 1));
    for (let r = 0; r < band.rows; r++)
      filter.put(bytes.subarray(stride * r, stride * (r + 1)), rows, r * (stride + 1));
    yield rows;
  }
}

export interface PngOptions {
  readonly depth?: Depth;
  /** The profile of Display P3, where the colours are its. */
  readonly p3?: Uint8Array | null;
  /** Whether it is clear nowhere, and so needs no alpha. */
  readonly opaque?: boolean;
}

/**
 * A PNG of straight-alpha RGBA bands of 8 or 16 bits a channel, written as it goes so that any size needs little memory;
 * with its colour space, sRGB or with its profile Display P3, and its dots to an inch (PNG 3rd edition).
 */
export async function* pngStream(
  width: number,
  height: number,
  dpi: number,
  bands: Iterable<Band>,
  { depth = 8, p3 = null, opaque = false }: PngOptions = {},
): AsyncGenerator<Buffer> {
  yield signature;
  yield header(width, height, depth, opaque ? 'rgb' : 'rgba');
  for (const c of colourChunks(p3)) yield c;
  yield physicalChunk(dpi);
  yield* packed(filtered(width, bands, depth / 8, opaque));
}

/** Rows of so many bits a pixel, the first one in the highest bits (PNG, 7.2). */
function* bitRows(width: number, pixels: Uint8Array, bits: number): Generator<Buffer> {
  const stride = Math.ceil((width * bits) / 8);
  const perByte = 8 / bits;
  for (let y = 0; y * width < pixels.length; y++) {
    const row = Buffer.alloc(stride + 1);
    for (let x = 0; x < width; x++)
      row[1 + Math.floor(x / perByte)] |= pixels[y * width + x] << (8 - bits * ((x % perByte) + 1));
    yield row;
  }
}

/** A PNG with a table of its colours, of as few bits a pixel as that takes. */
export async function* palettePng(
  width: number,
  height: number,
  dpi: number,
  { colours, pixels }: Indexed,
  p3: Uint8Array | null = null,
): AsyncGenerator<Buffer> {
  const bits = [1, 2, 4].find((b) => colours.length <= 1 << b) ?? 8;
  const alphas = colours.map((c) => c & 255).filter((a) => a < 255);
  yield signature;
  yield header(width, height, bits, 'table');
  for (const c of colourChunks(p3)) yield c;
  yield physicalChunk(dpi);
  yield chunk('PLTE', Buffer.from(colours.flatMap((c) => [c >>> 24, (c >>> 16) & 255, (c >>> 8) & 255])));
  if (alphas.length) yield chunk('tRNS', Buffer.from(alphas));
  yield* packed(bitRows(width, pixels, bits));
}

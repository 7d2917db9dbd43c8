import { once } from 'node:events';
import { createDeflate, deflateSync } from 'node:zlib';
import { crc32, type Depth, pixelsPerMetre } from '@/core';
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

const paeth = (a: number, b: number, c: number): number => {
  const pa = Math.abs(b - c);
  const pb = Math.abs(a - c);
  const pc = Math.abs(a + b - 2 * c);
  return pa <= pb && pa <= pc ? a : pb <= pc ? b : c;
};

/** One row of pixels of so many bytes with the filter, of none, left, above and Paeth, that leaves the smallest differences. */
function filterRow(row: Uint8Array, above: Uint8Array | null, pixel: number, out: Buffer, at: number): void {
  const n = row.length;
  let best = Number.POSITIVE_INFINITY;
  let kind = 0;
  const residue = (k: number, i: number): number => {
    const left = i >= pixel ? row[i - pixel] : 0;
    const up = above ? above[i] : 0;
    if (k === 1) return (row[i] - left) & 255;
    if (k === 2) return (row[i] - up) & 255;
    if (k === 4) return (row[i] - paeth(left, up, above && i >= pixel ? above[i - pixel] : 0)) & 255;
    return row[i];
  };
  for (const k of [1, 2, 4]) {
    let sum = 0;
    for (let i = 0; i < n && sum < best; i++) {
      const v = residue(k, i);
      sum += v < 128 ? v : 256 - v;
    }
    if (sum < best) {
      best = sum;
      kind = k;
    }
  }
  out[at] = kind;
  for (let i = 0; i < n; i++) out[at + 1 + i] = residue(kind, i);
}

const signature = Buffer.from([137, 80, 78, 71, 13, 10, 26, 10]);

/** Kinds of pixels (PNG, table 11.1). */
const kinds = { table: 3, rgba: 6 } as const;

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
  const deflate = createDeflate({ level: 6, chunkSize: 1 << 18 });
  const ready: Buffer[] = [];
  deflate.on('data', (d: Buffer) => ready.push(d));
  const ended = once(deflate, 'end');
  for (const some of rows) {
    if (!deflate.write(some)) await once(deflate, 'drain');
    while (ready.length) yield chunk('IDAT', ready.shift() as Buffer);
  }
  deflate.end();
  await ended;
  while (ready.length) yield chunk('IDAT', ready.shift() as Buffer);
  yield chunk('IEND', new Uint8Array());
}

function* filtered(width: number, bands: Iterable<Band>, pixel: number): Generator<Buffer> {
  const stride = pixel * width;
  let above: Uint8Array | null = null;
  for (const band of bands) {
    const bytes = new Uint8Array(band.data.buffer, band.data.byteOffset, band.data.byteLength);
    const rows = Buffer.alloc(band.rows * (stride + 1));
    for (let r = 0; r < band.rows; r++) {
      const row: Uint8Array = bytes.subarray(stride * r, stride * (r + 1));
      filterRow(row, above, pixel, rows, r * (stride + 1));
      above = row;
    }
    yield rows;
  }
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
  depth: Depth = 8,
  p3: Uint8Array | null = null,
): AsyncGenerator<Buffer> {
  yield signature;
  yield header(width, height, depth, 'rgba');
  for (const c of colourChunks(p3)) yield c;
  yield physicalChunk(dpi);
  yield* packed(filtered(width, bands, depth / 2));
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

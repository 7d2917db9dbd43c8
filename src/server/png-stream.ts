import { once } from 'node:events';
import { createDeflate } from 'node:zlib';
import { crc32, type Depth, pixelsPerMetre } from '@/core';

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

export interface Band {
  readonly rows: number;
  readonly data: Uint8ClampedArray;
}

/**
 * A PNG of straight-alpha RGBA bands of 8 or 16 bits a channel, written as it goes so that any size needs little memory;
 * with the sRGB and pHYs chunks (PNG 3rd edition).
 */
export async function* pngStream(
  width: number,
  height: number,
  dpi: number,
  bands: Iterable<Band>,
  depth: Depth = 8,
): AsyncGenerator<Buffer> {
  const pixel = depth / 2;
  const stride = pixel * width;
  const header = Buffer.alloc(13);
  header.writeUInt32BE(width, 0);
  header.writeUInt32BE(height, 4);
  header.set([depth, 6, 0, 0, 0], 8);
  const physical = Buffer.alloc(9);
  physical.writeUInt32BE(pixelsPerMetre(dpi), 0);
  physical.writeUInt32BE(pixelsPerMetre(dpi), 4);
  physical[8] = 1;
  yield Buffer.from([137, 80, 78, 71, 13, 10, 26, 10]);
  yield chunk('IHDR', header);
  yield chunk('sRGB', Buffer.from([0]));
  yield chunk('pHYs', physical);

  const deflate = createDeflate({ level: 6, chunkSize: 1 << 18 });
  const ready: Buffer[] = [];
  deflate.on('data', (d: Buffer) => ready.push(d));
  const ended = once(deflate, 'end');
  let above: Uint8Array | null = null;
  for (const band of bands) {
    const bytes = new Uint8Array(band.data.buffer, band.data.byteOffset, band.data.byteLength);
    const rows = Buffer.alloc(band.rows * (stride + 1));
    for (let r = 0; r < band.rows; r++) {
      const row: Uint8Array = bytes.subarray(stride * r, stride * (r + 1));
      filterRow(row, above, pixel, rows, r * (stride + 1));
      above = row;
    }
    if (!deflate.write(rows)) await once(deflate, 'drain');
    while (ready.length) yield chunk('IDAT', ready.shift() as Buffer);
  }
  deflate.end();
  await ended;
  while (ready.length) yield chunk('IDAT', ready.shift() as Buffer);
  yield chunk('IEND', new Uint8Array());
}

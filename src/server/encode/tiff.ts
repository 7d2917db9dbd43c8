import { open } from 'node:fs/promises';
import { promisify } from 'node:util';
import { deflate } from 'node:zlib';
import { type Depth, RowFault, type TiffParams } from '@/core';
import { inSpace } from './colour-space';
import { defineEncoder } from './definition';
import { profileOf } from './profiles';

const pack = promisify(deflate);

/** Types of values, and the bytes of each (TIFF 6.0, section 2). */
const types = { short: [3, 2], long: [4, 4], rational: [5, 8], undefined: [7, 1] } as const;

interface Tag {
  readonly id: number;
  readonly type: keyof typeof types;
  readonly values: readonly number[];
}

/** Each sample as its difference from the one before in its row, as the predictor of TIFF 6.0, section 14 has it; in place. */
function differences(data: Uint8ClampedArray, width: number, depth: Depth): void {
  const step = depth / 8;
  const stride = 4 * width * step;
  const view = new DataView(data.buffer, data.byteOffset, data.byteLength);
  for (let row = 0; row < data.length; row += stride)
    for (let at = row + stride - step; at >= row + 4 * step; at -= step)
      if (depth === 16) view.setUint16(at, view.getUint16(at) - view.getUint16(at - 8));
      else view.setUint8(at, view.getUint8(at) - view.getUint8(at - 4));
}

/** A directory of tags that is to stand at an offset, and after it the values that do not fit their entries. */
function directory(tags: readonly Tag[], offset: number): Buffer {
  const head = Buffer.alloc(2 + 12 * tags.length + 4);
  head.writeUInt16BE(tags.length, 0);
  const behind: Buffer[] = [];
  let next = offset + head.length;
  tags.forEach(({ id, type, values }, i) => {
    const [code, size] = types[type];
    const at = 2 + 12 * i;
    const bytes = Buffer.alloc(Math.max(4, size * values.length));
    values.forEach((v, k) => {
      if (type === 'short') bytes.writeUInt16BE(v, 2 * k);
      else if (type === 'undefined') bytes[k] = v;
      else if (type === 'long') bytes.writeUInt32BE(v, 4 * k);
      else {
        bytes.writeUInt32BE(Math.round(1000 * v), 8 * k);
        bytes.writeUInt32BE(1000, 8 * k + 4);
      }
    });
    head.writeUInt16BE(id, at);
    head.writeUInt16BE(code, at + 2);
    head.writeUInt32BE(values.length, at + 4);
    if (bytes.length <= 4) bytes.copy(head, at + 8);
    else {
      head.writeUInt32BE(next, at + 8);
      // Values begin at even places.
      const whole = bytes.length % 2 ? Buffer.concat([bytes, Buffer.alloc(1)]) : bytes;
      behind.push(whole);
      next += whole.length;
    }
  });
  return Buffer.concat([head, ...behind]);
}

/** Bytes that the offsets of a TIFF can count. */
const mostBytes = 2 ** 32 - 2 ** 24;

/**
 * TIFF 6.0 with straight alpha, a strip for each band, packed by deflate (compression 8). Written here because
 * the library makes colours of 16 bits a channel in sRGB by way of another space: one in 255 off, as measured.
 */
export const encodeTiff = defineEncoder<TiffParams>(async ({ picture }, { bits, space }, path) => {
  const { width, height, dpi } = picture;
  const depth: Depth = bits === '16' ? 16 : 8;
  const strips: { at: number; length: number }[] = [];
  let rows = 0;
  const file = await open(path, 'w');
  try {
    let at = 8;
    for (const band of inSpace(picture.bands(depth), depth, space)) {
      rows ||= band.rows;
      differences(band.data, width, depth);
      const packed = await pack(band.data);
      if (at + packed.length > mostBytes)
        throw new RowFault(
          'The TIFF would be larger than 4 GiB, which it has no means for. Make it smaller.',
        );
      await file.write(packed, 0, packed.length, at);
      strips.push({ at, length: packed.length });
      at += packed.length + (packed.length % 2);
    }
    const tags: Tag[] = [
      { id: 256, type: 'long', values: [width] },
      { id: 257, type: 'long', values: [height] },
      { id: 258, type: 'short', values: [depth, depth, depth, depth] },
      // Packed by deflate; red, green, blue.
      { id: 259, type: 'short', values: [8] },
      { id: 262, type: 'short', values: [2] },
      { id: 273, type: 'long', values: strips.map((s) => s.at) },
      { id: 277, type: 'short', values: [4] },
      { id: 278, type: 'long', values: [rows] },
      { id: 279, type: 'long', values: strips.map((s) => s.length) },
      { id: 282, type: 'rational', values: [dpi] },
      { id: 283, type: 'rational', values: [dpi] },
      { id: 284, type: 'short', values: [1] },
      // To the inch; differences; straight alpha.
      { id: 296, type: 'short', values: [2] },
      { id: 317, type: 'short', values: [2] },
      { id: 338, type: 'short', values: [2] },
      { id: 34_675, type: 'undefined', values: [...(await profileOf(space))] },
    ];
    const list = directory(tags, at);
    await file.write(list, 0, list.length, at);
    const head = Buffer.from([0x4d, 0x4d, 0, 42, 0, 0, 0, 0]);
    head.writeUInt32BE(at, 4);
    await file.write(head, 0, head.length, 0);
  } finally {
    await file.close();
  }
  return [];
});

import { writeFile } from 'node:fs/promises';
import { encodePng, type IcoParams, renderPixels, squareScene } from '@/core';
import { defineEncoder } from './definition';

/** Bytes of the head of a file of icons, and of each entry. */
const [headSize, entrySize] = [6, 16];

/** A file of icons: squares as PNG pictures, each with its entry in front. */
export function icoFile(icons: readonly { readonly side: number; readonly png: Uint8Array }[]): Buffer {
  const head = Buffer.alloc(headSize + entrySize * icons.length);
  head.writeUInt16LE(1, 2);
  head.writeUInt16LE(icons.length, 4);
  let offset = head.length;
  icons.forEach(({ side, png }, i) => {
    const at = headSize + entrySize * i;
    // 256 does not fit its byte and stands as 0.
    head[at] = side % 256;
    head[at + 1] = side % 256;
    head.writeUInt16LE(1, at + 4);
    head.writeUInt16LE(32, at + 6);
    head.writeUInt32LE(png.length, at + 8);
    head.writeUInt32LE(offset, at + 12);
    offset += png.length;
  });
  return Buffer.concat([head, ...icons.map(({ png }) => png)]);
}

export const encodeIco = defineEncoder<IcoParams>(async ({ scene }, { sides }, path) => {
  const square = squareScene(scene);
  const icons = [...new Set(sides)]
    .sort((a, b) => a - b)
    .map((side) => {
      const { width, height, data } = renderPixels(square, side);
      return { side, png: encodePng(width, height, data) };
    });
  await writeFile(path, icoFile(icons));
  return [];
});

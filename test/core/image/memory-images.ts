import { type BlockPlace, blockSide, type ImageSize, type ImageSource, imageSize, levelSize } from '@/core';

/** Colour of a picture made by rule at a pixel of level 0, four bytes. */
export type Rule = (x: number, y: number) => readonly [number, number, number, number];

/** Pictures made by rule: each level is the mean of the pixels of the one before it. */
export function ruledImages(rules: Readonly<Record<string, Rule>>): ImageSource {
  const levels = new Map<string, Uint8Array[]>();
  const level = (id: string, size: ImageSize, n: number): Uint8Array => {
    const known = levels.get(id) ?? [];
    levels.set(id, known);
    if (known[n]) return known[n];
    const { width, height } = levelSize(size, n);
    const out = new Uint8Array(4 * width * height);
    const finer = n ? level(id, size, n - 1) : null;
    const { width: fw, height: fh } = n ? levelSize(size, n - 1) : { width: 0, height: 0 };
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const at = 4 * (y * width + x);
        if (!finer) out.set(rules[id](x, y), at);
        else
          for (let c = 0; c < 4; c++) {
            const sample = (i: number, j: number) =>
              finer[4 * (Math.min(fh - 1, 2 * y + j) * fw + Math.min(fw - 1, 2 * x + i)) + c];
            out[at + c] = (sample(0, 0) + sample(1, 0) + sample(0, 1) + sample(1, 1)) / 4 + 0.5;
          }
      }
    known[n] = out;
    return out;
  };
  const block = (id: string, { level: n, column, row }: BlockPlace): Uint8Array | 'gone' => {
    const size = imageSize(id);
    if (!size || !rules[id]) return 'gone';
    const data = level(id, size, n);
    const { width, height } = levelSize(size, n);
    const [w, h] = [
      Math.min(blockSide, width - column * blockSide),
      Math.min(blockSide, height - row * blockSide),
    ];
    const out = new Uint8Array(4 * w * h);
    for (let y = 0; y < h; y++) {
      const from = 4 * ((row * blockSide + y) * width + column * blockSide);
      out.set(data.subarray(from, from + 4 * w), 4 * y * w);
    }
    return out;
  };
  return { block: ({ id, ...place }) => block(id, place), fetch: async () => undefined };
}

/** An id of a size, for pictures that are in no file. */
export const ruledId = (width: number, height: number, letter = 'a'): string =>
  `img-${letter.repeat(40)}-${width}x${height}`;

import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  type Block,
  blockOffset,
  blockSide,
  blockSize,
  differences,
  type ImageSource,
  imageIdsIn,
  imageSize,
  isPlacedImage,
  levelCount,
  levelSize,
  packBytes,
  provideImages,
  undifferenced,
  wishKey,
  withImages,
} from '@/core';
import { changeByCube, colourCube } from '@/core/colour/cube';
import { blockAt } from '@/core/image/source';
import { levelWithin, wholeImage } from '@/core/image/whole';
import { ruledId, ruledImages } from './memory-images';

const sizes = fc.record({
  width: fc.integer({ min: 1, max: 3000 }),
  height: fc.integer({ min: 1, max: 3000 }),
});

describe('pictures in blocks', () => {
  it('lie one after another in their file, none over another and nothing between them', () => {
    fc.assert(
      fc.property(sizes, (size) => {
        let at = 0;
        for (let level = 0; level < levelCount(size); level++) {
          const { width, height } = levelSize(size, level);
          for (let row = 0; row * blockSide < height; row++)
            for (let column = 0; column * blockSide < width; column++) {
              const own = blockSize(size, { level, column, row });
              expect(blockOffset(size, { level, column, row })).toBe(at);
              at += 4 * (own?.width ?? 0) * (own?.height ?? 0);
            }
          expect(blockSize(size, { level, column: Math.ceil(width / blockSide), row: 0 })).toBeNull();
        }
        expect(packBytes(size)).toBe(at);
        expect(blockSize(size, { level: levelCount(size), column: 0, row: 0 })).toBeNull();
      }),
      { numRuns: 60 },
    );
  });

  it('travel as differences, and come back', () => {
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 0, maxLength: 400 }), (bytes) => {
        expect(undifferenced(differences(bytes.slice()))).toEqual(bytes);
      }),
    );
  });

  it('have ids that tell their size, and only those of a size that can be placed are taken', () => {
    const id = ruledId(6000, 4000);
    expect(imageSize(id)).toEqual({ width: 6000, height: 4000 });
    expect(isPlacedImage(id)).toBe(true);
    expect(imageIdsIn(`{"image":"${id}","b":"${id}","c":"img-x"}`)).toEqual([id]);
    for (const wrong of [ruledId(20_000, 20_000), ruledId(40_000, 10), ruledId(10, 10, 'x'), `${id}0x`, ''])
      expect(isPlacedImage(wrong), wrong).toBe(false);
    expect(imageSize(id.replace('6000', '0'))).toBeNull();
  });

  it('are put together again', () => {
    const id = ruledId(700, 300);
    provideImages(ruledImages({ [id]: (x, y) => [x & 255, y & 255, (x + y) & 255, 255] }));
    const whole = wholeImage(id, { width: 700, height: 300 }, 0);
    for (const [x, y] of [
      [0, 0],
      [255, 255],
      [256, 256],
      [699, 299],
    ])
      expect([...(whole?.data.subarray(4 * (y * 700 + x), 4 * (y * 700 + x) + 3) ?? [])]).toEqual([
        x & 255,
        y & 255,
        (x + y) & 255,
      ]);
    expect(levelWithin({ width: 6000, height: 4000 }, 1_000_000)).toBe(3);
    expect(wholeImage(ruledId(10, 10, 'b'), { width: 10, height: 10 }, 0)).toBeNull();
  });
});

describe('work that needs pictures', () => {
  const there = new Map<string, Block>();
  let fetched = 0;
  const late: ImageSource = {
    block: (wish) => (wish.id === ruledId(9, 9, 'f') ? 'gone' : (there.get(wishKey(wish)) ?? null)),
    async fetch(wishes) {
      fetched += wishes.length;
      for (const w of wishes) there.set(wishKey(w), new Uint8Array(4).fill(7));
    },
  };
  beforeAll(() => provideImages(late));
  afterAll(() => provideImages(null));
  const at = (id: string, column: number) => blockAt({ id, level: 0, column, row: 0 });

  it('is done again until it has all of them, each fetched once', async () => {
    const id = ruledId(2000, 9);
    // What it asks for second rests on the first.
    const sum = await withImages(() => (at(id, 0) ? (at(id, 1)?.[0] ?? 0) + (at(id, 0)?.[0] ?? 0) : -1));
    expect([sum, fetched]).toEqual([14, 2]);
    expect(await withImages(() => at(ruledId(9, 9, 'f'), 0))).toBeNull();
    expect(fetched).toBe(2);
  });
});

describe('a cube of colours', () => {
  it('of no change changes nothing, and of others is what they are at its corners', () => {
    const same = colourCube((c) => c);
    const turned = colourCube(([r, g, b, a]) => [b, 1 - r, g * g, a]);
    fc.assert(
      fc.property(
        fc.tuple(...[0, 1, 2, 3].map(() => fc.double({ min: 0.02, max: 1, noNaN: true }))),
        ([r, g, b, a]) => {
          const own = Float64Array.of(r * a, g * a, b * a, a);
          const out = own.slice();
          changeByCube(same, out);
          for (let k = 0; k < 4; k++) expect(out[k]).toBeCloseTo(own[k], 6);
          out.set(own);
          changeByCube(turned, out);
          // Between its corners a square lies off by an eighth of its second difference at most.
          for (const [k, v] of [b, 1 - r, g * g].entries())
            expect(Math.abs(out[k] - v * a)).toBeLessThan(1 / 2000);
        },
      ),
    );
    // A second change is worked out from the first.
    const twice = colourCube(([r, g, b, a]) => [1 - r, g, b, a / 2], turned);
    const out = Float64Array.of(0.25, 0.5, 0.75, 1);
    changeByCube(twice, out);
    for (const [k, v] of [0.125, 0.375, 0.125, 0.5].entries()) expect(out[k]).toBeCloseTo(v, 5);
  });
});

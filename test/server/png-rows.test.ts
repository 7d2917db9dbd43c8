import { PNG } from 'pngjs';
import { expect, it } from 'vitest';
import { PngRows } from '@/core';
import { pngStream } from '@/server/encode/png-stream';
import { seeded } from '../share';

/** Bands of noise, so that rows lean on the rows above them in every way. */
function* bandsOf(width: number, rows: number, seed: number) {
  const next = seeded(seed);
  for (let y = 0; y < rows; y += 4)
    yield { rows: 4, data: Uint8ClampedArray.from({ length: 16 * width }, () => 256 * next() * next()) };
}

it('pictures that are written at once, in turns, each come out as they were', async () => {
  const sizes = [
    [1500, 24],
    [1100, 40],
  ] as const;
  const streams = sizes.map(([w, h], i) => pngStream(w, h, 96, bandsOf(w, h, i)));
  const files: Buffer[][] = sizes.map(() => []);
  const open = new Set(sizes.keys());
  while (open.size)
    for (const i of open) {
      const { done, value } = await streams[i].next();
      if (done) open.delete(i);
      else files[i].push(value);
    }
  for (const [i, [w, h]] of sizes.entries()) {
    const wanted = [...bandsOf(w, h, i)].flatMap(({ data }) => [...data]);
    expect([...PNG.sync.read(Buffer.concat(files[i])).data]).toEqual(wanted);
  }
});

it('rows of two files that are filtered in turns are those of each alone', () => {
  const [wide, narrow] = [new PngRows(800, 4), new PngRows(244, 4)];
  const next = seeded(7);
  const rows = Array.from({ length: 12 }, () =>
    Uint8Array.from({ length: 800 }, () => 256 * next() * next()),
  );
  const filtered = (turns: boolean) =>
    rows.map((row) => {
      const out = new Uint8Array(801);
      if (turns) narrow.put(row.subarray(0, 244), new Uint8Array(245), 0);
      wide.put(row, out, 0);
      return out;
    });
  const alone = new PngRows(800, 4);
  const wanted = rows.map((row) => {
    const out = new Uint8Array(801);
    alone.put(row, out, 0);
    return out;
  });
  expect(filtered(true)).toEqual(wanted);
});

import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { parseHex } from '@/core/colour/colour';
import { colourDifference } from '@/core/colour/difference';
import type { Triple } from '@/core/colour/spaces';
import { contourArea } from '@/core/geometry/measure';
import type { Path } from '@/core/geometry/path';
import type { WholeImage } from '@/core/image/whole';
import { denoised, noiseOf } from '@/core/trace/denoise';
import { flatColours } from '@/core/trace/flat-colours';
import { traceImage } from '@/core/trace/trace-image';
import { runs } from '../../share';
import { numbers } from '../shapes';

/** A picture as another program draws it. */
async function drawn(body: string, width = 600, height = 400): Promise<WholeImage> {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">${body}</svg>`;
  const { data } = await sharp(Buffer.from(svg)).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return { width, height, data: new Uint8ClampedArray(data) };
}

const rgbOf = (hex: string): Triple => parseHex(hex).slice(0, 3) as unknown as Triple;
const areaOf = (path: Path) => path.contours.reduce((n, c) => n + contourArea(c), 0);
const segments = (path: Path) => path.contours.reduce((n, c) => n + (c.xy.length - 2) / 6, 0);

const order = { colours: 6, smoothness: 0.1, smallest: 12 };
const ground = '<rect width="600" height="400" fill="#1f3a5f"/>';

describe('a traced picture', () => {
  it('has the colours and the areas that were drawn, each reaching under those over it', async () => {
    const image = await drawn(
      `${ground}<circle cx="180" cy="200" r="120" fill="#f3d9a0"/><rect x="360.3" y="80.6" width="160" height="100" fill="#c8553d"/><polygon points="400,220 560,330 380,340" fill="#4f8a8b"/>`,
    );
    const traced = traceImage(image, order);
    expect(traced.map((t) => t.colour)).toEqual(['#1f3a5f', '#f3d9a0', '#c8553d', '#4f8a8b']);
    const [all, upper, middle, top] = traced.map((t) => areaOf(t.path));
    const own = [600 * 400, Math.PI * 120 ** 2, 16_000, 10_700];
    expect(all / own[0]).toBeCloseTo(1, 4);
    expect(Math.abs((upper - middle) / own[1] - 1)).toBeLessThan(0.005);
    expect(Math.abs((middle - top) / own[2] - 1)).toBeLessThan(0.005);
    expect(Math.abs(top / own[3] - 1)).toBeLessThan(0.005);
    // Corners are corners and straight sides straight: few nodes.
    expect(segments(traced[0].path)).toBe(4);
    expect(segments(traced[3].path)).toBe(3);
    expect(segments(traced[1].path)).toBeLessThan(28);
    for (const [x, y] of [
      [400, 220],
      [560, 330],
      [380, 340],
    ]) {
      const { xy } = traced[3].path.contours[0];
      const far = Array.from({ length: 3 }, (_, i) => Math.hypot(xy[6 * i] - x, xy[6 * i + 1] - y));
      expect(Math.min(...far)).toBeLessThan(0.7);
    }
  });

  it('leaves small areas out, evens its edges out, and leaves what is clear clear', async () => {
    const image = await drawn(
      '<circle cx="300" cy="200" r="150" fill="#336699"/><rect x="290" y="190" width="6" height="6" fill="#ffcc00"/>',
    );
    const fine = traceImage(image, { ...order, smallest: 4 });
    expect(fine.map((t) => t.colour)).toEqual(['#336699', '#ffcc00']);
    const coarse = traceImage(image, { ...order, smallest: 60 });
    expect(coarse.map((t) => t.colour)).toEqual(['#336699']);
    expect(Math.abs(areaOf(coarse[0].path) / (Math.PI * 150 ** 2) - 1)).toBeLessThan(0.005);
    const next = numbers(5);
    const jagged = Array.from({ length: 90 }, (_, i) => {
      const r = 140 + 4 * next();
      return `${300 + r * Math.cos((i * Math.PI) / 45)},${200 + r * Math.sin((i * Math.PI) / 45)}`;
    });
    const rough = await drawn(`<polygon points="${jagged.join(' ')}" fill="#336699"/>`);
    const [sharp0, even] = [0, 1].map((smoothness) => traceImage(rough, { ...order, smoothness })[0].path);
    expect(segments(even)).toBeLessThan(segments(sharp0) / 2);
  });

  it('of a scan has the colours that were printed, in few nodes', async () => {
    // Three inks with the grain of a scanner and a slow shade across the page.
    const clean = await drawn(
      '<rect width="600" height="400" fill="#f4efe4"/><circle cx="200" cy="200" r="130" fill="#b03a2e"/><path d="M340 60L560 90 520 340 360 300z" fill="#23405f"/>',
    );
    const next = numbers(8);
    const grain = () => 12 * (next() + next() + next() - 1.5);
    const data = clean.data.map((v, i) =>
      i % 4 === 3 ? 255 : v + grain() + 10 * (((i >> 2) % 600) / 600 - 0.5),
    );
    const scan: WholeImage = { ...clean, data };
    expect(noiseOf(clean)).toBe(0);
    // Three numbers that lie evenly over 12 have a standard deviation of 6 together.
    expect(noiseOf(scan)).toBeGreaterThan(3);
    expect(noiseOf(scan)).toBeLessThan(7);
    expect(denoised(clean)).toBe(clean);
    const even = denoised(scan);
    for (const [x, y] of [
      [0, 0],
      [599, 399],
      [330, 71],
      [213, 305],
    ])
      for (let c = 0; c < 3; c++) {
        // The fifth of the nine around a pixel, beyond edges those at the edge again.
        const nine = [-1, 0, 1].flatMap((dy) =>
          [-1, 0, 1].map((dx) => {
            const [column, row] = [Math.min(599, Math.max(0, x + dx)), Math.min(399, Math.max(0, y + dy))];
            return scan.data[4 * (row * 600 + column) + c];
          }),
        );
        expect(even.data[4 * (y * 600 + x) + c]).toBe(nine.sort((a, b) => a - b)[4]);
      }
    const before = traceImage(scan, order);
    const after = traceImage(scan, { ...order, likeness: 8, denoise: true });
    const nodes = (t: typeof after) => t.reduce((n, a) => n + segments(a.path), 0);
    expect(before.length).toBeGreaterThan(3);
    expect(after).toHaveLength(3);
    for (const [i, ink] of ['#f4efe4', '#b03a2e', '#23405f'].entries())
      expect(colourDifference(rgbOf(after[i].colour), rgbOf(ink))).toBeLessThan(3);
    expect(nodes(after)).toBeLessThan(Math.min(120, nodes(before) / 4));
  });

  it('says so of a picture that is all noise, and what helps', () => {
    const next = numbers(2);
    const data = Uint8ClampedArray.from({ length: 4 * 400 * 400 }, (_, i) =>
      i % 4 === 3 ? 255 : 255 * next(),
    );
    const noise = (side: number): WholeImage => ({
      width: side,
      height: side,
      data: data.subarray(0, 4 * side * side),
    });
    expect(() => traceImage(noise(400), { ...order, smallest: 0 })).toThrow(/too many to trace/);
    expect(
      traceImage(noise(runs(400, 120)), { ...order, colours: 2, smallest: 0, smoothness: 1 }).length,
    ).toBeLessThanOrEqual(2);
  });

  it('takes no more colours than it may, the same every time, and none where all is clear', async () => {
    const next = numbers(8);
    const noise: WholeImage = {
      width: 90,
      height: 70,
      data: Uint8ClampedArray.from({ length: 4 * 90 * 70 }, (_, i) => (i % 4 === 3 ? 255 : 255 * next())),
    };
    const first = flatColours(noise, 5);
    expect(first.length).toBeLessThanOrEqual(5);
    expect(first.length).toBeGreaterThan(1);
    expect(flatColours(noise, 5)).toEqual(first);
    for (const { path } of traceImage(noise, { ...order, colours: 3 }))
      for (const c of path.contours) expect(c.xy.every(Number.isFinite)).toBe(true);
    expect(traceImage({ width: 9, height: 9, data: new Uint8ClampedArray(324) }, order)).toEqual([]);
  });
});

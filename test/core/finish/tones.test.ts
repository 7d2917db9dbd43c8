import { describe, expect, it } from 'vitest';
import {
  evaluate,
  evaluatePart,
  makeCoat,
  makeFinish,
  makePart,
  makeSource,
  origin,
  paints,
  pathArea,
  renderPixels,
} from '@/core';
import { halfPlane, leveled, stepShares } from '@/core/colour/tones';
import { runCommand, tonesOfPart } from '@/core/edit';
import { makeKernels } from '@/core/raster/kernels';
import { Painter } from '@/core/raster/painter';
import { designOf } from '../designs';
import { numbers } from '../shapes';

const side = 128;

/** A square with a gradient from black on the left to white on the right. */
const ramp = (...finishes: ReturnType<typeof makeFinish>[]) =>
  makePart(makeSource('rectangle', { width: 100, height: 100 }), {
    id: 'r',
    place: { ...origin, x: 64, y: 64 },
    coats: [
      makeCoat('fill', {
        paint: {
          ...paints.linear.defaults,
          interpolation: 'srgb',
          stops: [
            { at: 0, colour: '#000000', mid: 0.5 },
            { at: 1, colour: '#ffffff', mid: 0.5 },
          ],
          x1: 0,
          y1: 0.5,
          x2: 1,
          y2: 0.5,
        } as never,
      }),
    ],
    finishes: finishes.map((f, i) => ({ ...f, id: `f${i}` })),
  });

const drawn = (part: ReturnType<typeof makePart>, width = side) =>
  renderPixels(evaluate(designOf(side, part), 's'), width);

const at = ({ data, width }: { data: Uint8ClampedArray; width: number }, x: number, y: number) => [
  ...data.slice(4 * (y * width + x), 4 * (y * width + x) + 3),
];

it('the share of a pixel beyond a straight edge is that of 64 × 64 places', () => {
  const next = numbers(12);
  for (let k = 0; k < 300; k++) {
    const [c, gx, gy] = [next() - 0.5, 2 * next() - 1, 2 * next() - 1];
    let count = 0;
    for (let j = 0; j < 64; j++)
      for (let i = 0; i < 64; i++)
        if (c + gx * ((i + 0.5) / 64 - 0.5) + gy * ((j + 0.5) / 64 - 0.5) > 0) count++;
    expect(halfPlane(c, gx, gy)).toBeCloseTo(count / 4096, 1.5);
  }
});

it('shares of steps come to 1, and softness goes over as smoothly as it says', () => {
  const steps = [0, 0.3, 0.6].map((from) => ({ from, colour: [0, 0, 0, 1] as const }));
  const out = new Float64Array(3);
  const next = numbers(3);
  for (let k = 0; k < 200; k++) {
    stepShares(steps, 0.2 * next(), next(), next() - 0.5, next() - 0.5, out);
    expect(out[0] + out[1] + out[2]).toBeCloseTo(1, 12);
    expect(Math.min(...out)).toBeGreaterThanOrEqual(0);
  }
  stepShares(steps.slice(0, 2), 0.2, 0.35, 0, 0, out);
  // A quarter past the middle of what is soft: 3u² − 2u³ at u = ¾.
  expect(out[1]).toBeCloseTo(27 / 32, 12);
});

describe('a threshold', () => {
  const part = ramp(makeFinish('threshold', { level: 0.4, dark: '#102030', light: '#e0d0c0' }));

  it('has two colours and an edge where the tone is its level, as exact as its pixels are at every size', () => {
    for (const width of [side, 2 * side, 5 * side]) {
      const picture = drawn(part, width);
      const k = width / side;
      expect(at(picture, Math.floor(20 * k), Math.floor(64 * k))).toEqual([0x10, 0x20, 0x30]);
      expect(at(picture, Math.floor(110 * k), Math.floor(64 * k))).toEqual([0xe0, 0xd0, 0xc0]);
      // How much of a row is dark: the edge lies at two fifths of the square.
      let dark = 0;
      for (let x = Math.floor(14 * k); x < Math.ceil(114 * k); x++)
        dark += (0xe0 - at(picture, x, Math.floor(64 * k))[0]) / (0xe0 - 0x10);
      expect(dark / k).toBeCloseTo(40, 0.5);
    }
  });

  it('is the same bits in any tiling', () => {
    const scene = evaluate(designOf(side, part), 's');
    const piece = (x: number, y: number, w: number, h: number) => {
      const painter = new Painter(makeKernels());
      painter.drawTile(scene, [1, 0, 0, 1, 0, 0], x, y, w, h);
      return painter.bytes();
    };
    const whole = piece(0, 0, side, side);
    const [x, y, w, h] = [31, 17, 60, 77];
    const part_ = piece(x, y, w, h);
    for (let r = 0; r < h; r++)
      expect(part_.slice(4 * r * w, 4 * (r + 1) * w)).toEqual(
        whole.slice(4 * ((y + r) * side + x), 4 * ((y + r) * side + x + w)),
      );
  });

  it('comes to plain paths in one press: a group above it, with the areas of its tones', () => {
    const d = designOf(side, part);
    const { design, chosen } = runCommand(
      d,
      { do: 'tones-to-paths', id: 'r', card: 'f0' },
      { sheetId: 's', lastTransform: null },
    );
    const group = design.parts[chosen[0]];
    expect(design.sheets[0].parts).toEqual(['r', group.id]);
    expect(group.children).toHaveLength(2);
    const areas = group.children.map((id) =>
      evaluatePart(design, design.parts[id]).outline.reduce((sum, p) => sum + pathArea(p.path), 0),
    );
    expect(areas[0]).toBeCloseTo(10_000, 3);
    // Half a per cent of what the tone covers.
    expect(areas[1] / 6000).toBeCloseTo(1, 2);
    const picture = renderPixels(
      evaluate({ ...design, sheets: [{ ...design.sheets[0], parts: [group.id] }] }, 's'),
      side,
    );
    expect(at(picture, 20, 64)).toEqual([0x10, 0x20, 0x30]);
    expect(at(picture, 110, 64)).toEqual([0xe0, 0xd0, 0xc0]);
  });
});

it('levels put each component through their formula', () => {
  const values = { black: 0.2, white: 0.9, gamma: 1.6, low: 0.1, high: 0.8 };
  const [plain, made] = [drawn(ramp()), drawn(ramp(makeFinish('levels', values)))];
  for (const x of [20, 40, 64, 90, 110])
    expect(Math.abs(at(made, x, 64)[0] - 255 * leveled(at(plain, x, 64)[0] / 255, values))).toBeLessThan(1.2);
  expect(leveled(0.1, values)).toBeCloseTo(0.1, 12);
  expect(leveled(1, values)).toBeCloseTo(0.8, 12);
});

it('posterise has as many colours as tones, each over an even share', () => {
  const colours = ['#000000', '#400000', '#800000', '#c00000', '#ff0000'];
  const picture = drawn(
    ramp(
      makeFinish('posterise', {
        tones: 5,
        ...Object.fromEntries(colours.map((c, i) => [`colour${i + 1}`, c])),
      }),
    ),
    4 * side,
  );
  for (const [i, c] of colours.entries())
    expect(at(picture, 4 * (14 + 20 * i + 10), 256)[0]).toBe(Number.parseInt(c.slice(1, 3), 16));
});

it('the chart of tones counts what there is before the finish', () => {
  const tones = tonesOfPart(designOf(side, ramp(makeFinish('threshold'))), 'r', 'f0');
  expect(tones).toHaveLength(64);
  expect(tones.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
  // Of an even ramp each tone has as much.
  for (const share of tones.slice(2, -2)) expect(Math.abs(share - 1 / 64)).toBeLessThan(0.006);
});

describe('mirrored repetition', () => {
  const folded = (params: object) => drawn(ramp(makeFinish('mirrored', params as never)), 4 * side);

  it('is the part small, each image mirrored in the next', () => {
    const picture = folded({ scale: 0.5 });
    // Images of 50 by 50, the first in the middle: dark to light, and back.
    const tone = (x: number) => at(picture, 4 * x, 256)[0];
    expect(tone(42)).toBeLessThan(25);
    expect(tone(64)).toBeGreaterThan(115);
    expect(tone(64)).toBeLessThan(140);
    expect(tone(86)).toBeGreaterThan(230);
    for (const d of [2, 8, 17]) {
      expect(Math.abs(tone(89 + d) - tone(89 - d))).toBeLessThan(12);
      expect(Math.abs(tone(39 + d) - tone(39 - d))).toBeLessThan(12);
    }
    const again = folded({ scale: 0.5, edges: 'repeated' });
    expect(at(again, 4 * 92, 256)[0]).toBeLessThan(40);
  });

  it('leaves nothing between its images: an even part stays even at any angle', () => {
    const plain = makePart(makeSource('rectangle', { width: 100, height: 100 }), {
      id: 'r',
      place: { ...origin, x: 64, y: 64 },
      coats: [makeCoat('fill', { paint: { kind: 'solid', colour: '#336699' } })],
      finishes: [{ ...makeFinish('mirrored', { scale: 0.11, angle: 33 }), id: 'f' }],
    });
    const picture = drawn(plain, 3 * side);
    for (let y = 3 * 16; y < 3 * 112; y++)
      for (let x = 3 * 16; x < 3 * 112; x++) expect(at(picture, x, y)).toEqual([0x33, 0x66, 0x99]);
  });

  it('counts its images before it makes them', () => {
    const part = ramp(makeFinish('mirrored', { scale: 0.01, angle: 45 }));
    const { faults } = evaluatePart(designOf(side, part), part);
    expect(faults[0]?.message).toMatch(/images; the most is/);
  });
});

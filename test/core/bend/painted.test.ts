import { describe, expect, it } from 'vitest';
import {
  evaluatePart,
  gridFrom,
  gridNumbers,
  makeCoat,
  makeFinish,
  makePart,
  makeSource,
  pathArea,
  renderPixels,
  steps,
} from '@/core';
import { bendNodes } from '@/core/bend/bend-nodes';
import { bendPath } from '@/core/bend/bend-path';
import { comesFrom } from '@/core/bend/invert';
import { following, mapByPlaces, type PlaneMap } from '@/core/bend/map';
import { pinNumbers } from '@/core/bend/pins/pin';
import { unbend, unbentTwice } from '@/core/bend/unbend';
import { colourAlong } from '@/core/colour/gradient';
import type { Path } from '@/core/geometry/path';
import type { Point } from '@/core/geometry/vector';
import { makeKernels } from '@/core/raster/kernels';
import { Painter } from '@/core/raster/painter';
import { areaOfNodes } from '@/core/scene/area';
import { isFixedToSheet } from '@/core/scene/fixed-to-sheet';
import { nodeKind } from '@/core/scene/node';
import type { GradientPaint, SceneNode } from '@/core/scene/types';
import { unbentPlace } from '@/core/scene/unbent';
import { bendOf } from '@/core/step/bend';
import { erf } from '../erf';
import { group, scene, shape } from '../raster/scenes';
import { numbers, rect } from '../shapes';

const side = 160;
const bounds = { x0: 20, y0: 20, x1: 140, y1: 140 };

const look = { opacity: 1, blend: 'normal' } as const;

/** A black area, blurred. */
const soft = (path: Path, sigma: number): SceneNode => ({
  type: 'filter',
  filter: { kind: 'blur', sigma },
  children: [shape(path, { kind: 'solid', colour: [0, 0, 0, 1] })],
  ...look,
});

const mapOf = (kind: string, params: object): PlaneMap => {
  const map = steps[kind].map?.({ ...steps[kind].defaults, ...params }, { bounds, outline: [] });
  if (!map) throw new Error(`${kind} does nothing.`);
  return map;
};

const pins = pinNumbers([
  { x: 0.1, y: 0.5, toX: 0.1, toY: 0.5, turn: 0, scale: 1, radius: 0, turns: false },
  { x: 0.9, y: 0.5, toX: 0.85, toY: 0.3, turn: 30, scale: 1, radius: 0.1, turns: true },
  { x: 0.5, y: 0.5, toX: 0.5, toY: 0.65, turn: 0, scale: 1, radius: 0, turns: false },
]);

const maps: readonly (readonly [string, PlaneMap])[] = [
  ['waves', mapOf('wave', { length: 60, height: 6, direction: 20 })],
  ['a twist', mapOf('twist', { centreX: 80, centreY: 80, radius: 90, turn: 70 })],
  ['a bow', mapOf('bow', { turn: 60 })],
  ['pins', mapOf('bend-pins', { pins })],
];

const paint = (values: Partial<GradientPaint>): GradientPaint => ({
  kind: 'linear',
  matrix: [120, 0, 0, 120, 20, 20],
  stops: [
    { at: 0, colour: [1, 0.9, 0.5, 1] },
    { at: 0.4, colour: [0.7, 0.2, 0.3, 1] },
    { at: 1, colour: [0.1, 0.1, 0.4, 1] },
  ],
  interpolation: 'srgb',
  spread: 'pad',
  ...values,
});

/** Red, green and blue, 0–1, of a gradient at a place of its own. */
function colourOf({ kind, stops, interpolation }: GradientPaint, u: number, v: number): readonly number[] {
  const turn = Math.atan2(v, u) / (2 * Math.PI);
  const t = kind === 'linear' ? u : kind === 'radial' ? Math.hypot(u, v) : turn - Math.floor(turn);
  return colourAlong(stops, interpolation, Math.min(1, Math.max(0, t)));
}

/** Root mean square and greatest error in bytes of a picture against many places a pixel, where `truth` tells their colours. */
function errorOf(
  pixels: Uint8ClampedArray,
  truth: (p: Point) => readonly number[] | null,
): { rms: number; max: number } {
  const next = numbers(77);
  const n = 4;
  let [sum, count, max] = [0, 0, 0];
  for (let k = 0; k < 600; k++) {
    const [x, y] = [Math.floor(side * next()), Math.floor(side * next())];
    const mean = [0, 0, 0];
    let whole = true;
    for (let i = 0; i < n * n && whole; i++) {
      const c = truth({ x: x + ((i % n) + 0.5) / n, y: y + (Math.floor(i / n) + 0.5) / n });
      if (!c) whole = false;
      else
        mean.forEach((_, m) => {
          mean[m] += (255 * c[m]) / (n * n);
        });
    }
    if (!whole) continue;
    for (let m = 0; m < 3; m++) {
      const d = Math.abs(pixels[4 * (y * side + x) + m] - mean[m]);
      max = Math.max(max, d);
      sum += d * d;
      count++;
    }
  }
  expect(count).toBeGreaterThan(300);
  return { rms: Math.sqrt(sum / count), max };
}

const within = (p: Point, by: number): boolean =>
  p.x > bounds.x0 + by && p.x < bounds.x1 - by && p.y > bounds.y0 + by && p.y < bounds.y1 - by;

describe.each(maps)('gradients under %s', (_, map) => {
  it.each([
    ['linear', paint({ matrix: [120, 30, -30, 120, 20, 5] })],
    ['radial', paint({ kind: 'radial', matrix: [70, 0, 0, 70, 80, 80] })],
  ] as const)('%s: each place has the colour it had before it was bent', (_, gradient) => {
    const square = rect(bounds.x0, bounds.y0, 120, 120);
    const nodes = bendNodes([shape(square, gradient)], bendOf(map, { bounds }));
    const { data } = renderPixels(scene(nodes, side, side), side);
    const [a, b, c, d, e, f] = gradient.matrix;
    const det = a * d - b * c;
    const { rms, max } = errorOf(data, (p) => {
      const q = comesFrom(map, p, bounds);
      if (!q || !within(q, 2)) return null;
      const [dx, dy] = [q.x - e, q.y - f];
      return colourOf(gradient, (d * dx - c * dy) / det, (a * dy - b * dx) / det);
    });
    expect(rms).toBeLessThan(0.6);
    expect(max).toBeLessThan(2);
  });
});

it('in a group of its own coordinates, bent twice, a gradient is found through both', () => {
  const [first, second] = [maps[0][1], maps[1][1]];
  const gradient = paint({});
  // Half as large within a group that doubles it.
  const inner = shape(rect(10, 10, 60, 60), { ...gradient, matrix: [60, 0, 0, 60, 10, 10] });
  const once = bendNodes([group([inner], { matrix: [2, 0, 0, 2, 0, 0] })], bendOf(first, { bounds }));
  const twice = bendNodes(once, bendOf(second, { bounds }));
  const { data } = renderPixels(scene(twice, side, side), side);
  const map = following(first, second);
  const { rms } = errorOf(data, (p) => {
    const q = comesFrom(map, p, bounds);
    return q && within(q, 2) ? colourOf(gradient, (q.x - 20) / 120, 0) : null;
  });
  expect(rms).toBeLessThan(0.6);
});

it('a mesh of colours goes along: each place has the colour it had', () => {
  const map = maps[1][1];
  const points = new Float64Array(32);
  const colours = new Float32Array(64);
  // One patch whose colours are its places: red runs across, green down.
  for (let i = 0; i < 4; i++)
    for (let j = 0; j < 4; j++) {
      points.set([20 + 40 * i, 20 + 40 * j], 2 * (4 * i + j));
      colours.set([i / 3, j / 3, 0.5, 1], 4 * (4 * i + j));
    }
  const mesh: SceneNode = { type: 'mesh', points, colours, opacity: 1, blend: 'normal' };
  const nodes = bendNodes([mesh], bendOf(map, { bounds }));
  const { data } = renderPixels(scene(nodes, side, side), side);
  const { rms, max } = errorOf(data, (p) => {
    const q = comesFrom(map, p, bounds);
    return q && within(q, 2) ? [(q.x - 20) / 120, (q.y - 20) / 120, 0.5] : null;
  });
  expect(rms).toBeLessThan(0.6);
  expect(max).toBeLessThan(2);
});

it('grain is the same grain, stretched where it is: its mean and its spread stay', () => {
  const grain = (amount: number): SceneNode => ({
    type: 'grain',
    bounds,
    size: 4,
    amount,
    ink: [0, 0, 0, 1],
    seed: 9,
    opacity: 1,
    blend: 'normal',
  });
  const levels = (nodes: readonly SceneNode[]) => {
    const { data } = renderPixels(scene([...nodes], side, side), side);
    const out: number[] = [];
    for (let y = 60; y < 100; y++) for (let x = 60; x < 100; x++) out.push(data[4 * (y * side + x)]);
    const mean = out.reduce((a, b) => a + b, 0) / out.length;
    return { mean, spread: Math.sqrt(out.reduce((a, b) => a + (b - mean) ** 2, 0) / out.length) };
  };
  const plain = levels([group([grain(1)], { clip: rect(20, 20, 120, 120) })]);
  const bent = levels(
    bendNodes([group([grain(1)], { clip: rect(20, 20, 120, 120) })], bendOf(maps[1][1], { bounds })),
  );
  expect(Math.abs(bent.mean - plain.mean)).toBeLessThan(12);
  expect(bent.spread / plain.spread).toBeCloseTo(1, 0.8);
});

it.each([
  ['on whole pixels', [1, 0, 0, 1, 0, 0]],
  ['between pixels', [1, 0, 0, 1, 0.37, -0.21]],
] as const)('any tiling gives the same bits, %s', (_, matrix) => {
  const strip = group([shape(rect(20, 20, 30, 60), paint({})), soft(rect(60, 20, 80, 60), 4)]);
  const grains = group(
    [{ type: 'grain', bounds, size: 3, amount: 1, ink: null, seed: 2, opacity: 1, blend: 'normal' }],
    { clip: rect(20, 90, 120, 50) },
  );
  const nodes = bendNodes([strip, grains, soft(rect(50, 85, 60, 50), 5)], bendOf(maps[0][1], { bounds }));
  const drawn = (x: number, y: number, w: number, h: number) => {
    const painter = new Painter(makeKernels());
    painter.drawTile(scene(nodes, side, side), matrix, x, y, w, h);
    return { bytes: painter.bytes(), w };
  };
  const whole = drawn(0, 0, side, side);
  for (const [x, y, w, h] of [
    [0, 0, 50, 70],
    [50, 30, 61, 99],
    [111, 120, 49, 40],
  ]) {
    const part = drawn(x, y, w, h);
    for (let r = 0; r < h; r++)
      expect(part.bytes.slice(4 * r * w, 4 * (r + 1) * w)).toEqual(
        whole.bytes.slice(4 * ((y + r) * side + x), 4 * ((y + r) * side + x + w)),
      );
  }
});

it('what a node is made of tells whether its look depends on where on the sheet it stands', () => {
  const plain = shape(rect(0, 0, 9, 9), paint({}));
  const fixed = shape(rect(0, 0, 9, 9), paint({ fixed: true }));
  const grain: SceneNode = { ...{ type: 'grain', bounds, size: 3, amount: 1, ink: null }, ...look, seed: 2 };
  expect([plain, fixed, grain].map(isFixedToSheet)).toEqual([false, true, true]);
  expect([plain, fixed, grain].map((n) => isFixedToSheet(group([group([plain, n])])))).toEqual([
    false,
    true,
    true,
  ]);
});

describe.each(maps)('what is soft, under %s', (_, map) => {
  const blurred = soft(rect(50, 55, 60, 50), 5);

  it('is that of before, its blur bent with it, by erf', () => {
    const nodes = bendNodes([group([blurred])], bendOf(map, { bounds }));
    const { data } = renderPixels(scene(nodes, side, side), side);
    // A Gaussian blur of an edge is half of erf (Abramowitz & Stegun 7.1).
    const step = (at: number, from: number, to: number) =>
      (erf((at - from) / (5 * Math.SQRT2)) - erf((at - to) / (5 * Math.SQRT2))) / 2;
    const { rms, max } = errorOf(data, (p) => {
      const q = comesFrom(map, p, bounds);
      if (!q || !within(q, 2)) return null;
      const ink = 1 - step(q.x, 50, 110) * step(q.y, 55, 105);
      return [ink, ink, ink];
    });
    expect(rms).toBeLessThan(1);
    expect(max).toBeLessThan(4);
  });

  it('is picked where it lies now, and covers what it covered', () => {
    const [bent] = bendNodes([blurred], bendOf(map, { bounds }));
    const middle = map.at(80, 80);
    const gone = map.at(40, 120);
    const hit = (p: Point) =>
      nodeKind(bent).hit(bent, p, 0.1, (nodes, q) =>
        nodes.some((n) =>
          nodeKind(n).hit(n, q, 0.1, (list, r) => list.some((m) => nodeKind(m).hit(m, r, 0.1, () => false))),
        ),
      );
    expect(hit(middle)).toBe(true);
    expect(hit(gone)).toBe(false);
    expect(pathArea(areaOfNodes([bent]))).toBeCloseTo(
      pathArea(bendPath(rect(50, 55, 60, 50), bendOf(map, { bounds }))),
      3,
    );
  });
});

describe('the way back through a map', () => {
  it.each(maps)('under %s comes within 1e-3 of the size of where places were', (_, map) => {
    const found = unbend(map, bounds);
    const next = numbers(3);
    for (let i = 0; i < 300; i++) {
      const p = { x: 22 + 116 * next(), y: 22 + 116 * next() };
      const q = unbentPlace(found, map.at(p.x, p.y));
      expect(Math.hypot(q.x - p.x, q.y - p.y)).toBeLessThan(0.12);
    }
  });

  it('through two maps is that of one after the other', () => {
    const [first, second] = [maps[1][1], maps[2][1]];
    const both = unbentTwice(
      unbend(second, { x0: 0, y0: 0, x1: 160, y1: 160 }),
      [1, 0, 0, 1, 0, 0],
      unbend(first, bounds),
    );
    const map = following(first, second);
    for (const p of [
      { x: 60, y: 70 },
      { x: 110, y: 100 },
    ]) {
      const q = unbentPlace(both, map.at(p.x, p.y));
      expect(Math.hypot(q.x - p.x, q.y - p.y)).toBeLessThan(0.15);
    }
  });

  it('of what is turned over, or has no width, is found as well', () => {
    const over = mapByPlaces((x, y) => ({ x: 160 - x, y }));
    const q = unbentPlace(unbend(over, bounds), { x: 60, y: 50 });
    expect([q.x, q.y]).toEqual([expect.closeTo(100, 6), expect.closeTo(50, 6)]);
    const line = unbend(
      mapByPlaces((x, y) => ({ x, y: y + 5 })),
      { x0: 0, y0: 10, x1: 90, y1: 10 },
    );
    expect(unbentPlace(line, { x: 40, y: 15 }).y).toBeCloseTo(10, 6);
  });
});

describe('what folds over itself', () => {
  it('shows the side that was not turned over, and says so', () => {
    const turns = (2 * Math.PI) / 120;
    const fold = mapByPlaces((x, y) => ({ x: x + 40 * Math.sin(turns * (x - 20)), y }));
    const back = unbend(fold, bounds);
    let front = 0;
    for (let x = 24; x <= 136; x++) {
      const p = unbentPlace(back, { x, y: 80 });
      const met = Math.abs(fold.at(p.x, p.y).x - x) < 1;
      if (met && 1 + 40 * turns * Math.cos(turns * (p.x - 20)) > 0) front++;
    }
    // All but where one sheet ends and the next begins.
    expect(front / 113).toBeGreaterThan(0.9);
    const { defaults } = steps['bend-grid'];
    const plain = gridFrom(defaults.grid as number[]);
    const g = { ...plain, nodes: plain.nodes.with(0, 1.6) };
    const folded = makePart(makeSource('rectangle', { width: 120, height: 120 }), {
      coats: [makeCoat('fill')],
      finishes: [makeFinish('bend-grid-painted', { grid: gridNumbers(g) })],
    });
    const said = evaluatePart({ parts: {} }, folded).faults.map((f) => f.message);
    expect(said).toEqual([
      'The cell in column 1, row 1 folds over itself: bring its nodes apart. Where it lies over itself, the side shows that is not turned over.',
    ]);
  });
});

import { describe, expect, it } from 'vitest';
import {
  combine,
  evaluate,
  makeFinish,
  makePart,
  makeSource,
  origin,
  renderPixels,
  transformPath,
} from '@/core';
import { arcCubics } from '@/core/geometry/cubic';
import { rotation, scaling, translation } from '@/core/geometry/matrix';
import { monotoneCurve } from '@/core/geometry/monotone';
import { type Bounds, boundsPath, contourOf, type Path, pathOf } from '@/core/geometry/path';
import { NearestEdge } from '@/core/nearest/nearest-edge';
import { type EdgeOutline, edgeOutline } from '@/core/nearest/outline';
import { Painter } from '@/core/raster/painter';
import { depthField } from '@/core/raster/rim/field';
import { inPieces } from '@/core/raster/rim/pieces';
import { shadeRim } from '@/core/raster/rim/shade';
import { type Rim, rimProfiles } from '@/core/scene/types';
import { designOf, solid } from '../designs';

const middle = 128;
/** A circle in so many arcs that its cubics are one to a millionth of a pixel. */
const disc = (r: number, x = middle, y = middle): Path =>
  pathOf([contourOf(arcCubics(x, y, r, 0, 2 * Math.PI, 32), true)]);
const square = (h: number): Path =>
  boundsPath({ x0: middle - h, y0: middle - h, x1: middle + h, y1: middle + h });
const ring = combine('subtract', [disc(110), disc(60)]);
const tile = { x0: 0, y0: 0, x1: 256, y1: 256 };
const identity = translation(0, 0);
const lights = [
  [-0.5, -0.5, Math.SQRT1_2],
  [0.3, 0.1, Math.sqrt(0.9)],
] as const;
const rimOf = (path: Path, values: Partial<Rim> = {}): Rim => ({
  path,
  side: 'inside',
  width: 30,
  height: 30,
  profile: 'chamfer',
  curve: [0, 0, 0.35, 0.2, 0.7, 0.9, 1, 1],
  softness: 0,
  light: lights[0],
  shine: 0,
  gloss: 20,
  ...values,
});
const painter = new Painter();
/** Lights and shades of a rim over a rectangle of pixels. */
const shaded = (rim: Rim, outline: EdgeOutline, area: Bounds, scale: number) =>
  shadeRim(painter, rim, outline, area, scale);

/** How much each profile rises over how much it runs at a place across, by its formula. */
const slopes: Readonly<Record<Rim['profile'], (u: number, rim: Rim) => readonly [number, number]>> = {
  chamfer: () => [1, 1],
  // A quarter circle that bulges, and one that is hollow.
  round: (u) => [1 - u, Math.sqrt(1 - (1 - u) ** 2)],
  cove: (u) => [u, Math.sqrt(1 - u ** 2)],
  // Three treads, a riser of 0.35 each.
  step: (u) => [(3 * u) % 1 < 0.35 ? 1 : 0, 0.35],
  own: (u, { curve }) => [monotoneCurve(curve).slopeAt(u), 1],
};

const all = (n: number) => Int32Array.from({ length: n }, (_, i) => i);

describe('the distance to an outline', () => {
  it('of a disc, a ring and a square is that of their formulas, with its direction', () => {
    const distances: [string, Path, (x: number, y: number) => number, number][] = [
      ['disc', disc(100), (x, y) => 100 - Math.hypot(x, y), 1e-5],
      ['ring', ring, (x, y) => Math.min(110 - Math.hypot(x, y), Math.hypot(x, y) - 60), 1e-4],
      [
        'square',
        square(80),
        (x, y) =>
          Math.max(Math.abs(x), Math.abs(y)) <= 80
            ? 80 - Math.max(Math.abs(x), Math.abs(y))
            : -Math.hypot(Math.max(0, Math.abs(x) - 80), Math.max(0, Math.abs(y) - 80)),
        1e-9,
      ],
    ];
    for (const [, path, formula, off] of distances) {
      const outline = edgeOutline(path, identity);
      const edge = new NearestEdge(outline);
      const list = all(outline.count);
      for (let y = -120; y <= 120; y += 7)
        for (let x = -120; x <= 120; x += 7) {
          const find = (dx = 0, dy = 0) => {
            edge.find(middle + x + dx + 0.31, middle + y + dy + 0.17, list, 0, list.length);
            return edge.distance;
          };
          const d = find();
          expect(Math.abs(d - formula(x + 0.31, y + 0.17))).toBeLessThan(off);
          const { gx, gy } = edge;
          expect(Math.hypot(gx, gy)).toBeCloseTo(1, 9);
          // The direction is the derivative, away from creases.
          const [ex, ey] = [(find(1e-3) - find(-1e-3)) / 2e-3, (find(0, 1e-3) - find(0, -1e-3)) / 2e-3];
          if (Math.abs(Math.hypot(ex, ey) - 1) < 1e-3 && Math.abs(d) > 0.01)
            expect(Math.hypot(gx - ex, gy - ey)).toBeLessThan(5e-3);
        }
    }
  });
});

/** Lambert and Blinn by their formulas for a slope in a direction, as lighter or darker than what lies flat. */
function shadeBy(rim: Rim, gx: number, gy: number, rise: number, run: number): number {
  const k = (rim.height / rim.width) * rise;
  const n = [-k * gx, -k * gy, run].map((v) => v / Math.hypot(k, run));
  const [lx, ly, lz] = rim.light;
  const h = [lx, ly, lz + 1].map((v) => v / Math.hypot(lx, ly, lz + 1));
  const dot = (a: readonly number[], b: readonly number[]) => a.reduce((s, v, i) => s + v * b[i], 0);
  const shine = (cosine: number) => rim.shine * Math.max(0, cosine) ** rim.gloss;
  const more = Math.max(0, dot(n, rim.light)) - lz + Math.max(0, shine(dot(n, h)) - shine(h[2]));
  return more >= 0 ? Math.min(1, more / (1 - lz)) : more / lz;
}

describe('a rim', () => {
  const cases = rimProfiles.flatMap((profile) =>
    lights.flatMap((light) => [0, 0.4].map((shine) => ({ profile, light, shine }))),
  );

  it.each(cases)(
    '$profile of disc and square is shaded by the formulas of Lambert and Blinn',
    ({ profile, light, shine }) => {
      const shapes: [Path, (x: number, y: number) => [d: number, gx: number, gy: number]][] = [
        [
          disc(100),
          (x, y) => {
            const r = Math.hypot(x, y);
            return [100 - r, -x / r, -y / r];
          },
        ],
        [
          square(90),
          (x, y) =>
            Math.abs(x) > Math.abs(y)
              ? [90 - Math.abs(x), -Math.sign(x), 0]
              : [90 - Math.abs(y), 0, -Math.sign(y)],
        ],
      ];
      for (const [path, field] of shapes) {
        const rim = rimOf(path, { profile, light, shine, width: 40, height: 24 });
        const shades = shaded(rim, edgeOutline(path, identity), tile, 1);
        let most = 0;
        for (let j = 20; j < 236; j += 4)
          for (let i = 20; i < 236; i += 3) {
            const [x, y] = [i + 0.5 - middle, j + 0.5 - middle];
            const [d] = field(x, y);
            const u = d / 40;
            // Away from creases, ends and treads.
            const tread = (u * 3) % 1;
            const crease = Math.abs(Math.abs(x) - Math.abs(y)) < 3 && path.contours[0].xy.length < 40;
            if (
              d < 2 ||
              d > 38 ||
              crease ||
              (profile === 'step' && Math.min(tread, Math.abs(tread - 0.35), 1 - tread) < 0.1)
            )
              continue;
            // What a pixel shows on the whole.
            let wanted = 0;
            for (let k = 0; k < 64; k++) {
              const [e, fx, fy] = field(x + ((k % 8) - 3.5) / 8, y + (Math.floor(k / 8) - 3.5) / 8);
              wanted += shadeBy(rim, fx, fy, ...slopes[profile](e / 40, rim)) / 64;
            }
            const at = 2 * (256 * j + i);
            most = Math.max(most, Math.abs(shades[at] - shades[at + 1] - wanted));
          }
        // A pixel that is not sampled finely shows its middle.
        expect(most).toBeLessThan(
          (profile === 'own' ? 2.4 : ['round', 'cove'].includes(profile) ? 1.8 : 0.7) / 255,
        );
      }
    },
  );

  it('of an own curve along a straight line is straight, and along its square as steep as twice the place', () => {
    const line = rimOf(square(90), { profile: 'own', curve: [0, 0, 0.4, 0.4, 1, 1] });
    const outline = edgeOutline(line.path, identity);
    const shades = (rim: Rim) => shaded(rim, outline, tile, 1);
    const chamfer = shades({ ...line, profile: 'chamfer' });
    const apart = shades(line).reduce((most, v, i) => Math.max(most, Math.abs(v - chamfer[i])), 0);
    expect(apart).toBeLessThan(1e-6);
    const points = Array.from({ length: 21 }, (_, i) => [i / 20, (i / 20) ** 2]).flat();
    const bowed = shades({ ...line, curve: points, width: 40, height: 24 });
    for (let y = 40; y < 76; y++) {
      const u = (y + 0.5 - 38) / 40;
      const wanted = shadeBy(line, 0, 1, (24 / 40) * 2 * u * (line.width / line.height), 1);
      const at = 2 * (256 * y + middle);
      if (u > 0.05 && u < 0.9) expect(Math.abs(bowed[at] - bowed[at + 1] - wanted)).toBeLessThan(0.01);
    }
  });

  it('has the same bits however the picture is cut into tiles', () => {
    const path = combine('union', [
      transformPath(square(70), rotation(17, middle, middle)),
      disc(50, 180, 90),
    ]);
    for (const values of [
      { side: 'both' as const, profile: 'step' as const },
      { shine: 0.5, profile: 'round' as const },
      { side: 'outside' as const },
    ]) {
      const rim = rimOf(path, values);
      const outline = edgeOutline(path, identity);
      const whole = shaded(rim, outline, tile, 1);
      for (const [w, h] of [
        [100, 256],
        [61, 37],
      ]) {
        for (let y = 0; y < 256; y += h)
          for (let x = 0; x < 256; x += w) {
            const part = { x0: x, y0: y, x1: Math.min(256, x + w), y1: Math.min(256, y + h) };
            const got = shaded(rim, outline, part, 1);
            const wide = part.x1 - part.x0;
            for (let j = part.y0; j < part.y1; j++)
              for (let i = 2 * part.x0; i < 2 * part.x1; i++)
                if (got[2 * (j - y) * wide + i - 2 * x] !== whole[512 * j + i])
                  throw new Error(`Other bits at ${i / 2}, ${j}.`);
          }
      }
    }
  });

  it('meets itself in a crease at the corners of a square, sampled finely', () => {
    const rim = rimOf(square(90), { width: 80, height: 80 });
    const shades = shaded(rim, edgeOutline(rim.path, identity), tile, 1);
    const at = (x: number, y: number) => shades[2 * (256 * y + x)] - shades[2 * (256 * y + x) + 1];
    const [upper, right] = [shadeBy(rim, 0, 1, 1, 1), shadeBy(rim, -1, 0, 1, 1)];
    // On the mitre from the upper right corner half of a pixel is either.
    for (const k of [10, 30, 60]) {
      expect(Math.abs(at(217 - k, 38 + k) - (upper + right) / 2)).toBeLessThan(0.07);
      expect(at(217 - k - 3, 38 + k)).toBeCloseTo(upper, 3);
      expect(at(217 - k + 3, 38 + k)).toBeCloseTo(right, 3);
    }
  });

  it('of a hole rises toward its inside as an outer edge does, and lies outside or astride where that is asked for', () => {
    const outline = edgeOutline(ring, identity);
    const seen = (values: Partial<Rim>, r: number) => {
      const shades = shaded(rimOf(ring, { width: 20, height: 20, ...values }), outline, tile, 1);
      const at = 2 * (256 * middle + Math.round(middle - r));
      return shades[at] - shades[at + 1];
    };
    // Left of the middle: the outer edge faces the lamp, the hole's edge is turned away.
    expect(seen({}, 103)).toBeGreaterThan(0.2);
    expect(seen({}, 67)).toBeLessThan(-0.2);
    expect(seen({}, 85)).toBe(0);
    expect(seen({ side: 'outside' }, 118)).toBeGreaterThan(0.2);
    expect(seen({ side: 'outside' }, 103)).toBe(0);
    expect(seen({ side: 'outside' }, 50)).toBeLessThan(-0.2);
    expect(seen({ side: 'both' }, 115)).toBeGreaterThan(0.2);
    expect(seen({ side: 'both' }, 105)).toBeGreaterThan(0.2);
    expect(seen({ height: -20 }, 103)).toBeLessThan(-0.2);
  });

  it('keeps its width and its light where its shape is turned, scaled or mirrored', () => {
    const own = square(30);
    const about = (m: Parameters<typeof edgeOutline>[1]) =>
      edgeOutline(transformPath(own, translation(-middle, -middle)), m);
    const plain = shaded(rimOf(own), about([2, 0, 0, 2, middle, middle]), tile, 1);
    const mirrored = shaded(rimOf(own), about([-2, 0, 0, 2, middle, middle]), tile, 1);
    let most = 0;
    for (let i = 0; i < plain.length; i++) most = Math.max(most, Math.abs(plain[i] - mirrored[i]));
    expect(most).toBeLessThan(1e-6);
    const double = shaded(
      rimOf(own, { width: 15, height: 15 }),
      edgeOutline(transformPath(own, scaling(2)), translation(-middle, -middle)),
      tile,
      2,
    );
    for (let i = 0; i < plain.length; i++) most = Math.max(most, Math.abs(plain[i] - double[i]));
    expect(most).toBeLessThan(1e-6);
  });
});

describe('what is too much for the kernels at once', () => {
  it('is done by quarters, each pixel once, until there is room', () => {
    const seen = new Map<string, number>();
    inPieces({ x0: -7, y0: 3, x1: 41, y1: 22 }, 16, ({ x0, y0, x1, y1 }) => {
      if ((x1 - x0) * (y1 - y0) > 20) return false;
      for (let y = y0; y < y1; y++)
        for (let x = x0; x < x1; x++) seen.set(`${x} ${y}`, (seen.get(`${x} ${y}`) ?? 0) + 1);
      return true;
    });
    expect(seen.size).toBe(48 * 19);
    expect(new Set(seen.values())).toEqual(new Set([1]));
    expect(() => inPieces({ x0: 0, y0: 0, x1: 4, y1: 4 }, 16, () => false)).toThrow(/too many edges/);
  });

  it('is told by the kernels, and comes to the same depths in other pieces', () => {
    const outline = edgeOutline(ring, identity);
    const whole = depthField(painter, outline, tile, 30);
    const { kernels } = painter;
    const at = painter.planeAddress(0);
    // No room for the lists: it says so in place of writing beyond it.
    expect(kernels.depths(0, 0, 256, 256, 30, at, at + (1 << 20), 64)).toBeFalsy();
    expect(kernels.depths(90, 20, 130, 50, 30, at, at + (1 << 20), 1 << 20)).toBeTruthy();
    const part = new Float32Array(kernels.memory.buffer, at, 40 * 30);
    for (let y = 0; y < 30; y++)
      for (let x = 0; x < 40; x++) expect(part[40 * y + x]).toBe(whole[256 * (y + 20) + x + 90]);
    // Larger than the kernels take at once.
    const wide = depthField(painter, outline, { x0: -100, y0: 0, x1: 500, y1: 256 }, 30);
    for (let y = 0; y < 256; y += 5)
      for (let x = 0; x < 256; x += 3) expect(wide[600 * y + x + 100]).toBe(whole[256 * y + x]);
  });
});

it('a bevel is drawn with the same bits wherever tiles begin, and stays within its part', () => {
  const part = makePart(makeSource('star', {}), {
    id: 'a',
    place: { ...origin, x: 150, y: 150, turn: 20 },
    coats: [solid('#808080')],
    finishes: [makeFinish('bevel', { width: 25, rise: 25, profile: 'round' })],
  });
  const d = designOf(300, part);
  const scene = { ...evaluate(d, 's'), ground: null };
  const at = (x: number, y: number) => {
    const painter = new Painter();
    painter.drawTile(scene, identity, x, y, 256, 256);
    const pixels = painter.pixels().slice();
    return (i: number, j: number) => [
      ...pixels.subarray(4 * (256 * (j - y) + i - x), 4 * (256 * (j - y) + i - x) + 4),
    ];
  };
  const [one, other] = [at(0, 0), at(37, 41)];
  let lit = 0;
  for (let j = 41; j < 256; j++)
    for (let i = 37; i < 256; i++) {
      const [p, q] = [one(i, j), other(i, j)];
      if (p.some((v, k) => v !== q[k])) throw new Error(`Other bits at ${i}, ${j}.`);
      if (p[3] > 0 && Math.abs(p[0] / p[3] - 128 / 255) > 0.05) lit++;
    }
  expect(lit).toBeGreaterThan(2000);
  const bare = renderPixels(evaluate(designOf(300, { ...part, finishes: [] }), 's'), 300).data;
  const whole = renderPixels(evaluate(d, 's'), 300).data;
  for (let i = 3; i < whole.length; i += 4) if (bare[i] === 0) expect(whole[i]).toBe(0);
});

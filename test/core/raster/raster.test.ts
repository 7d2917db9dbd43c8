import { describe, expect, it } from 'vitest';
import { combine } from '@/core/arrange/combine';
import type { Rgba } from '@/core/colour/colour';
import { rotation, translation } from '@/core/geometry/matrix';
import { pathOf, polygonContour, transformPath } from '@/core/geometry/path';
import { blurResolution } from '@/core/raster/filter/gaussian';
import { makeKernels } from '@/core/raster/kernels';
import { Painter } from '@/core/raster/painter';
import { renderPixels } from '@/core/raster/render';
import { tileSize } from '@/core/raster/target';
import {
  type BlendMode,
  blendModes,
  type Filter,
  type Scene,
  type SceneNode,
  type ScenePaint,
} from '@/core/scene/types';
import { sampled } from '../../share';
import { erf } from '../erf';
import { circle, numbers, polygon, rect, regular } from '../shapes';
import { compositeReference, type Pixel, supersample } from './reference';
import { gradient, group, maskScenes, sampleScenes, scene, shape, solid } from './scenes';

const painter = new Painter();

/** Premultiplied floats of a whole small scene, drawn in tiles of a size. */
function draw(s: Scene, scale = 1, tile = tileSize): Float32Array {
  const wide = Math.round(s.width * scale);
  const high = Math.round(s.height * scale);
  const out = new Float32Array(4 * wide * high);
  for (let y = 0; y < high; y += tile)
    for (let x = 0; x < wide; x += tile) {
      const w = Math.min(tile, wide - x);
      const h = Math.min(tile, high - y);
      painter.scale = scale;
      painter.drawTile(s, [scale, 0, 0, scale, 0, 0], x, y, w, h);
      const px = painter.pixels();
      for (let r = 0; r < h; r++)
        out.set(px.subarray(4 * tileSize * r, 4 * (tileSize * r + w)), 4 * ((y + r) * wide + x));
    }
  return out;
}

function rms(a: ArrayLike<number>, b: ArrayLike<number>): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += (a[i] - b[i]) ** 2;
  return Math.sqrt(sum / a.length);
}

/** Expects the same bits. */
const expectSame = (a: Float32Array, b: Float32Array): void =>
  expect(Buffer.compare(Buffer.from(a.buffer), Buffer.from(b.buffer))).toBe(0);

describe('blend modes', () => {
  // W3C Compositing and Blending Level 1: sixteen modes, random colours and alphas.
  it.each(blendModes.map((m, i) => [m, i] as const))('%s follows the standard to 1e-5', (mode, number) => {
    const kernels = makeKernels();
    const at = kernels.input();
    const next = numbers(number + 1);
    const random = (): Pixel => {
      const a = next() < 0.15 ? Math.round(next()) : next();
      const c = () => (next() < 0.1 ? Math.round(next()) : next()) * a;
      return [c(), c(), c(), a];
    };
    for (let i = 0; i < 500; i++) {
      const [s, d] = [random(), random()];
      const memory = new Float32Array(kernels.memory.buffer, at, 12);
      memory.set(s, 0);
      memory.set(d, 4);
      kernels.compositeAt(number, at, at + 16, at + 32);
      const [fs, fd] = [[...memory.slice(0, 4)] as Pixel, [...memory.slice(4, 8)] as Pixel];
      const truth = compositeReference(mode, fs, fd);
      truth.forEach((v, k) => {
        expect(Math.abs(memory[8 + k] - v), `${mode} ${s} ${d}`).toBeLessThan(2e-5);
      });
    }
  });
});

describe('coverage', () => {
  it.each([...sampleScenes, ...maskScenes])(
    'of %s is that of 32 × 32 supersampling, rms under 1/255',
    (_, s) => {
      const rows = sampled(
        Array.from({ length: s.height }, (_, y) => y),
        Math.ceil(s.height / 10),
      );
      const own = draw(s);
      const row = 4 * s.width;
      const drawn = Float32Array.from(rows.flatMap((y) => [...own.subarray(row * y, row * (y + 1))]));
      expect(rms(drawn, supersample(s, rows)) * 255).toBeLessThan(1);
    },
  );
});

describe('seams', () => {
  /** Greatest departure from one flat colour where the truth is flat, of 255. */
  function leak(nodes: SceneNode[], colour: Pixel, box: readonly [number, number, number, number]): number {
    const px = draw(scene(nodes, 64, 64, [1, 1, 1, 1]));
    let worst = 0;
    for (let y = box[1]; y < box[3]; y++)
      for (let x = box[0]; x < box[2]; x++)
        for (let k = 0; k < 4; k++) worst = Math.max(worst, Math.abs(px[4 * (64 * y + x) + k] - colour[k]));
    return worst * 255;
  }
  const paint = solid(0.2, 0.3, 0.6);
  const flat: Pixel = [0.2, 0.3, 0.6, 1];

  it('leave nothing between two halves cut apart at any angle', () => {
    for (let a = 0; a < 180; a += 7) {
      const turn = rotation(a, 32.3, 31.6);
      const halves = [rect(-60, -60, 92.3, 190), rect(32.3, -60, 92, 190)].map((p) => transformPath(p, turn));
      expect(
        leak(
          halves.map((p) => shape(p, paint)),
          flat,
          [4, 4, 60, 60],
        ),
      ).toBeLessThan(0.05);
    }
  });

  it('leave nothing in a fan round one point, in either order, at any opacity, in groups', () => {
    const fan = Array.from({ length: 11 }, (_, i) => {
      const at = (k: number): [number, number] => [
        32 + 90 * Math.cos((k * 2 * Math.PI) / 11),
        32 + 90 * Math.sin((k * 2 * Math.PI) / 11),
      ];
      return polygon([32, 32], at(i), at((i + 1) % 11));
    });
    const nodes = fan.map((p) => shape(p, paint));
    expect(leak(nodes, flat, [0, 0, 64, 64])).toBeLessThan(0.05);
    expect(leak([...nodes].reverse(), flat, [0, 0, 64, 64])).toBeLessThan(0.05);
    const half: Pixel = [0.6, 0.65, 0.8, 1];
    expect(leak([group(nodes, { opacity: 0.5 })], half, [0, 0, 64, 64])).toBeLessThan(0.05);
    expect(
      leak(
        fan.map((p) => shape(p, paint, { opacity: 0.5 })),
        half,
        [0, 0, 64, 64],
      ),
    ).toBeLessThan(0.05);
  });

  it('leave nothing between the two sides of a curved cut by the boolean engine', () => {
    const all = rect(-10, -10, 84, 84);
    const knife = circle(20, 30, 26.7);
    const sides = [combine('subtract', [all, knife]), combine('intersect', [all, knife])];
    for (const blend of ['normal', 'multiply'] as BlendMode[])
      expect(
        leak(
          sides.map((p) => shape(p, paint, { blend })),
          flat,
          [0, 0, 64, 64],
        ),
      ).toBeLessThan(0.05);
  });

  it('let no fringe of a lower colour out from under the same outline', () => {
    const disc = circle(32, 32, 22.2);
    const px = draw(scene([shape(disc, solid(1, 0, 0)), shape(disc, solid(0, 0, 1))]));
    const alone = draw(scene([shape(disc, solid(0, 0, 1))]));
    expect(rms(px, alone) * 255).toBeLessThan(0.01);
  });
});

describe('tiles', () => {
  it('give the same bits however the picture is cut', () => {
    const s = scene(
      [
        shape(circle(80.3, 70.1, 60), gradient),
        {
          type: 'filter',
          filter: { kind: 'shadow', dx: 6, dy: 9, sigma: 11, colour: [0, 0, 0.2, 1] },
          children: [shape(regular(7, 90, 80, 40), solid(0, 0, 0))],
          opacity: 0.7,
          blend: 'normal',
        },
        group(
          [
            shape(regular(7, 90, 80, 40), solid(0.8, 0.7, 0.2)),
            shape(circle(120, 90, 33), gradient, { blend: 'screen' }),
          ],
          { opacity: 0.8 },
        ),
      ],
      170,
      150,
    );
    const whole = draw(s, 1.37);
    for (const tile of [64, 100, 37]) expectSame(draw(s, 1.37, tile), whole);
  });

  it('before a gradient have the first of the stops at its beginning, and the last of them within it (SVG 2, 14.2.4.1)', () => {
    for (const interpolation of ['srgb', 'oklab'] as const) {
      const stops = [
        { at: 0, colour: [1, 0, 0, 1] },
        { at: 0, colour: [0, 0, 1, 1] },
        { at: 1, colour: [0, 0, 1, 1] },
      ] as const;
      const paint: ScenePaint = {
        kind: 'linear',
        matrix: [20, 0, 0, 20, 20, 0],
        stops,
        interpolation,
        spread: 'pad',
      };
      const { data } = renderPixels(scene([shape(rect(0, 0, 40, 10), paint)], 40, 10), 40);
      const at = (x: number) => [...data.subarray(4 * (5 * 40 + x), 4 * (5 * 40 + x) + 3)];
      expect([at(5), at(19), at(21), at(35)]).toEqual([
        [255, 0, 0],
        [255, 0, 0],
        [0, 0, 255],
        [0, 0, 255],
      ]);
    }
  });

  it('of a path of many contours, nested and crossing, are the same bits as well: none is missed beside a tile', () => {
    const next = numbers(29);
    const contours = Array.from({ length: 60 }, (_, i) =>
      i % 3
        ? circle(200 * next() - 15, 200 * next() - 15, 2 + 30 * next())
        : regular(3 + (i % 5), 200 * next() - 15, 200 * next() - 15, 2 + 30 * next()),
    ).flatMap((p) => p.contours);
    for (const fillRule of ['nonzero', 'evenodd'] as const) {
      const s = scene([shape({ contours, fillRule }, gradient)], 170, 150);
      const whole = draw(s, 1.19);
      for (const tile of [64, 23, 8]) expectSame(draw(s, 1.19, tile), whole);
      // One path of them all is what each of them adds to: a second path with the same numbers changes nothing.
      const [a, b] = [contours.slice(0, 30), contours.slice(30)];
      const turned = scene([shape({ contours: [...b, ...a], fillRule }, gradient)], 170, 150);
      expectSame(draw(turned, 1.19), whole);
    }
  });

  it('draw the same picture twice and do not grow from tile to tile', () => {
    const s = scene([
      group([shape(circle(30, 30, 25), gradient), shape(circle(40, 30, 20), solid(0, 0, 0, 0.5))], {
        opacity: 0.5,
      }),
    ]);
    const first = draw(s);
    const size = painter.kernels.memory.buffer.byteLength;
    for (let i = 0; i < 200; i++) draw(s);
    expectSame(draw(s), first);
    expect(painter.kernels.memory.buffer.byteLength).toBe(size);
  });
});

const filtered = (
  filter: Filter,
  children: readonly SceneNode[],
  blend: BlendMode = 'normal',
): SceneNode => ({ type: 'filter', filter, children, opacity: 1, blend });

describe('filters', () => {
  /** Filters of a standard deviation, and what the half-plane they are given is painted with. */
  const filters: readonly ((sigma: number) => { filter: Filter; colour: Rgba })[] = [
    (sigma) => ({
      filter: { kind: 'shadow', dx: 0, dy: 0, sigma, colour: [1, 1, 1, 1] },
      colour: [1, 1, 1, 1],
    }),
    (sigma) => ({ filter: { kind: 'blur', sigma }, colour: [0.9, 0.5, 0.1, 0.8] }),
    (sigma) => ({ filter: { kind: 'along', dx: sigma, dy: 0 }, colour: [0.9, 0.5, 0.1, 0.8] }),
  ];
  const sigmas = [0.5, 0.8, 1, 1.7, 3, 5, 8, 9.3, 16, 30, 55, 80];

  it.each(filters.flatMap((make) => sigmas.map((sigma) => [make(sigma).filter.kind, sigma, make] as const)))(
    'follow the erf profile of a half-plane: %s at σ = %s',
    (_, sigma, make) => {
      const { filter, colour } = make(sigma);
      // The half-plane reaches 6σ beyond the picture on three sides; its edge stands at x = 100.3.
      const far = 7 * sigma + 200;
      const s: Scene = {
        width: 200,
        height: 4,
        ground: null,
        nodes: [filtered(filter, [shape(rect(100.3, -far, far + 200, 2 * far), { kind: 'solid', colour })])],
      };
      const px = draw(s);
      let worst = 0;
      for (let x = 0; x < 200; x++) {
        const share = colour[3] * 0.5 * (1 + erf((x + 0.5 - 100.3) / (sigma * Math.SQRT2)));
        for (let k = 0; k < 4; k++) {
          const truth = share * (k < 3 ? colour[k] : 1);
          worst = Math.max(worst, Math.abs(px[4 * (200 + x) + k] - truth));
        }
      }
      // Blurs along lines are sampled pixel by pixel, which tells where they are hardly one wide.
      expect(worst * 255).toBeLessThan(filter.kind === 'along' && sigma < 1.5 ? 8 : 0.5);
    },
  );

  it('one after another are one whose variance is the sum of theirs', () => {
    const parts = [
      shape(regular(5, 60, 60, 40), solid(0.9, 0.3, 0.1)),
      shape(circle(78, 66, 24), gradient, { opacity: 0.7 }),
    ];
    const blurs = (sigma: number, children: readonly SceneNode[]) =>
      filtered({ kind: 'blur', sigma }, children);
    const twice = draw(scene([blurs(4, [blurs(3, parts)])], 128, 128, null));
    const once = draw(scene([blurs(5, parts)], 128, 128, null));
    expect(rms(twice, once) * 255).toBeLessThan(0.2);
  });

  const cut: readonly Filter[] = [
    ...[0.3, 1.2, 4, 21].map((sigma): Filter => ({ kind: 'blur', sigma })),
    { kind: 'along', dx: 3, dy: 2 },
    { kind: 'along', dx: -30, dy: 55 },
    { kind: 'around', x: 40, y: 60, sigma: 0.3 },
    { kind: 'away', x: 150, y: 66, sigma: 0.2 },
    { kind: 'edge-blur', path: regular(5, 60, 60, 40), sigma: 7, reach: 20 },
  ];
  it.each(cut.map((f) => [JSON.stringify(f), f] as const))(
    'give the same bits however the picture is cut: %s',
    (_, filter) => {
      const parts = [
        shape(regular(5, 60, 60, 40), solid(0.9, 0.3, 0.1)),
        shape(circle(150, 66, 24), gradient, { opacity: 0.7 }),
      ];
      const s = scene(
        [shape(circle(100, 100, 70), solid(0.2, 0.4, 0.3)), filtered(filter, parts, 'multiply')],
        210,
        150,
      );
      const whole = draw(s, 1.13);
      for (const tile of [100, 37]) expectSame(draw(s, 1.13, tile), whole);
    },
  );

  it('around a place, an edge toward it fades by the angle alone, and circles about it stay sharp', () => {
    // A half disc that is cut at the angles 0 and π; far from the cuts' other sides only one is near.
    const sigma = 0.2;
    const half = pathOf([
      polygonContour(
        [...Array.from({ length: 721 }, (_, i) => i / 720)].map((t) => ({
          x: 100 + 90 * Math.cos(Math.PI * t),
          y: 100 + 90 * Math.sin(Math.PI * t),
        })),
      ),
    ]);
    const px = draw(
      scene(
        [filtered({ kind: 'around', x: 100, y: 100, sigma }, [shape(half, solid(0.9, 0.5, 0.1))])],
        200,
        200,
        null,
      ),
    );
    let worst = 0;
    for (let y = 0; y < 200; y++)
      for (let x = 110; x < 200; x++) {
        const [dx, dy] = [x + 0.5 - 100, y + 0.5 - 100];
        const r = Math.hypot(dx, dy);
        if (r < 20 || r > 86) continue;
        const share = 0.5 * (1 + erf(Math.atan2(dy, dx) / (sigma * Math.SQRT2)));
        worst = Math.max(worst, Math.abs(px[4 * (200 * y + x) + 3] - share));
      }
    expect(worst * 255).toBeLessThan(2);
    const alphas = (y: number) => px[4 * (200 * y + 100) + 3];
    expect([alphas(187), alphas(192)]).toEqual([expect.closeTo(1, 3), 0]);
  });

  it('away from a place, an edge across fades by the logarithm of its distance', () => {
    const sigma = 0.15;
    const s = scene(
      [
        filtered({ kind: 'away', x: 0, y: 100, sigma }, [
          shape(rect(60.3, -900, 2000, 2000), solid(1, 1, 1)),
        ]),
      ],
      200,
      200,
      null,
    );
    const px = draw(s);
    let worst = 0;
    for (let x = 20; x < 150; x++) {
      const share = 0.5 * (1 + erf(Math.log((x + 0.5) / 60.3) / (sigma * Math.SQRT2)));
      worst = Math.max(worst, Math.abs(px[4 * (200 * 100 + x) + 3] - share));
    }
    expect(worst * 255).toBeLessThan(1);
  });

  it('along a direction edges that run that way stay sharp, and the shape goes along when it is turned', () => {
    const bar = [shape(rect(60, 95, 80, 10), solid(0.2, 0.4, 0.9))];
    const blurredBar: SceneNode = filtered({ kind: 'along', dx: 16, dy: 0 }, bar);
    const level = draw(scene([blurredBar], 200, 200, null));
    const column = [94, 95, 104, 105].map((y) => level[4 * (200 * y + 100) + 3]);
    expect(column[0]).toBe(0);
    expect(column[1]).toBeGreaterThan(0.95);
    expect([column[3], column[2]]).toEqual([column[0], column[1]]);
    const upright = draw(scene([group([blurredBar], { matrix: [0, 1, -1, 0, 200, 0] })], 200, 200, null));
    for (let y = 0; y < 200; y += 7)
      for (let x = 0; x < 200; x += 3)
        expect(upright[4 * (200 * y + x) + 3]).toBeCloseTo(level[4 * (200 * (199 - x) + y) + 3], 4);
    // Aslant what is softened across comes from reading between pixels, which is less than one of them.
    const aslant = draw(
      scene(
        [
          filtered(
            { kind: 'along', dx: 12, dy: 12 },
            [shape(transformPath(rect(-40, -5, 80, 10), rotation(45, 0, 0)), solid(1, 1, 1))].map((n) =>
              group([n], { matrix: translation(100, 100) }),
            ),
          ),
        ],
        200,
        200,
        null,
      ),
    );
    const across = (d: number) => aslant[4 * (200 * (100 - d) + 100 + d) + 3];
    expect(across(2)).toBeGreaterThan(0.93);
    expect(across(5)).toBeLessThan(0.05);
  });

  it('toward the edge of a disc it is softer the nearer the edge, alike all round, and sharp in the middle', () => {
    const disc = circle(100, 100, 60);
    const stripes = Array.from({ length: 12 }, (_, i) =>
      shape(rect(40 + 10 * i, 40, 5, 120), solid(0, 0, 0)),
    );
    const soft = (children: readonly SceneNode[]) =>
      draw(
        scene([filtered({ kind: 'edge-blur', path: disc, sigma: 6, reach: 30 }, children)], 200, 200, null),
      );
    const px = soft([shape(disc, solid(1, 0.5, 0))]);
    const alpha = (x: number, y: number) => px[4 * (200 * y + x) + 3];
    for (let y = 0; y < 100; y += 3)
      for (let x = 0; x < 100; x += 3) {
        const four = [alpha(x, y), alpha(199 - x, y), alpha(x, 199 - y), alpha(y, x)];
        for (const a of four) expect(Math.abs(a - four[0])).toBeLessThan(5e-4);
      }
    // At the edge and beyond it is the Gaussian of the softest; it falls all the way.
    const whole = draw(
      scene([filtered({ kind: 'blur', sigma: 6 }, [shape(disc, solid(1, 0.5, 0))])], 200, 200, null),
    );
    for (let x = 165; x < 180; x++) expect(alpha(x, 100)).toBeCloseTo(whole[4 * (200 * 100 + x) + 3], 4);
    for (let x = 100; x < 180; x++) expect(alpha(x + 1, 100)).toBeLessThanOrEqual(alpha(x, 100) + 1e-4);
    const lined = soft([group(stripes, { clip: disc })]);
    const contrast = (x: number) => {
      const all = Array.from({ length: 10 }, (_, i) => lined[4 * (200 * 100 + x + i) + 3]);
      return Math.max(...all) - Math.min(...all);
    };
    expect(contrast(95)).toBeCloseTo(1, 5);
    expect(contrast(138)).toBeLessThan(contrast(125));
    expect(contrast(145)).toBeLessThan(0.35);
  });

  it('are shifted in sheet units whatever turns the part, and bounded by nothing but their reach', () => {
    const node: SceneNode = {
      type: 'filter',
      filter: { kind: 'shadow', dx: 20, dy: 0, sigma: 2, colour: [0, 0, 0, 1] },
      children: [shape(rect(-5, -5, 10, 10), solid(0, 0, 0))],
      opacity: 1,
      blend: 'normal',
    };
    const px = draw(scene([group([node], { matrix: [0, 1, -1, 0, 30, 32], isolated: false })], 64, 64, null));
    const alpha = (x: number, y: number) => px[4 * (64 * y + x) + 3];
    expect(alpha(50, 32)).toBeGreaterThan(0.9);
    expect(alpha(30, 52)).toBeLessThan(0.01);
  });

  it('use fewer samples the softer they are', () => {
    expect([0.5, 1, 4.9, 5, 16, 100].map(blurResolution)).toEqual([5, 3, 1, 0.5, 0.25, 1 / 32]);
  });
});

it('draws a scene to RGBA bytes of a size, with straight alpha', () => {
  const p = renderPixels(
    scene([shape(transformPath(rect(0, 0, 32, 64), translation(0, 0)), solid(1, 0.5, 0, 0.5))], 64, 64, null),
    128,
  );
  expect([p.width, p.height, p.data.length]).toEqual([128, 128, 128 * 128 * 4]);
  expect([...p.data.slice(0, 4)]).toEqual([255, 128, 0, 128]);
  expect([...p.data.slice(4 * 100, 4 * 101)]).toEqual([0, 0, 0, 0]);
  expect(() => renderPixels(scene([]), 0)).toThrow(RangeError);
  expect(() => renderPixels(scene([]), Number.NaN)).toThrow(RangeError);
});

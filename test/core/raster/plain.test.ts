import { describe, expect, it } from 'vitest';
import { demoDesigns } from '@/../demo';
import { combine, evaluate } from '@/core';
import { edgeOutline } from '@/core/nearest/outline';
import { edgesOf } from '@/core/raster/edges';
import { type Kernels, type Laid, makeKernels } from '@/core/raster/kernels';
import { Painter } from '@/core/raster/painter';
import { depthField } from '@/core/raster/rim/field';
import { shadeRim } from '@/core/raster/rim/shade';
import { blendModes, type Rim, rimProfiles, type Scene } from '@/core/scene/types';
import { takeShippedFaces } from '../../faces';
import { runs, sampled, slowToDraw, whole } from '../../share';
import { circle, numbers, pentagram, regular } from '../shapes';
import { plainKernels } from './plain/kernels';
import { bentNodes, bentSoftNodes, maskScenes, sampleScenes, scene, shape, solid } from './scenes';

takeShippedFaces();

/** Something done with either set of kernels. */
type Work = (kernels: Kernels) => Float32Array | Uint8Array;

/** Holds the compiled kernels to their plain twins, bit by bit. */
function agree(work: Work): void {
  const compiled = work(makeKernels());
  const plain = work(plainKernels());
  const bits = (a: Float32Array | Uint8Array) => new Uint8Array(a.buffer, a.byteOffset, a.byteLength);
  expect(compiled.some((v) => v !== 0)).toBe(true);
  expect(Buffer.compare(bits(compiled), bits(plain))).toBe(0);
}

const layerPixels = (k: Kernels, layer = 0): Float32Array => {
  k.flattenLayer(layer);
  return new Float32Array(k.memory.buffer, k.layerPixels(layer), 4 * 256 * 256).slice();
};

const put = (k: Kernels, at: number, values: Float32Array | Float64Array): number => {
  new Uint8Array(k.memory.buffer, k.input() + at, values.byteLength).set(new Uint8Array(values.buffer));
  return k.input() + at;
};

/** Edges that end anywhere, far outside the tile too; every shape of them is closed. */
function scribble(next: () => number, corners: number, reach: number): Float64Array {
  const grid = () => Math.round((next() * 2 - 0.5) * reach * 65536) / 65536;
  const at = Array.from({ length: corners }, () => [grid(), grid()]);
  return Float64Array.from(at.flatMap((p, i) => [...p, ...at[(i + 1) % corners]]));
}

/** Paints random shapes in random paints onto layers, the way a picture does. */
function scatter(k: Kernels, layer: number, seed: number, mode: (i: number) => number, tile = 48): void {
  const next = numbers(seed);
  const [x, y] = [Math.round(next() * 300), Math.round(next() * 300)];
  k.placeTile(x, y, tile, tile);
  k.placePaint(x, y);
  for (let i = 0; i < 7; i++) {
    const edges = scribble(next, 3 + Math.floor(next() * 6), tile).map((v, n) => v + (n % 2 ? y : x));
    const a = next() < 0.4 ? 1 : next();
    if (i % 3 === 0) k.setSolid(next() * a, next() * a, next() * a, a);
    else {
      const table = Float32Array.from({ length: 4 * 64 }, (_, n) => (n % 4 === 3 ? a : next() * a));
      const matrix = [next() / 40, next() / 40, -next() / 40, next() / 40, -next(), -next()] as const;
      const focus = i % 2 ? [next() * 0.6, next() * 0.6] : [0, 0];
      k.setGradient(
        1 + (i % 3),
        ...matrix,
        // Every other one recedes.
        ...(i % 4 > 1 ? ([next() / 400, next() / 400, 1] as const) : ([0, 0, 1] as const)),
        put(k, 65536 * i, table),
        64,
        Math.floor(i / 2) % 3,
        a >= 1 ? 1 : 0,
        focus[0],
        focus[1],
      );
      if (next() < 0.5) {
        // The outermost within the gradient, two of the inner ones at one place now and then.
        const places = [0.1, 0.5, next() < 0.5 ? 0.5 : 0.6, 0.9];
        const stops = Float64Array.from(
          places.flatMap((place) => [place, next() * 1.1, next(), next(), a >= 1 ? 1 : next()]),
        );
        k.setStops(put(k, 65536 * i + 8192, stops), places.length, a);
      }
    }
    k.target(layer, mode(i));
    k.addEdges(put(k, 65536 * 8, edges), edges.length / 4);
    k.paintShape(i % 2);
  }
}

describe('every compiled kernel has the bits of its plain twin', () => {
  it.each(blendModes.map((m, i) => [m, i] as const))('compositing: %s', (_, mode) => {
    agree((k) => {
      const next = numbers(mode + 5);
      const out = new Float32Array(4000);
      for (let i = 0; i < out.length; i += 4) {
        const colour = () => {
          const a = next() < 0.2 ? Math.round(next()) : next();
          return [next() * a, next() * a, next() < 0.1 ? a : next() * a, a];
        };
        const at = put(k, 0, Float32Array.from([...colour(), ...colour()]));
        k.compositeAt(mode, at, at + 16, at + 32);
        out.set(new Float32Array(k.memory.buffer, at + 32, 4), i);
      }
      return out;
    });
  });

  it.each(Array.from({ length: runs(24, 8) }, (_, i) => i + 1))(
    'coverage and paints of scattered shapes %i',
    (seed) => {
      agree((k) => {
        scatter(k, 0, seed, (i) => (i * seed) % (seed % 2 ? 16 : 1));
        return layerPixels(k);
      });
    },
  );

  it.each([
    ['composite', 0, 0],
    ['composite in a mode', 0, 3],
    ['mask', 1, 0],
    ['mix', 2, 0],
    ['luminance', 3, 0],
    ['erase', 4, 0],
  ])('joining layers: %s', (_, rule, mode) => {
    for (const seed of [3, 8, 21])
      agree((k) => {
        scatter(k, 0, seed, () => 0);
        scatter(k, 1, seed + 50, (i) => i % 2);
        k.joinLayers(1, 0, rule, mode, 0.6);
        // The layer joined must be left empty, and its places free for the next.
        scatter(k, 1, seed + 90, () => 0);
        k.joinLayers(1, 0, 0, 0, 1);
        return layerPixels(k);
      });
  });

  it('patches of a mesh', () => {
    for (const seed of [2, 7])
      agree((k) => {
        const next = numbers(seed);
        k.placeSurface(130, 70, 48, 48);
        for (let p = 0; p < 3; p++) {
          const points = Float64Array.from({ length: 32 }, (_, i) => {
            const [row, column] = [(i >> 1) & 3, i >> 3];
            return (i % 2 ? 70 + 16 * row : 130 + 16 * column) + 14 * (next() - 0.5);
          });
          const net = Float32Array.from({ length: 64 }, (_, i) =>
            i % 4 === 3 ? 0.5 + 0.7 * next() : next(),
          );
          const at = put(k, 0, points);
          put(k, 256, net);
          k.meshPatch(1, at, 5 + 14 * p);
        }
        k.joinLayers(1, 0, 0, 0, 0.8);
        return layerPixels(k);
      });
  });

  it.each([
    ['of one ink', 1],
    ['of colours', 0],
  ])('grains %s', (_, inked) => {
    agree((k) => {
      k.placeSurface(512, 256, 40, 40);
      k.grain(1, 0.31, 0.02, -0.02, 0.31, 5, -400, 2, 0.7, 42, inked, 0.1, 0.5, 0.9);
      k.joinLayers(1, 0, 0, 0, 1);
      return layerPixels(k);
    });
  });

  it('copying, flooding and clearing layers', () => {
    agree((k) => {
      k.floodLayer(0, 0.2, 0.1, 0.4, 0.5);
      scatter(k, 0, 4, (i) => i % 16);
      k.copyLayer(0, 1);
      scatter(k, 1, 5, () => 0);
      scatter(k, 2, 6, () => 0);
      k.clearLayer(2);
      k.joinLayers(1, 0, 2, 0, 0.3);
      k.joinLayers(2, 0, 0, 0, 1);
      return layerPixels(k);
    });
  });

  /** Planes of one channel and of all colours: what takes them off a layer, and what lays them. */
  const planes = [
    [
      'a plane',
      1,
      (k: Kernels, plane: number) => k.alphaToPlane(1, plane, 60, 48, 48),
      (k: Kernels, laid: Laid, mode: number) => k.layPlane(...laid, 0.1, 0.2, 0.3, 0.8, mode),
    ],
    [
      'colours',
      4,
      (k: Kernels, plane: number) => k.coloursToPlane(1, plane, 60, 48, 48),
      (k: Kernels, laid: Laid, mode: number) => k.layColours(...laid, 0.7, mode),
    ],
  ] as const;

  it('laying colours that were drawn before, on whole pixels or as they were kept', () => {
    for (const mode of [0, 5, 11])
      agree((k) => {
        scatter(k, 0, 23, () => 0);
        scatter(k, 1, 24, () => 0);
        k.flattenLayer(1);
        const plane = k.input() + (1 << 20);
        k.coloursToPlane(1, plane, 60, 48, 48);
        // Fainter than what is told apart between samples.
        new Float32Array(k.memory.buffer, plane + 160, 4).set([2e-7, 1e-7, 0, 4e-7]);
        k.layColours(0, 5, 3, 40, 30, plane, 60, -4, -2, 1, k.input() + (4 << 20), 0.7, mode);
        k.layKept(0, 7, 9, 45, 41, plane, 60, mode);
        return layerPixels(k);
      });
  });

  it.each(planes)('blurring and laying %s', (_, floats, take, lay) => {
    for (const [step, mode] of [
      [1, 0],
      [0.25, 4],
      [3, 1],
    ])
      agree((k) => {
        scatter(k, 0, 9, () => 0);
        scatter(k, 1, 11, () => 0);
        k.flattenLayer(1);
        const [plane, blurred, taps, scratch] = [1 << 20, 2 << 20, 3 << 20, 4 << 20].map(
          (a) => k.input() + a,
        );
        take(k, plane);
        put(k, 3 << 20, Float32Array.of(0.1, 0.2, 0.4, 0.2, 0.1));
        k.convolve(plane, blurred, 60 * floats, 48, floats, taps, 5, 60 * floats);
        k.convolve(blurred, plane, 60 * floats, 44, 60 * floats, taps, 5, 60 * floats);
        const reach = Math.min(40, Math.floor(36 / step));
        lay(k, [0, 2, 3, reach, reach, plane, 60, 2.3, 1.7, step, scratch], mode);
        return layerPixels(k);
      });
  });

  it('blurring some columns of a plane, across and down, leaves the others', () => {
    for (const [columns, step, rows] of [
      [44, 4, 20],
      [4, 1, 20],
      [72, 80, 16],
    ])
      agree((k) => {
        const next = numbers(columns);
        const plane = put(k, 1 << 20, Float32Array.from({ length: 80 * 24 }, next));
        const taps = put(k, 3 << 20, Float32Array.from({ length: 5 }, next));
        k.convolve(plane, k.input() + (2 << 20), columns, rows, step, taps, 5, 80);
        return new Float32Array(k.memory.buffer, k.input() + (2 << 20), 80 * 24).slice();
      });
  });

  it('filtering rows of a PNG, whatever the bytes of a pixel', () => {
    const cases = [3, 4, 6, 8].flatMap((pixel) =>
      [1, 2, 4].flatMap((kind) => [7, 16, 45].map((pixels) => ({ pixel, kind, count: pixel * pixels }))),
    );
    agree((k) => {
      const results = cases.flatMap(({ pixel, kind, count }) => {
        const next = numbers(kind + count);
        const bytes = Uint8Array.from({ length: 1024 }, () => (next() < 0.2 ? 0 : 256 * next()));
        for (const start of [0, 512]) bytes.fill(0, start, start + 16);
        new Uint8Array(k.memory.buffer, k.input(), 1024).set(bytes);
        const out = k.input() + 2048;
        const sum = k.filterRow(kind, k.input() + 16, k.input() + 528, count, pixel, out);
        return [sum, ...new Uint8Array(k.memory.buffer, out, count)];
      });
      return Float32Array.from(results);
    });
  });

  it('colours added from moved places', () => {
    agree((k) => {
      scatter(k, 0, 21, () => 0);
      k.flattenLayer(0);
      const [from, to] = [1 << 20, 2 << 20].map((a) => k.input() + a);
      k.coloursToPlane(0, from, 50, 48, 48);
      new Float32Array(k.memory.buffer, to, 4 * 40 * 40).fill(0.01);
      k.addMoved(to, 40, 3, -2, 38, 36, from, 50, 5, 7, 48, 48, 1, 0, 0, 1, 6.25, 9.5, 0.3);
      k.addMoved(to, 40, 3, -2, 38, 36, from, 50, 5, 7, 48, 48, 0.9, 0.3, -0.3, 1.1, 9, 4, 0.4);
      return new Float32Array(k.memory.buffer, to, 4 * 40 * 36).slice();
    });
  });

  it.each(
    rimProfiles.flatMap((profile) =>
      (['inside', 'outside', 'both'] as const).map((side) => [profile, side] as const),
    ),
  )('the rim of a shape with holes and cusps: %s, %s', (profile, side) => {
    const path = combine('subtract', [regular(7, 60, 58, 40), circle(50, 52, 17)]);
    const rim: Rim = {
      path,
      side,
      width: 7,
      height: 5,
      profile,
      curve: [0, 0, 0.3, 0.1, 0.3, 0.6, 0.8, 0.5, 1, 1],
      softness: side === 'both' ? 0.4 : 0,
      light: [0.48, -0.6, 0.64],
      shine: side === 'outside' ? 0 : 0.7,
      gloss: 31.5,
    };
    const area = { x0: 9, y0: 6, x1: 71, y1: 62 };
    agree((k) => shadeRim(new Painter(k), rim, edgeOutline(path, [1.1, 0.2, -0.1, 1, 0.3, 0.7]), area, 1.3));
  });

  it('depths under an outline, its middle and what lies far outside included', () => {
    const path = combine('union', [circle(40, 40, 25), regular(5, 70, 50, 20)]);
    const area = { x0: -10, y0: 0, x1: 110, y1: 90 };
    agree((k) => depthField(new Painter(k), edgeOutline(path, [1, 0, 0, -1, 0, 90]), area, 9));
  });

  it('bytes of straight alpha', () => {
    agree((k) => {
      scatter(k, 0, 17, () => 0);
      k.flattenLayer(0);
      k.toBytes(0, 48, 48, k.input());
      return new Uint8Array(k.memory.buffer, k.input(), 4 * 48 * 48).slice();
    });
  });
});

const demos = Object.entries(demoDesigns).filter(([name]) => whole || !slowToDraw.includes(name));

describe('whole pictures of the plain kernels are those of the compiled ones', () => {
  const picture =
    (s: Scene, scale: number): Work =>
    (k) => {
      const painter = new Painter(k);
      painter.scale = scale;
      painter.drawTile(
        s,
        [scale, 0, 0, scale, 0, 0],
        0,
        0,
        Math.round(s.width * scale),
        Math.round(s.height * scale),
      );
      return painter.bytes() as unknown as Uint8Array;
    };

  it.each([
    ...sampleScenes,
    ...maskScenes,
    ['gradients and grain that were bent', scene(bentNodes())] as const,
    ['what is soft, bent', scene(bentSoftNodes())] as const,
  ])('%s', (_, s) => agree(picture(s, 1)));

  it.each(sampled(demos, 1))('demo design %s', (_, make) => {
    const design = make();
    const s = evaluate(design, design.sheets[0].id);
    agree(picture(s, 48 / s.width));
  });

  it('a shape that overlaps itself at the very corner of four tiles', () => {
    const s = scene([shape(pentagram(256, 256, 40, 'nonzero'), solid(0.3, 0.5, 0.1, 0.5))], 512, 512, null);
    for (const [x, y] of [
      [240, 240],
      [256, 240],
      [240, 256],
      [256, 256],
    ])
      agree((k) => {
        const painter = new Painter(k);
        painter.drawTile(s, [1, 0, 0, 1, 0, 0], x, y, 20, 20);
        return painter.bytes() as unknown as Uint8Array;
      });
  });
});

it('the twins would notice: an edge moved by 1/64 pixel changes bits', () => {
  const work = (dx: number): Float32Array => {
    const k = plainKernels();
    k.placeTile(0, 0, 32, 32);
    k.setSolid(1, 1, 1, 1);
    k.target(0, 0);
    const [edges] = edgesOf(regular(7, 16 + dx, 16, 9), [1, 0, 0, 1, 0, 0]).rings;
    k.addEdges(put(k, 0, edges.xy), edges.xy.length / 4);
    k.paintShape(0);
    return layerPixels(k);
  };
  expect(work(1 / 64)).not.toEqual(work(0));
});

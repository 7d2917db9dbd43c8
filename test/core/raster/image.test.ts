import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Resvg } from '@resvg/resvg-js';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { imageSize, provideImages, sceneToSvg } from '@/core';
import { bendNodes } from '@/core/bend/bend-nodes';
import { mapByPlaces } from '@/core/bend/map';
import type { Matrix } from '@/core/geometry/matrix';
import { boundsPath } from '@/core/geometry/path';
import { imageColours } from '@/core/raster/image-colours';
import { imageLookup } from '@/core/raster/image-lookup';
import { Painter } from '@/core/raster/painter';
import { renderPixels } from '@/core/raster/render';
import { nodeKind } from '@/core/scene/node';
import type { ImagePaint, SceneNode } from '@/core/scene/types';
import { bendOf } from '@/core/step/bend';
import { openImages } from '@/server/images/open-images';
import { unpackImage } from '@/server/images/unpack';
import { rms } from '../../pictures';
import { ruledId, ruledImages } from '../image/memory-images';
import { numbers } from '../shapes';
import { scene, shape } from './scenes';

const paintOf = (image: string, matrix: Matrix, values: Partial<ImagePaint> = {}): ImagePaint => ({
  kind: 'image',
  image,
  size: imageSize(image) ?? { width: 1, height: 1 },
  matrix,
  spread: 'pad',
  ...values,
});

const filled = (paint: ImagePaint, width: number, height: number): SceneNode =>
  shape(boundsPath({ x0: 0, y0: 0, x1: width, y1: height }), paint);

/** Discs of all sizes and colours, as another program draws them. */
function discs(width: number, height: number): string {
  const next = numbers(11);
  const list = Array.from({ length: 260 }, () => {
    const [x, y, r, h, l] = [
      next() * width,
      next() * height,
      4 + 50 * next() ** 3,
      next() * 360,
      20 + 60 * next(),
    ];
    return `<circle cx="${x}" cy="${y}" r="${r}" fill="hsl(${h} 60% ${l}%)"/>`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><rect width="${width}" height="${height}" fill="#234"/>${list.join('')}</svg>`;
}

describe('a picture from a file', () => {
  const size = { width: 900, height: 600 };
  let folder = '';
  let file: Buffer;
  let id = '';
  let images: ReturnType<typeof openImages>;
  beforeAll(async () => {
    folder = mkdtempSync(path.join(tmpdir(), 'compass-image-'));
    file = await sharp(Buffer.from(discs(size.width, size.height)))
      .blur(0.7)
      .png()
      .toBuffer();
    const pack = path.join(folder, 'pack');
    ({ id } = await unpackImage(file, pack));
    images = openImages([{ id, file: pack }]);
    provideImages(images);
  });
  afterAll(() => {
    provideImages(null);
    images.close();
    rmSync(folder, { recursive: true });
  });

  // Lanczos 3 is what the library shrinks by when nothing else is said.
  it.each([0.9, 0.61, 0.5, 0.33, 0.2, 0.1])('shrunk to %f is as the library has it', async (k) => {
    const [w, h] = [Math.round(size.width * k), Math.round(size.height * k)];
    const reference = await sharp(file).ensureAlpha().resize(w, h, { fit: 'fill' }).raw().toBuffer();
    const node = filled(paintOf(id, [w / size.width, 0, 0, h / size.height, 0, 0]), w, h);
    const { data } = renderPixels(scene([node], w, h), w);
    expect(rms(data, reference)).toBeLessThan(2);
  });

  it('goes out in SVG as a picture that another program draws alike', () => {
    const node = filled(paintOf(id, [0.6, 0.1, -0.1, 0.7, 30, -40]), 400, 260);
    const drawn = scene([node], 500, 300);
    const svg = sceneToSvg(drawn, 'x');
    expect(svg.match(/<image /g)).toHaveLength(1);
    const reference = new Resvg(svg, { fitTo: { mode: 'width', value: 1000 } }).render();
    expect(rms(renderPixels(drawn, 1000).data, reference.pixels)).toBeLessThan(6);
    // Where its edge goes on beyond it, that is drawn by ourselves.
    const beyond = scene([filled(paintOf(id, [0.2, 0, 0, 0.2, 100, 50]), 400, 260)], 500, 300);
    const drawnSo = new Resvg(sceneToSvg(beyond, 'x'), { fitTo: { mode: 'width', value: 1000 } }).render();
    expect(rms(renderPixels(beyond, 1000).data, drawnSo.pixels)).toBeLessThan(6);
  });
});

describe('pictures made by rule', () => {
  const smooth = (x: number, y: number, c: number): number =>
    127.5 + 100 * Math.sin(x / 23 + c) * Math.cos(y / 17 - c);
  const soft = ruledId(400, 300, 'c');
  const rough = ruledId(300, 200, 'd');
  const clear = ruledId(64, 64, 'e');
  beforeAll(() => {
    const next = numbers(3);
    provideImages(
      ruledImages({
        [soft]: (x, y) => [
          smooth(x + 0.5, y + 0.5, 0),
          smooth(x + 0.5, y + 0.5, 1),
          smooth(x + 0.5, y + 0.5, 2),
          255,
        ],
        [rough]: () => [next() * 255, next() * 255, next() * 255, 255],
        [clear]: (x) => [200, 100, 50, x < 32 ? 255 : 0],
      }),
    );
  });
  afterAll(() => provideImages(null));

  /** Weight of the spline of Keys (1981), by its two pieces. */
  const keys = (d: number): number => {
    const t = Math.abs(d);
    if (t < 1) return 1.5 * t ** 3 - 2.5 * t ** 2 + 1;
    return t < 2 ? -0.5 * t ** 3 + 2.5 * t ** 2 - 4 * t + 2 : 0;
  };

  it('are enlarged by the spline through their pixels, and drawn as they are pixel for pixel', () => {
    const [w, h] = [90, 60];
    const out = new Float32Array(4 * w * h);
    const paint = paintOf(rough, [3, 0, 0, 3, 0, 0]);
    const area = { x0: 300, y0: 150, x1: 300 + w, y1: 150 + h };
    imageColours(paint, imageLookup(paint, [1, 0, 0, 1, 0, 0], [1, 0, 0, 1, 0, 0]), area, 1, out, 0, w);
    const own = new Float32Array(4 * 300 * 200);
    const plain = paintOf(rough, [1, 0, 0, 1, 0, 0]);
    const whole = { x0: 0, y0: 0, x1: 300, y1: 200 };
    imageColours(plain, imageLookup(plain, [1, 0, 0, 1, 0, 0], [1, 0, 0, 1, 0, 0]), whole, 1, own, 0, 300);
    for (const v of own.subarray(0, 4000)) expect(Math.abs(v * 255 - Math.round(v * 255))).toBeLessThan(1e-4);
    for (let y = 0; y < h; y++)
      for (let x = 0; x < w; x++) {
        const [u, v] = [(area.x0 + x + 0.5) / 3, (area.y0 + y + 0.5) / 3];
        let sum = 0;
        for (let j = Math.floor(v) - 3; j <= v + 3; j++)
          for (let i = Math.floor(u) - 3; i <= u + 3; i++)
            sum += keys(u - i - 0.5) * keys(v - j - 0.5) * own[4 * (j * 300 + i)];
        expect(out[4 * (y * w + x)]).toBeCloseTo(Math.min(1, Math.max(0, sum)), 5);
      }
  });

  it('are the same whatever the tile, and whether they lie along the pixels is all one', () => {
    const wave = mapByPlaces((x, y) => ({ x: x + 6 * Math.sin(y / 20), y: y + 5 * Math.sin(x / 30) }));
    const flat = filled(paintOf(rough, [0.7, 0, 0, 0.9, 3.3, 1.7]), 220, 180);
    const turned = filled(paintOf(rough, [0.6, 0.25, -0.3, 0.7, 60, -5], { spread: 'reflect' }), 220, 180);
    const bent = bendNodes([turned], bendOf(wave, { bounds: { x0: 0, y0: 0, x1: 220, y1: 180 } }));
    for (const nodes of [[flat], [turned], bent]) {
      const drawn = scene([...nodes], 240, 200);
      const painter = new Painter();
      painter.drawTile(drawn, [1, 0, 0, 1, 0, 0], 0, 0, 240, 200);
      const whole = painter.bytes();
      for (const [x, y, w, h] of [
        [0, 0, 100, 77],
        [37, 91, 64, 50],
        [130, 12, 110, 188],
      ]) {
        painter.drawTile(drawn, [1, 0, 0, 1, 0, 0], x, y, w, h);
        const part = painter.bytes();
        for (let r = 0; r < h; r++)
          expect(part.slice(4 * r * w, 4 * (r + 1) * w)).toEqual(
            whole.slice(4 * ((y + r) * 240 + x), 4 * ((y + r) * 240 + x + w)),
          );
      }
    }
    // One after the other in both directions, or in one go: the same numbers.
    const { paint } = flat as { paint: ImagePaint };
    const area = { x0: 5, y0: 9, x1: 95, y1: 70 };
    const both = [true, false].map((upright) => {
      const out = new Float32Array(4 * 90 * 61);
      const found = imageLookup(paint, [1, 0, 0, 1, 0, 0], [1, 0, 0, 1, 0, 0]);
      const lookup = Object.assign((x: number, y: number, o: Float64Array) => found(x, y, o), { upright });
      imageColours(paint, lookup, area, 1, out, 0, 90);
      return out;
    });
    expect(both[0]).toEqual(both[1]);
  });

  it('know how fast they run by, flat, receding and bent', () => {
    const wave = mapByPlaces((x, y) => ({ x: x + 6 * Math.sin(y / 20), y: y + 5 * Math.sin(x / 30) }));
    const flat = paintOf(soft, [0.6, 0.25, -0.3, 0.7, 60, -5]);
    const receding = paintOf(soft, [1, 0, 0, 1, 0, 0], {
      homography: [0.5, 0.1, 10, -0.1, 0.6, 20, 0.0006, 0.0009, 1],
    });
    const [bent] = bendNodes(
      [filled(receding, 200, 150)],
      bendOf(wave, { bounds: { x0: 0, y0: 0, x1: 200, y1: 150 } }),
    );
    for (const paint of [flat, receding, (bent as { paint: ImagePaint }).paint]) {
      const at = imageLookup(paint, [1.3, 0.2, -0.1, 0.9, 4, 7], [1, 0, 0, 1, 0, 0]);
      const [o, p, q] = [0, 1, 2].map(() => new Float64Array(6));
      for (const [x, y] of [
        [50, 40],
        [120, 90],
        [30, 110],
      ]) {
        at(x, y, o);
        const d = 1e-3;
        at(x + d, y, p);
        at(x - d, y, q);
        expect((p[0] - q[0]) / (2 * d)).toBeCloseTo(o[2], 4);
        expect((p[1] - q[1]) / (2 * d)).toBeCloseTo(o[3], 4);
        at(x, y + d, p);
        at(x, y - d, q);
        expect((p[0] - q[0]) / (2 * d)).toBeCloseTo(o[4], 4);
        expect((p[1] - q[1]) / (2 * d)).toBeCloseTo(o[5], 4);
      }
    }
  });

  it('are bent as the map says: the colour of each place is that of where it was', () => {
    const wave = mapByPlaces((x, y) => ({ x: x + 7 * Math.sin(y / 25), y: y + 6 * Math.sin(x / 35) }));
    const nodes = bendNodes(
      [filled(paintOf(soft, [1, 0, 0, 1, 0, 0]), 400, 300)],
      bendOf(wave, { bounds: { x0: 0, y0: 0, x1: 400, y1: 300 } }),
    );
    const { data } = renderPixels(scene(nodes, 400, 300), 400);
    let [sum, n] = [0, 0];
    for (let y = 20; y < 280; y += 3)
      for (let x = 20; x < 380; x += 3) {
        // Where it was, by halving the miss again and again: another way than the lattice's.
        let [u, v] = [x + 0.5, y + 0.5];
        for (let k = 0; k < 60; k++) {
          const at = wave.at(u, v);
          u += 0.8 * (x + 0.5 - at.x);
          v += 0.8 * (y + 0.5 - at.y);
        }
        for (let c = 0; c < 3; c++, n++) sum += (data[4 * (y * 400 + x) + c] - smooth(u, v, c)) ** 2;
      }
    expect(Math.sqrt(sum / n)).toBeLessThan(1);
  });

  it('keep what is clear clear, and edges do not darken', () => {
    const node = filled(paintOf(clear, [0.5, 0, 0, 0.5, 0, 0]), 32, 32);
    const { data } = renderPixels(scene([node], 32, 32, null), 32);
    for (const x of [2, 14, 15, 16]) {
      const [r, g, b, a] = data.slice(4 * (8 * 32 + x), 4 * (8 * 32 + x) + 4);
      if (a > 20) expect(Math.max(Math.abs(r - 200), Math.abs(g - 100), Math.abs(b - 50))).toBeLessThan(6);
    }
    expect(data[4 * (8 * 32 + 28) + 3]).toBe(0);
  });

  it('take changes of colour with them, and show grey where they are not to be had', () => {
    const node = filled(paintOf(clear, [1, 0, 0, 1, 0, 0]), 30, 30);
    const turned = nodeKind(node).recolour?.(node, ([r, g, b, a]) => [b, r, g, a]) ?? node;
    const { data } = renderPixels(scene([turned], 30, 30), 30);
    expect([...data.slice(4 * (10 * 30 + 10), 4 * (10 * 30 + 10) + 3)]).toEqual([50, 200, 100]);
    const gone = filled(paintOf(ruledId(50, 50, 'f'), [1, 0, 0, 1, 0, 0]), 30, 30);
    expect([...renderPixels(scene([gone], 30, 30), 30).data.slice(0, 3)]).toEqual([191, 191, 191]);
  });
});

import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import sharp from 'sharp';
import { type Matrix, provideImages } from '@/core';
import { boundsPath } from '@/core/geometry/path';
import type { WholeImage } from '@/core/image/whole';
import { Painter } from '@/core/raster/painter';
import type { ImagePaint, Scene } from '@/core/scene/types';
import { traceImage } from '@/core/trace/trace-image';
import { openImages } from '@/server/images/open-images';
import { unpackImage } from '@/server/images/unpack';
import { median, ms, type Row, timeRuns, times } from './measure';

const size = { width: 6000, height: 4000 };

/** A photograph's worth of soft noise, as a camera would store it. */
async function photograph(): Promise<Buffer> {
  const noise = { type: 'gaussian', mean: 128, sigma: 40 } as const;
  const small = await sharp({
    create: { width: 1500, height: 1000, channels: 3, background: '#888888', noise },
  })
    .png()
    .toBuffer();
  return sharp(small).resize(size.width, size.height).jpeg({ quality: 85 }).toBuffer();
}

/** Discs of eight colours, drawn by another program. */
async function discs(): Promise<WholeImage> {
  const colours = ['#14213d', '#5a3a63', '#b0513f', '#c98f3a', '#f3d9a0', '#2f6f7a', '#b23a48', '#fbf1d6'];
  const list = Array.from({ length: 60 }, (_, i) => {
    const [x, y, r] = [(i * 397) % 1200, (i * 251) % 800, 20 + ((i * 37) % 90)];
    return `<circle cx="${x}" cy="${y}" r="${r}" fill="${colours[i % 8]}"/>`;
  });
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="1200" height="800">${list.join('')}</svg>`;
  const data = await sharp(Buffer.from(svg)).ensureAlpha().raw().toBuffer();
  return { width: 1200, height: 800, data: new Uint8ClampedArray(data) };
}

/** Draws a tile of a picture `k` pixels a pixel of it, turned by some degrees. */
function tileOf(image: string, k: number, turn: number): () => void {
  const a = (turn * Math.PI) / 180;
  const [c, s] = [k * Math.cos(a), k * Math.sin(a)];
  const matrix: Matrix = [c, s, -s, c, -k * 800, -k * 800];
  const paint: ImagePaint = { kind: 'image', image, size, matrix, spread: 'pad' };
  const outline = boundsPath({ x0: 0, y0: 0, x1: 256, y1: 256 });
  const scene: Scene = {
    width: 256,
    height: 256,
    ground: null,
    nodes: [{ type: 'shape', path: outline, paint, opacity: 1, blend: 'normal' }],
  };
  const painter = new Painter();
  return () => painter.drawTile(scene, [1, 0, 0, 1, 0, 0], 0, 0, 256, 256);
}

export async function pictureRows(): Promise<Row[]> {
  const folder = mkdtempSync(path.join(tmpdir(), 'compass-bench-'));
  const pack = path.join(folder, 'pack');
  try {
    const file = await photograph();
    const opened: number[] = [];
    const decoded: number[] = [];
    let id = '';
    for (let i = 0; i < 5; i++) {
      let start = performance.now();
      ({ id } = await unpackImage(file, pack));
      opened.push(performance.now() - start);
      start = performance.now();
      await sharp(file).ensureAlpha().raw().toBuffer();
      decoded.push(performance.now() - start);
    }
    const images = openImages([{ id, file: pack }]);
    provideImages(images);
    const tile = (k: number, turn: number) => median(timeRuns(8, tileOf(id, k, turn)));
    const flat = await discs();
    const trace = median(
      timeRuns(3, () => traceImage(flat, { colours: 8, smoothness: 0.1, smallest: 12 }), 1),
    );
    images.close();
    provideImages(null);
    return [
      [
        'a placed picture of 24 megapixels unpacked with its halves',
        ms(median(opened)),
        `goal 2 s; sharp decodes it in ${ms(median(decoded))}`,
        times(median(opened) / median(decoded)),
      ],
      ['a tile of it at 70 %, upright', ms(tile(0.7, 0)), '–', '–'],
      ['a tile of it at 70 %, turned', ms(tile(0.7, 20)), '–', '–'],
      ['a tile of it enlarged twice, turned', ms(tile(2, 20)), '–', '–'],
      ['a flat picture of 1200 × 800, 60 discs in 8 colours, traced', ms(trace), '–', '–'],
    ];
  } finally {
    rmSync(folder, { recursive: true });
  }
}

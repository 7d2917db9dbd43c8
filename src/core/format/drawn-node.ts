import { mebibytes } from '../cache/bounded-cache';
import type { Matrix } from '../geometry/matrix';
import type { Bounds } from '../geometry/path';
import { Painter } from '../raster/painter';
import { tileSize } from '../raster/target';
import type { SceneNode } from '../scene/types';

/** Longest side of a picture inside a file of vectors, in pixels. */
const longest = 4096;

/** Pixels a unit of a picture of some bounds: as many as are wished for, unless it would be too large. */
export const finenessWithin = ({ x0, y0, x1, y1 }: Bounds, wished: number): number =>
  Math.min(wished, longest / Math.max(x1 - x0, y1 - y0, 1e-9));

/** Let go of when memory is short: what it keeps of one file is of no use to the next. */
let shared: WeakRef<Painter> | null = null;

function painterForFiles(): Painter {
  const known = shared?.deref();
  if (known) return known;
  const painter = new Painter();
  // A whole picture of the lights of a rim, so that its shades are there when they are drawn.
  painter.rimRoom = mebibytes(160);
  shared = new WeakRef(painter);
  return painter;
}

/** A node drawn by itself: straight-alpha RGBA bytes, and where they lie in its coordinates. */
export interface DrawnNode {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray<ArrayBuffer>;
  readonly box: Bounds;
}

/**
 * A node drawn by itself over bounds in its own coordinates, `scale` pixels a unit where that is
 * not too many; `box` is where the picture lies, whole pixels outward.
 */
export function drawnNode(node: SceneNode, bounds: Bounds, scale: number): DrawnNode {
  const painter = painterForFiles();
  const [w, h] = [bounds.x1 - bounds.x0, bounds.y1 - bounds.y0];
  const s = finenessWithin(bounds, scale);
  const width = Math.max(1, Math.ceil(w * s));
  const height = Math.max(1, Math.ceil(h * s));
  const data = new Uint8ClampedArray(4 * width * height);
  const alone = {
    width: w,
    height: h,
    ground: null,
    nodes: [{ ...node, opacity: 1, blend: 'normal' } as SceneNode],
  };
  const matrix: Matrix = [s, 0, 0, s, -bounds.x0 * s, -bounds.y0 * s];
  for (let y = 0; y < height; y += tileSize)
    for (let x = 0; x < width; x += tileSize) {
      painter.scale = s;
      painter.drawTile(alone, matrix, x, y, Math.min(tileSize, width - x), Math.min(tileSize, height - y));
      painter.copyBytes(data, width, x, y);
    }
  const box = { x0: bounds.x0, y0: bounds.y0, x1: bounds.x0 + width / s, y1: bounds.y0 + height / s };
  return { width, height, data, box };
}

/** Bytes as base64 text. */
export function base64(bytes: Uint8Array): string {
  let text = '';
  for (let i = 0; i < bytes.length; i += 0x8000)
    // Many times as fast as spreading them.
    text += String.fromCharCode.apply(null, bytes.subarray(i, i + 0x8000) as unknown as number[]);
  return btoa(text);
}

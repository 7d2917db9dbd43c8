import { changeByCube } from '../colour/cube';
import type { Bounds } from '../geometry/path';
import { levelCount, levelSize } from '../image/levels';
import type { ImagePaint, Spread } from '../scene/types';
import { mostSpan, sampleAt, sampleUpright, spanOf, spansOf, takeSamples } from './image-samples';

/** Where pixels are in a picture: its pixels and how they change by pixels across and down, six numbers at a time. */
export interface Lookup {
  (x: number, y: number, out: Float64Array): void;
  /** Whether pixels lie along the picture's sides, as far apart everywhere. */
  readonly upright?: boolean;
}

/** Samples that are taken up at once. */
const mostSamples = 1 << 20;
/** How much more a picture may be shrunk one way than the other before it gets soft. */
const mostUneven = 8;
/** Beyond this, in samples, all of a picture's edge is the same. */
const farthest = 2 * mostSpan + 1;

/** What lies beyond the edges, brought back onto the picture. */
const folds: { readonly [S in Spread]: (at: number, size: number, reach: number) => number } = {
  pad: (at, size, reach) => (at < -reach ? -reach : at > size + reach ? size + reach : at),
  repeat: (at, size) => at - Math.floor(at / size) * size,
  reflect(at, size) {
    const t = at - 2 * size * Math.floor(at / (2 * size));
    return t > size ? 2 * size - t : t;
  },
};

/** The level that is as fine as the way wants in which a picture is shrunk less. */
function levelFor(across: number, down: number, last: number): number {
  let shrunk = Math.max(Math.min(across, down), Math.max(across, down) / mostUneven);
  let level = 0;
  for (; shrunk >= 2 && level < last; level++) shrunk /= 2;
  return level;
}

/** Numbers kept of a pixel: place and span across, place and span down, and its level. */
const kept = 5;

/** Works out the colours of pixels filled with a picture. */
class Sampler {
  /** Numbers of all pixels of the area. */
  private readonly places: Float64Array;
  private readonly wide: number;

  constructor(
    private readonly paint: ImagePaint,
    private readonly area: Bounds,
    private readonly opacity: number,
    private readonly out: Float32Array,
    /** First of the area's colours, and colours a row. */
    private readonly start: number,
    private readonly stride: number,
  ) {
    this.wide = area.x1 - area.x0;
    this.places = new Float64Array(kept * this.wide * (area.y1 - area.y0));
  }

  run(lookup: Lookup): void {
    if (lookup.upright && this.runUpright(lookup)) return;
    const { area, places, paint } = this;
    const last = levelCount(paint.size) - 1;
    const place = new Float64Array(6);
    let [least, most] = [last, 0];
    let at = 0;
    for (let y = area.y0; y < area.y1; y++)
      for (let x = area.x0; x < area.x1; x++, at += kept) {
        lookup(x + 0.5, y + 0.5, place);
        const across = Math.sqrt(place[2] * place[2] + place[4] * place[4]);
        const down = Math.sqrt(place[3] * place[3] + place[5] * place[5]);
        const level = levelFor(across, down, last);
        places[at] = place[0];
        places[at + 1] = across;
        places[at + 2] = place[1];
        places[at + 3] = down;
        places[at + 4] = level;
        if (level < least) least = level;
        if (level > most) most = level;
      }
    for (let level = least; level <= most; level++) this.atLevel(level, 0, 0, this.wide, area.y1 - area.y0);
  }

  /** The same where that can be done one side after the other; false where it takes too many samples. */
  private runUpright(lookup: Lookup): boolean {
    const { area, paint } = this;
    const place = new Float64Array(6);
    lookup(area.x0 + 0.5, area.y0 + 0.5, place);
    const across = Math.sqrt(place[2] * place[2]);
    const down = Math.sqrt(place[5] * place[5]);
    const level = levelFor(across, down, levelCount(paint.size) - 1);
    const { width, height } = levelSize(paint.size, level);
    const [kx, ky] = [width / paint.size.width, height / paint.size.height];
    const fold = folds[paint.spread];
    const along = (from: number, to: number, work: (at: number) => number) =>
      Array.from({ length: to - from }, (_, i) => work(from + i + 0.5));
    const us = along(area.x0, area.x1, (x) => {
      lookup(x, area.y0 + 0.5, place);
      return fold(place[0] * kx, width, farthest);
    });
    const vs = along(area.y0, area.y1, (y) => {
      lookup(area.x0 + 0.5, y, place);
      return fold(place[1] * ky, height, farthest);
    });
    const [spanX, spanY] = [spanOf(across * kx), spanOf(down * ky)];
    const box = {
      x0: Math.floor(Math.min(...us) - 2 * spanX) - 1,
      y0: Math.floor(Math.min(...vs) - 2 * spanY) - 1,
      x1: Math.ceil(Math.max(...us) + 2 * spanX) + 1,
      y1: Math.ceil(Math.max(...vs) + 2 * spanY) + 1,
    };
    if ((box.x1 - box.x0) * (box.y1 - box.y0) > mostSamples) return false;
    takeSamples(paint, level, box);
    sampleUpright(spansOf(us, across * kx), spansOf(vs, down * ky), box, (x, y, colour) =>
      this.write(4 * (this.start + y * this.stride + x), colour),
    );
    return true;
  }

  /** Pixels of a rectangle of the area that take their colours from a level. */
  private atLevel(level: number, left: number, top: number, right: number, foot: number): void {
    const { paint, places, wide } = this;
    const { width, height } = levelSize(paint.size, level);
    const [kx, ky] = [width / paint.size.width, height / paint.size.height];
    const fold = folds[paint.spread];
    let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
    for (let y = top; y < foot; y++)
      for (let x = left; x < right; x++) {
        const k = kept * (y * wide + x);
        if (places[k + 4] !== level) continue;
        const u = fold(places[k] * kx, width, farthest);
        const v = fold(places[k + 2] * ky, height, farthest);
        const across = 2 * spanOf(places[k + 1] * kx);
        const down = 2 * spanOf(places[k + 3] * ky);
        if (u - across < x0) x0 = u - across;
        if (u + across > x1) x1 = u + across;
        if (v - down < y0) y0 = v - down;
        if (v + down > y1) y1 = v + down;
      }
    if (x1 < x0) return;
    const box = {
      x0: Math.floor(x0) - 1,
      y0: Math.floor(y0) - 1,
      x1: Math.ceil(x1) + 1,
      y1: Math.ceil(y1) + 1,
    };
    const [w, h] = [right - left, foot - top];
    if ((box.x1 - box.x0) * (box.y1 - box.y0) > mostSamples && w * h > 1) {
      const [across, down] = [left + (w >> 1), top + (h >> 1)];
      if (w >= h) {
        this.atLevel(level, left, top, across, foot);
        this.atLevel(level, across, top, right, foot);
      } else {
        this.atLevel(level, left, top, right, down);
        this.atLevel(level, left, down, right, foot);
      }
      return;
    }
    takeSamples(paint, level, box);
    const colour = new Float64Array(4);
    for (let y = top; y < foot; y++)
      for (let x = left; x < right; x++) {
        const k = kept * (y * wide + x);
        if (places[k + 4] !== level) continue;
        const u = fold(places[k] * kx, width, farthest);
        const v = fold(places[k + 2] * ky, height, farthest);
        sampleAt(u, v, places[k + 1] * kx, places[k + 3] * ky, box, colour);
        this.write(4 * (this.start + y * this.stride + x), colour);
      }
  }

  private write(at: number, colour: Float64Array): void {
    const { out, opacity, paint } = this;
    const alpha = Math.min(1, Math.max(0, colour[3]));
    for (let c = 0; c < 3; c++) colour[c] = Math.min(alpha, Math.max(0, colour[c]));
    colour[3] = alpha;
    if (paint.changed) changeByCube(paint.changed, colour);
    for (let c = 0; c < 4; c++) out[at + c] = colour[c] * opacity;
  }
}

/**
 * Writes the colours that a picture gives to the pixels of an area, premultiplied, of some opacity, four numbers each from
 * colour `start` on, `stride` colours a row. Each pixel is filtered by the Catmull–Rom spline, as wide as what it covers, on
 * the coarsest level of the picture that is fine enough; every pixel by itself, so that any tiling gives the same.
 */
export function imageColours(
  paint: ImagePaint,
  lookup: Lookup,
  area: Bounds,
  opacity: number,
  out: Float32Array,
  start: number,
  stride: number,
): void {
  new Sampler(paint, area, opacity, out, start, stride).run(lookup);
}

import { changeByCube } from '../colour/cube';
import type { Bounds } from '../geometry/path';
import { blockSide, levelCount, levelSize } from '../image/levels';
import { blockAt } from '../image/source';
import type { ImagePaint, Spread } from '../scene/types';

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
/** Samples of a level that a pixel spans at most, each way. */
const mostSpan = 16;
/** Beyond this, in samples, all of a picture's edge is the same. */
const farthest = 2 * mostSpan + 1;

/** Weight of the Catmull–Rom spline (Keys 1981, a = −1/2) at a distance in samples. */
function weightAt(distance: number): number {
  const t = distance < 0 ? -distance : distance;
  if (t >= 2) return 0;
  return t >= 1 ? ((-0.5 * t + 2.5) * t - 4) * t + 2 : (1.5 * t - 2.5) * t * t + 1;
}

/** What lies beyond the edges, brought back onto the picture. */
const folds: { readonly [S in Spread]: (at: number, size: number, reach: number) => number } = {
  pad: (at, size, reach) => (at < -reach ? -reach : at > size + reach ? size + reach : at),
  repeat: (at, size) => at - Math.floor(at / size) * size,
  reflect(at, size) {
    const t = at - 2 * size * Math.floor(at / (2 * size));
    return t > size ? 2 * size - t : t;
  },
};

/** The sample that stands for one beyond the edges. */
const indices: { readonly [S in Spread]: (i: number, size: number) => number } = {
  pad: (i, size) => (i < 0 ? 0 : i >= size ? size - 1 : i),
  repeat: (i, size) => i - Math.floor(i / size) * size,
  reflect(i, size) {
    const t = i - 2 * size * Math.floor(i / (2 * size));
    return t >= size ? 2 * size - 1 - t : t;
  },
};

/** The level that is as fine as the way wants in which a picture is shrunk less. */
function levelFor(across: number, down: number, last: number): number {
  let shrunk = Math.max(Math.min(across, down), Math.max(across, down) / mostUneven);
  let level = 0;
  for (; shrunk >= 2 && level < last; level++) shrunk /= 2;
  return level;
}

let samples = new Float32Array(0);
const weightsX = new Float64Array(4 * mostSpan + 4);
const weightsY = new Float64Array(4 * mostSpan + 4);

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

/** Takes up samples of a level over a box, premultiplied; what cannot be had is grey. */
function takeSamples({ image, size, spread }: ImagePaint, level: number, box: Bounds): void {
  const { width, height } = levelSize(size, level);
  const [w, h] = [box.x1 - box.x0, box.y1 - box.y0];
  if (samples.length < 4 * w * h) samples = new Float32Array(4 * w * h);
  const index = indices[spread];
  let held: Uint8Array | null = null;
  let [heldColumn, heldRow, heldWide] = [-1, -1, 0];
  for (let y = 0; y < h; y++) {
    const iy = index(box.y0 + y, height);
    const row = Math.floor(iy / blockSide);
    for (let x = 0; x < w; x++) {
      const ix = index(box.x0 + x, width);
      const column = Math.floor(ix / blockSide);
      if (column !== heldColumn || row !== heldRow) {
        [heldColumn, heldRow] = [column, row];
        heldWide = Math.min(blockSide, width - column * blockSide);
        held = blockAt({ id: image, level, column, row });
      }
      const to = 4 * (y * w + x);
      if (!held) {
        samples[to] = samples[to + 1] = samples[to + 2] = 0.25;
        samples[to + 3] = 0.5;
        continue;
      }
      const from = 4 * ((iy - row * blockSide) * heldWide + ix - column * blockSide);
      const alpha = held[from + 3];
      const scale = alpha / 65025;
      samples[to] = held[from] * scale;
      samples[to + 1] = held[from + 1] * scale;
      samples[to + 2] = held[from + 2] * scale;
      samples[to + 3] = alpha / 255;
    }
  }
}

/** The first sample that a pixel at a place spans. */
const firstOf = (at: number, f: number): number => Math.ceil(at - 0.5 - 2 * f);

const spanOf = (span: number): number => Math.min(mostSpan, Math.max(1, span));

/** Weights of the samples that a pixel at a place spans, from the first one on, together 1; how many. */
function spanWeights(at: number, f: number, out: Float64Array, offset: number): number {
  const first = firstOf(at, f);
  const count = Math.floor(at - 0.5 + 2 * f) - first + 1;
  let sum = 0;
  for (let i = 0; i < count; i++) {
    const weight = weightAt((first + i + 0.5 - at) / f);
    out[offset + i] = weight;
    sum += weight;
  }
  for (let i = 0; i < count; i++) out[offset + i] /= sum;
  return count;
}

/** The colour about a place of the samples taken up, a pixel spanning so many of them each way. */
function sampleAt(u: number, v: number, across: number, down: number, box: Bounds, out: Float64Array): void {
  const fx = spanOf(across);
  const fy = spanOf(down);
  const nx = spanWeights(u, fx, weightsX, 0);
  const ny = spanWeights(v, fy, weightsY, 0);
  const w = box.x1 - box.x0;
  const start = 4 * ((firstOf(v, fy) - box.y0) * w + firstOf(u, fx) - box.x0);
  let r = 0;
  let g = 0;
  let b = 0;
  let a = 0;
  for (let j = 0; j < ny; j++) {
    let from = start + 4 * j * w;
    let rowR = 0;
    let rowG = 0;
    let rowB = 0;
    let rowA = 0;
    for (let i = 0; i < nx; i++, from += 4) {
      const weight = weightsX[i];
      rowR += weight * samples[from];
      rowG += weight * samples[from + 1];
      rowB += weight * samples[from + 2];
      rowA += weight * samples[from + 3];
    }
    const weight = weightsY[j];
    r += weight * rowR;
    g += weight * rowG;
    b += weight * rowB;
    a += weight * rowA;
  }
  out[0] = r;
  out[1] = g;
  out[2] = b;
  out[3] = a;
}

/** Weights of every pixel along one side of an area. */
interface Spans {
  readonly first: Int32Array;
  readonly count: Int32Array;
  readonly weights: Float64Array;
  readonly most: number;
}

function spansOf(places: readonly number[], span: number): Spans {
  const f = spanOf(span);
  const most = Math.ceil(4 * f) + 1;
  const first = Int32Array.from(places, (at) => firstOf(at, f));
  const weights = new Float64Array(most * places.length);
  const count = Int32Array.from(places, (at, i) => spanWeights(at, f, weights, i * most));
  return { first, count, weights, most };
}

let rows = new Float64Array(0);

/** Colours of all pixels of an area whose sides lie along the picture's, one side after the other: the same bits. */
function sampleUpright(
  across: Spans,
  down: Spans,
  box: Bounds,
  take: (x: number, y: number, c: Float64Array) => void,
) {
  const wide = across.first.length;
  const w = box.x1 - box.x0;
  const high = box.y1 - box.y0;
  if (rows.length < 4 * wide * high) rows = new Float64Array(4 * wide * high);
  for (let y = 0; y < high; y++)
    for (let x = 0; x < wide; x++) {
      let from = 4 * (y * w + across.first[x] - box.x0);
      const at = x * across.most;
      let r = 0;
      let g = 0;
      let b = 0;
      let a = 0;
      for (let i = 0; i < across.count[x]; i++, from += 4) {
        const weight = across.weights[at + i];
        r += weight * samples[from];
        g += weight * samples[from + 1];
        b += weight * samples[from + 2];
        a += weight * samples[from + 3];
      }
      const to = 4 * (y * wide + x);
      rows[to] = r;
      rows[to + 1] = g;
      rows[to + 2] = b;
      rows[to + 3] = a;
    }
  const colour = new Float64Array(4);
  for (let y = 0; y < down.first.length; y++)
    for (let x = 0; x < wide; x++) {
      let from = 4 * ((down.first[y] - box.y0) * wide + x);
      let r = 0;
      let g = 0;
      let b = 0;
      let a = 0;
      for (let j = 0; j < down.count[y]; j++, from += 4 * wide) {
        const weight = down.weights[y * down.most + j];
        r += weight * rows[from];
        g += weight * rows[from + 1];
        b += weight * rows[from + 2];
        a += weight * rows[from + 3];
      }
      colour[0] = r;
      colour[1] = g;
      colour[2] = b;
      colour[3] = a;
      take(x, y, colour);
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

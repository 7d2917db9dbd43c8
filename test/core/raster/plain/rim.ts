import type { Bounds } from '@/core/geometry/path';
import { squaredToChord } from '@/core/nearest/chord';
import { NearestEdge } from '@/core/nearest/nearest-edge';
import type { EdgeOutline } from '@/core/nearest/outline';
import { f } from './single';

/** Side of the smallest blocks. */
const leaf = 4;
const beyond = 1.5;
const crease = 4 / 255;
const samples = 16;
const positions = 4096;

/** An outline out of the numbers that the kernels are given. */
export function outlineAt(
  memory: WebAssembly.Memory,
  at: number,
  count: number,
  curveCount: number,
  turned: number,
): EdgeOutline {
  const all = new Float64Array(memory.buffer, at, 9 * count + 12 * curveCount).slice();
  const links = new Int32Array(memory.buffer, at + all.byteLength, 3 * count).slice();
  const curves = Float64Array.from({ length: 8 * curveCount }, (_, i) => {
    const curve = Math.floor(i / 8);
    return all[9 * count + 12 * curve + (i % 8)];
  });
  const link = (k: number) => Int32Array.from({ length: count }, (_, i) => links[3 * i + k]);
  return {
    count,
    chords: all.slice(0, 5 * count),
    span: all.slice(5 * count, 7 * count),
    node: all.slice(7 * count, 9 * count),
    curves,
    curve: link(0),
    before: link(1),
    after: link(2),
    segment: new Int32Array(2 * count),
    turn: turned ? -1 : 1,
  };
}

/** The chords, in order, that can be nearest to a place of a block about its middle, and how far the nearest of them lies from there. */
function nearOnes(
  outline: EdgeOutline,
  list: readonly number[],
  x: number,
  y: number,
  half: number,
): { near: number[]; least: number } {
  const far = list.map((i) => squaredToChord(outline.chords, 5 * i, x, y));
  const least = Math.sqrt(far.reduce((a, b) => Math.min(a, b), Number.POSITIVE_INFINITY));
  const limit = least + 2 * half + 2e-3;
  return { near: list.filter((_, k) => Math.sqrt(far[k]) <= limit), least };
}

type AtLeaf = (block: Bounds, list: readonly number[]) => void;

/** Blocks of four pixels that lie between two signed distances, with the chords that may be nearest there. */
function throughBlocks(
  outline: EdgeOutline,
  area: Bounds,
  [low, high]: readonly [number, number],
  atLeaf: AtLeaf,
) {
  const edge = new NearestEdge(outline);
  const halve = (x: number, y: number, side: number, list: readonly number[]): void => {
    if (x >= area.x1 || y >= area.y1 || x + side <= area.x0 || y + side <= area.y0) return;
    const [mx, my] = [x + side / 2, y + side / 2];
    const half = (side * Math.SQRT2) / 2;
    const { near, least } = nearOnes(outline, list, mx, my, half);
    const gap = least - half;
    if (gap > high && gap > -low) return;
    if (gap > 1) {
      edge.find(mx, my, Int32Array.from(near), 0, near.length);
      if (edge.distance > 0 ? gap > high : gap > -low) return;
    }
    if (side <= leaf) {
      const block = {
        x0: Math.max(x, area.x0),
        y0: Math.max(y, area.y0),
        x1: Math.min(x + side, area.x1),
        y1: Math.min(y + side, area.y1),
      };
      atLeaf(block, near);
      return;
    }
    const h = side / 2;
    for (const [dx, dy] of [
      [0, 0],
      [h, 0],
      [0, h],
      [h, h],
    ])
      halve(x + dx, y + dy, h, near);
  };
  const [left, top] = [Math.floor(area.x0 / leaf) * leaf, Math.floor(area.y0 / leaf) * leaf];
  let side = leaf;
  while (left + side < area.x1 || top + side < area.y1) side *= 2;
  halve(
    left,
    top,
    side,
    Array.from({ length: outline.count }, (_, i) => i),
  );
}

/** How far in the middles of pixels lie, row after row. */
export function plainDepths(outline: EdgeOutline, area: Bounds, reach: number): Float32Array {
  const wide = area.x1 - area.x0;
  const out = new Float32Array(wide * (area.y1 - area.y0)).fill(reach);
  const edge = new NearestEdge(outline);
  throughBlocks(outline, area, [Number.NEGATIVE_INFINITY, reach], ({ x0, y0, x1, y1 }, list) => {
    for (let y = y0; y < y1; y++)
      for (let x = x0; x < x1; x++) {
        edge.find(x + 0.5, y + 0.5, Int32Array.from(list), 0, list.length);
        out[(y - area.y0) * wide + x - area.x0] = Math.min(reach, Math.max(0, edge.distance));
      }
  });
  return out;
}

/** How a rim looks, as the kernels are told. */
export interface PlainRim {
  readonly side: number;
  readonly width: number;
  readonly steep: number;
  readonly profile: number;
  readonly spans: Float64Array;
  readonly softness: number;
  readonly light: readonly [number, number, number];
  readonly half: readonly [number, number, number];
  readonly shines: Float64Array;
  readonly least: number;
}

/** The slope of a curve of its own in spans. */
function ownSlope(spans: Float64Array, u: number): number {
  const starts = Array.from({ length: spans.length / 5 }, (_, i) => 5 * i);
  const at = starts.findLast((k) => k === 0 || u >= spans[k]) ?? 0;
  const [from, h, rise, s0, s1] = spans.subarray(at, at + 5);
  const t = (u - from) / h;
  if (!(t >= 0 && t <= 1)) return 0;
  return 6 * t * (1 - t) * rise + s0 * (1 - t) * (1 - 3 * t) + s1 * t * (3 * t - 2);
}

/** Rise and run at a place across: straight, a quarter circle that bulges, one that is hollow, steps, and its own. */
const slopes: readonly ((u: number, spans: Float64Array) => readonly [number, number])[] = [
  () => [1, 1],
  (u) => [1 - u, Math.sqrt(u * (2 - u))],
  (u) => [u, Math.sqrt(1 - u * u)],
  (u) => [u * 3 - Math.floor(u * 3) < 0.35 ? 1 : 0, 0.35],
  (u, spans) => [ownSlope(spans, u), 1],
];

const smooth = (t: number): number => (t <= 0 ? 0 : t >= 1 ? 1 : t * t * (3 - 2 * t));

function placeAcross({ side, width }: PlainRim, d: number): number {
  if (side === 0) return d > width || d < -beyond ? -1 : Math.max(0, d / width);
  if (side === 1) return d < -width || d > beyond ? -1 : Math.min(1, 1 + d / width);
  return Math.abs(d) > width / 2 ? -1 : 0.5 + d / width;
}

const spanOf = ({ side, width }: PlainRim): readonly [number, number] =>
  (
    [
      [-beyond, width],
      [-width, beyond],
      [-width / 2, width / 2],
    ] as const
  )[side];

/** Lambert's light and Blinn's shine at places across a rim, against what lies flat: −1 to 1. */
function shader(
  rim: PlainRim,
  outline: EdgeOutline,
): (x: number, y: number, list: readonly number[]) => number {
  const edge = new NearestEdge(outline);
  const [lx, ly, lz] = rim.light;
  const shineOf = (cosine: number): number => {
    if (!(cosine > rim.least)) return 0;
    const t = ((Math.min(cosine, 1) - rim.least) / (1 - rim.least)) * positions;
    const i = Math.min(positions - 1, Math.trunc(t));
    return rim.shines[i] + (rim.shines[i + 1] - rim.shines[i]) * (t - i);
  };
  const still = shineOf(rim.half[2]);
  return (x, y, list) => {
    edge.find(x, y, Int32Array.from(list), 0, list.length);
    const u = placeAcross(rim, edge.distance);
    if (u < 0) return 0;
    const soft = rim.softness > 0 ? smooth((2 * u) / rim.softness) * smooth((2 * (1 - u)) / rim.softness) : 1;
    const [rise, run] = slopes[rim.profile](u, rim.spans);
    const k = rim.steep * rise * soft;
    const l = Math.sqrt(k * k + run * run) || 1;
    const [nx, ny, nz] = [(-k * edge.gx) / l, (-k * edge.gy) / l, run / l];
    const lit = Math.max(0, nx * lx + ny * ly + nz * lz);
    const flat = lz > 0 ? lz : 0;
    const shine = shineOf(nx * rim.half[0] + ny * rim.half[1] + nz * rim.half[2]);
    const more = lit - flat + Math.max(0, shine - still);
    return more >= 0 ? Math.min(1, more / Math.max(1e-6, 1 - flat)) : more / Math.max(1e-6, flat);
  };
}

/** Lights and shades of a rim, two numbers a pixel: at the middle of each, or of sixteen places where shades bend. */
export function plainRim(rim: PlainRim, outline: EdgeOutline, area: Bounds): Float32Array {
  const wide = area.x1 - area.x0;
  const out = new Float32Array(2 * wide * (area.y1 - area.y0));
  const at = shader(rim, outline);
  const middles = new Map<string, number>();
  const grown = { x0: area.x0 - 1, y0: area.y0 - 1, x1: area.x1 + 1, y1: area.y1 + 1 };
  throughBlocks(outline, grown, spanOf(rim), ({ x0, y0, x1, y1 }, list) => {
    for (let y = y0; y < y1; y++)
      for (let x = x0; x < x1; x++) middles.set(`${x} ${y}`, f(at(x + 0.5, y + 0.5, list)));
  });
  const shade = (x: number, y: number) => middles.get(`${x} ${y}`) ?? 0;
  const bends = (x: number, y: number): boolean => {
    const s = 2 * shade(x, y);
    const [across, down] = [shade(x - 1, y) - s + shade(x + 1, y), shade(x, y - 1) - s + shade(x, y + 1)];
    return Math.abs(across) > crease || Math.abs(down) > crease;
  };
  const put = (x: number, y: number, light: number, dark: number) => {
    out.set([light, dark], 2 * ((y - area.y0) * wide + x - area.x0));
  };
  for (let y = area.y0; y < area.y1; y++)
    for (let x = area.x0; x < area.x1; x++) {
      const s = shade(x, y);
      if (s > 0) put(x, y, s, 0);
      else put(x, y, 0, -s);
    }
  throughBlocks(outline, area, spanOf(rim), ({ x0, y0, x1, y1 }, list) => {
    for (let y = y0; y < y1; y++)
      for (let x = x0; x < x1; x++) {
        if (!bends(x, y)) continue;
        let [light, dark] = [0, 0];
        for (let k = 0; k < samples; k++) {
          const s = at(x + (k + 0.5) / samples, y + (((5 * k) % samples) + 0.5) / samples, list);
          if (s > 0) light += s;
          else dark -= s;
        }
        put(x, y, light / samples, dark / samples);
      }
  });
  return out;
}

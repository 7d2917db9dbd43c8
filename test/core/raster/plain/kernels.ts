import type { Kernels } from '@/core/raster/kernels';
import { plainSample } from './bent';
import { composite } from './composite';
import { coverage, type Tile } from './coverage';
import { full, type JoinRule, PlainLayer } from './layer';
import {
  evenColours,
  gradientPaint,
  type PlainColours,
  type PlainPaint,
  solidPaint,
  tableColours,
} from './paint';
import { outlineAt, type PlainRim, plainDepths, plainRim } from './rim';
import { type Colour, clearColour, each, f, scaled } from './single';
import { plainGrain, plainPatch } from './surface';
import { plainUnbent } from './unbent';

const layers = 24;
const inputSize = 20 << 20;
const rules: JoinRule[] = ['composite', 'mask', 'mix', 'luminance', 'erase'];
const colourOf = (r: number, g: number, b: number, a: number): Colour => [f(r), f(g), f(b), f(a)];

/** Weights of the Catmull–Rom spline at fraction t (Keys 1981, a = −1/2), in single precision. */
const cubicWeights = (t: number): number[] => [
  f(t * f(-0.5 + f(t * f(1 - f(0.5 * t))))),
  f(1 + f(f(t * t) * f(-2.5 + f(1.5 * t)))),
  f(t * f(0.5 + f(t * f(2 - f(1.5 * t))))),
  f(f(t * t) * f(-0.5 + f(0.5 * t))),
];

/** The spline through a plane's samples at a place on a line of them. */
function between(place: number, sample: (i: number) => number): number {
  const i = Math.floor(place);
  return cubicWeights(f(place - i)).reduce((sum, w, k) => {
    const term = f(w * sample(i - 1 + k));
    return k ? f(sum + term) : term;
  }, 0);
}

/**
 * Plain twins of all compiled kernels, in the order of arithmetic that those follow, one pixel and
 * one sample at a time, without their memory layout, lists of free places or vector instructions.
 */
export function plainKernels(): Kernels {
  // The input area, the pixels of layer 0 where `layerPixels` says they lie, and colours that are given.
  const memory = new WebAssembly.Memory({ initial: (inputSize + (2 << 20)) >> 16 });
  const stack = Array.from({ length: layers }, () => new PlainLayer());
  let paint: PlainPaint = solidPaint(clearColour);
  /** The gradient that was set last, in other colours. */
  let inColours = (_: PlainColours): PlainPaint => paint;
  let tile: Tile = { x: 0, y: 0, wide: 256, high: 256 };
  let surface: Tile = tile;
  let [paintX, paintY] = [0.5, 0.5];
  let before: ReturnType<typeof plainUnbent> | null = null;
  let outline = outlineAt(memory, 0, 0, 0, 0);
  let rim: PlainRim | null = null;
  let onto = stack[0];
  let mode = 0;
  const shape: number[] = [];
  const floats = (at: number, length: number) => new Float32Array(memory.buffer, at, length);
  const colourIn = (at: number): Colour => {
    const [r, g, b, a] = floats(at, 4);
    return [r, g, b, a];
  };

  return {
    memory,
    init() {},
    ready() {},
    tables: () => 0,
    given: () => inputSize + (1 << 20),
    input: () => 0,
    inputBytes: () => inputSize,
    layerPixels(layer) {
      const out = floats(inputSize, 1 << 18);
      for (let o = 0; o < 1 << 16; o++) out.set(stack[layer].colourAt(o & 255, o >> 8), 4 * o);
      return inputSize;
    },
    target(layer, blend) {
      onto = stack[layer];
      mode = blend;
    },
    placeTile(x, y, wide, high) {
      tile = { x, y, wide, high };
    },
    placePaint(x, y) {
      [paintX, paintY] = [x + 0.5, y + 0.5];
    },
    setSolid(r, g, b, a) {
      paint = solidPaint(colourOf(r, g, b, a));
    },
    setGradient(which, a, b, c, d, e, g, p, q, r, at, entries, spread, opaque, fx, fy) {
      const kind = (['linear', 'radial', 'conic'] as const)[which - 1];
      inColours = (colours) =>
        gradientPaint(kind, [a, b, c, d, e, g], [p, q, r], colours, spread, !!opaque, [fx, fy]);
      paint = inColours(tableColours(floats(at, 4 * entries)));
      before = null;
    },
    setStops(at, count, opacity) {
      paint = inColours(evenColours(new Float64Array(memory.buffer, at, 5 * count).slice(), opacity));
    },
    setOutline(at, count, curveCount, turned) {
      outline = outlineAt(memory, at, count, curveCount, turned);
    },
    setRim(side, width, steep, profile, at, count, softness, lx, ly, lz, hx, hy, hz, table, least) {
      const doubles = (from: number, length: number) => new Float64Array(memory.buffer, from, length).slice();
      rim = {
        side,
        width,
        steep,
        profile,
        spans: doubles(at, 5 * count),
        softness,
        light: [lx, ly, lz],
        half: [hx, hy, hz],
        shines: doubles(table, 4097),
        least,
      };
    },
    depths(x0, y0, x1, y1, reach, out) {
      const found = plainDepths(outline, { x0, y0, x1, y1 }, reach);
      floats(out, found.length).set(found);
      return 1;
    },
    shadeRim(x0, y0, x1, y1, out) {
      if (!rim) throw new Error('There is no rim.');
      const found = plainRim(rim, outline, { x0, y0, x1, y1 });
      floats(out, found.length).set(found);
      return 1;
    },
    setGiven() {
      paint = {
        opaque: false,
        at: (x, y) => colourIn(inputSize + (1 << 20) + 16 * ((y - paintY) * 256 + x - paintX)),
      };
      before = null;
    },
    filterRow(kind, row, above, count, pixel, out) {
      const bytes = new Uint8Array(memory.buffer);
      let sum = 0;
      for (let i = 0; i < count; i++) {
        const [a, b, c] = [bytes[row + i - pixel], bytes[above + i], bytes[above + i - pixel]];
        const p = a + b - c;
        const [pa, pb, pc] = [a, b, c].map((v) => Math.abs(p - v));
        const nearest = pa <= pb && pa <= pc ? a : [b, c][Number(pb > pc)];
        const expected = { 1: a, 2: b, 4: nearest }[kind] ?? 0;
        bytes[out + i] = bytes[row + i] - expected;
        sum += Math.abs((bytes[out + i] << 24) >> 24);
      }
      return sum;
    },
    sampleBent(read, wide, high, left, top, x0, y0, x1, y1, out, stride, a, b, c, d, e, g, most) {
      const samples = { colours: floats(read, 4 * wide * high), wide, high, left, top };
      const lattice = before;
      if (!lattice) throw new Error('There is no lattice to sample by.');
      for (let y = y0; y < y1; y++)
        for (let x = x0; x < x1; x++)
          floats(out + 16 * ((y - y0) * stride + x - x0), 4).set(
            plainSample(samples, lattice, [a, b, c, d, e, g], [x + 0.5, y + 0.5], most),
          );
    },
    setUnbent(at, columns, rows, a, b, c, d, e, g) {
      const data = new Float64Array(memory.buffer, at, 32 * columns * rows).slice();
      before = plainUnbent(data, columns, rows, [a, b, c, d, e, g]);
      const [straight, found] = [paint, before];
      paint = {
        ...straight,
        at(x, y) {
          const p = found(x, y);
          return straight.at(p.x, p.y);
        },
      };
    },
    straighten() {
      before = null;
    },
    placeSurface(x, y, wide, high) {
      surface = { x, y, wide, high };
    },
    meshPatch(layer, at, n) {
      const points = new Float64Array(memory.buffer, at, 32);
      plainPatch(surface, points, floats(at + 256, 64), n, (x, y, c) => stack[layer].cover(x, y, c, 0, true));
    },
    grain(layer, a, b, c, d, e, g, k, amount, seed, inked, red, green, blue) {
      const ink = inked ? ([red, green, blue] as const) : null;
      for (let y = 0; y < surface.high; y++)
        for (let x = 0; x < surface.wide; x++) {
          const colour = plainGrain(surface, [a, b, c, d, e, g], k, amount, seed, ink, x, y, before);
          stack[layer].cover(x, y, colour, 0, true);
        }
    },
    addEdges(edges, count) {
      shape.push(...new Float64Array(memory.buffer, edges, 4 * count));
    },
    paintShape(evenOdd) {
      coverage(tile, Float64Array.from(shape.splice(0)), !!evenOdd, (x, y, mask, share) => {
        const s = paint.at(x + paintX, y + paintY);
        if (mask === full) onto.cover(x, y, s, mode, paint.opaque);
        else onto.coverSamples(x, y, s, mode, mask, share);
      });
    },
    joinLayers(from, to, op, blend, opacity) {
      stack[to].join(stack[from], rules[op], blend, opacity);
    },
    copyLayer(from, to) {
      stack[to].copyFrom(stack[from]);
    },
    clearLayer(layer) {
      stack[layer].clear();
    },
    floodLayer(layer, r, g, b, a) {
      stack[layer].flood(colourOf(r, g, b, a));
    },
    flattenLayer(layer) {
      stack[layer].flatten();
    },
    resetFragments() {},
    alphaToPlane(layer, plane, stride, w, h) {
      for (let y = 0; y < h; y++)
        for (let x = 0; x < w; x++)
          floats(plane + 4 * (y * stride + x), 1)[0] = stack[layer].colourAt(x, y)[3];
    },
    coloursToPlane(layer, plane, stride, w, h) {
      for (let y = 0; y < h; y++)
        for (let x = 0; x < w; x++) floats(plane + 16 * (y * stride + x), 4).set(stack[layer].colourAt(x, y));
    },
    convolve(from, to, w, rows, step, taps, count, stride) {
      const weights = floats(taps, count);
      const source = new Float32Array(memory.buffer, from);
      const out = new Float32Array(memory.buffer, to);
      for (let y = 0; y < rows; y++)
        for (let o = y * stride; o < y * stride + w; o++)
          out[o] = weights.reduce((sum, weight, k) => f(sum + f(source[o + k * step] * weight)), 0);
    },
    addMoved(to, toStride, toX, toY, w, h, from, fromStride, fromX, fromY, fromW, fromH, ...moved) {
      const [a, b, c, d, e, g, weight] = moved;
      const source = new Float32Array(memory.buffer, from);
      const out = new Float32Array(memory.buffer, to);
      // Whole numbers of 2⁻³² pixels stay exact in double precision.
      const unit = 2 ** 32;
      const steps = (n: number) => Math.floor(n * unit + 0.5);
      const place = (across: number, down: number, first: number, x: number, y: number) =>
        steps(across) * x + steps(down) * y + steps(0.5 * (across + down) + first - 0.5);
      for (let y = 0; y < h; y++)
        for (let x = 0; x < w; x++) {
          const u = place(a, c, e, toX + x, toY + y) - fromX * unit;
          const v = place(b, d, g, toX + x, toY + y) - fromY * unit;
          const [column, row] = [Math.floor(u / unit), Math.floor(v / unit)];
          if (column < 0 || row < 0 || column + 1 >= fromW || row + 1 >= fromH) continue;
          const shareOf = (n: number, whole: number) => Math.floor((n - whole * unit) / 256) / 2 ** 24;
          const [s, t] = [shareOf(u, column), shareOf(v, row)];
          const below = f(f(weight) * t);
          const above = f(f(weight) - below);
          for (let k = 0; k < 4; k++) {
            const at = (dx: number, dy: number) => source[4 * ((row + dy) * fromStride + column + dx) + k];
            const mixed = (dx: number) => f(f(at(dx, 0) * above) + f(at(dx, 1) * below));
            const sum = f(mixed(0) + f(f(mixed(1) - mixed(0)) * s));
            const o = 4 * (y * toStride + x) + k;
            out[o] = f(out[o] + sum);
          }
        }
    },
    layPlane(layer, x0, y0, x1, y1, plane, stride, startX, startY, step, _, r, g, b, a, blend) {
      const values = new Float32Array(memory.buffer, plane);
      const colour = colourOf(r, g, b, a);
      for (let y = y0; y < y1 && x0 < x1; y++) {
        stack[layer].reach(x0, y, x1);
        for (let x = x0; x < x1; x++) {
          const across = (row: number) => between(startX + x * step, (i) => values[row * stride + i]);
          const v = between(startY + y * step, across);
          if (v > f(1e-6)) stack[layer].cover(x, y, scaled(colour, Math.min(1, v)), blend, false);
        }
      }
    },
    layColours(layer, x0, y0, x1, y1, plane, stride, startX, startY, step, _, opacity, blend) {
      const values = new Float32Array(memory.buffer, plane);
      const share = f(opacity);
      for (let y = y0; y < y1 && x0 < x1; y++) {
        stack[layer].reach(x0, y, x1);
        for (let x = x0; x < x1; x++) {
          const c = each((k) =>
            between(startY + y * step, (row) =>
              between(startX + x * step, (i) => values[4 * (row * stride + i) + k]),
            ),
          );
          if (c[3] <= f(1e-6)) continue;
          const most = Math.min(1, c[3]);
          const held = each((k) => Math.max(0, Math.min(c[k], most)));
          stack[layer].cover(x, y, scaled(held, share), blend, false);
        }
      }
    },
    layKept(layer, x0, y0, x1, y1, plane, stride, blend) {
      for (let y = y0; y < y1; y++) {
        stack[layer].reach(x0, y, x1);
        for (let x = x0; x < x1; x++) {
          const c = colourIn(plane + 16 * ((y - y0) * stride + x - x0));
          if (c[3] > 0)
            stack[layer].cover(
              x,
              y,
              each((k) => Math.max(0, Math.min(c[k], Math.min(1, c[3])))),
              blend,
              false,
            );
        }
      }
    },
    toBytes(layer, w, h, out) {
      const bytes = new Uint8ClampedArray(memory.buffer, out, 4 * w * h);
      for (let o = 0; o < w * h; o++) {
        const c = stack[layer].colourAt(o % w, Math.floor(o / w));
        const whole = (v: number) => Math.trunc(f(v + 0.5));
        if (c[3] <= 0) bytes.fill(0, 4 * o, 4 * o + 4);
        else {
          const up = f(255 / c[3]);
          bytes.set(
            [whole(f(c[0] * up)), whole(f(c[1] * up)), whole(f(c[2] * up)), whole(f(c[3] * 255))],
            4 * o,
          );
        }
      }
    },
    compositeAt(blend, s, d, out) {
      floats(out, 4).set(composite(blend, colourIn(s), colourIn(d)));
    },
  };
}

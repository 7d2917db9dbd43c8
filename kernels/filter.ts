// Blurring of planes of one channel or of colours, and laying a blurred plane onto a layer.
import { composite } from './blend';
import { bits, colours, fragment, fragmentNext, growBox, heads } from './memory';

/** Copies the alpha of a layer's top left w × h pixels into a plane of f32 with rows of `stride`. */
export function alphaToPlane(layer: i32, plane: usize, stride: i32, w: i32, h: i32): void {
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++)
      store<f32>(plane + (<usize>(y * stride + x) << 2), load<f32>(colours(layer) + (<usize>(y * 256 + x) << 4), 12));
}

/** Copies the colours of a layer's top left w × h pixels into a plane of colours with rows of `stride`. */
export function coloursToPlane(layer: i32, plane: usize, stride: i32, w: i32, h: i32): void {
  for (let y = 0; y < h; y++)
    memory.copy(plane + (<usize>(y * stride) << 4), colours(layer) + (<usize>(y * 256) << 4), <usize>w << 4);
}

/** Eight sums of four at once: they share each weight and keep the adders busy; each is summed in the same order as alone. */
@inline function convolveEight(p: usize, q: usize, gap: usize, taps: usize, count: i32): void {
  let a = f32x4.splat(0), b = a, c = a, d = a, e = a, f = a, g = a, h = a;
  for (let k = 0; k < count; k++, p += gap) {
    const t = v128.load32_splat(taps + (<usize>k << 2));
    a = f32x4.add(a, f32x4.mul(v128.load(p), t));
    b = f32x4.add(b, f32x4.mul(v128.load(p, 16), t));
    c = f32x4.add(c, f32x4.mul(v128.load(p, 32), t));
    d = f32x4.add(d, f32x4.mul(v128.load(p, 48), t));
    e = f32x4.add(e, f32x4.mul(v128.load(p, 64), t));
    f = f32x4.add(f, f32x4.mul(v128.load(p, 80), t));
    g = f32x4.add(g, f32x4.mul(v128.load(p, 96), t));
    h = f32x4.add(h, f32x4.mul(v128.load(p, 112), t));
  }
  v128.store(q, a);
  v128.store(q, b, 16);
  v128.store(q, c, 32);
  v128.store(q, d, 48);
  v128.store(q, e, 64);
  v128.store(q, f, 80);
  v128.store(q, g, 96);
  v128.store(q, h, 112);
}

@inline function convolveOne(p: usize, q: usize, gap: usize, taps: usize, count: i32): void {
  let sum = f32x4.splat(0);
  for (let k = 0; k < count; k++, p += gap)
    sum = f32x4.add(sum, f32x4.mul(v128.load(p), v128.load32_splat(taps + (<usize>k << 2))));
  v128.store(q, sum);
}

/**
 * One direction of a separable convolution: out[i] = Σ taps[k] · in[i + k·step] for k in 0 … count − 1, over `rows` rows of `w`
 * numbers, a multiple of four, in planes with rows of `stride`. Downwards it goes strip by strip, so that what is read again
 * is still near.
 */
export function convolve(from: usize, to: usize, w: i32, rows: i32, step: i32, taps: usize, count: i32, stride: i32): void {
  const gap = <usize>step << 2;
  const line = <usize>stride << 2;
  const eights = w & ~31;
  if (step > 4) {
    for (let x = 0; x < eights; x += 32)
      for (let y = 0, p = from + (<usize>x << 2), q = to + (<usize>x << 2); y < rows; y++, p += line, q += line)
        convolveEight(p, q, gap, taps, count);
  } else
    for (let y = 0; y < rows; y++)
      for (let x = 0, p = from + <usize>y * line, q = to + <usize>y * line; x < eights; x += 32, p += 128, q += 128)
        convolveEight(p, q, gap, taps, count);
  for (let y = 0; y < rows; y++)
    for (let x = eights; x < w; x += 4) {
      const at = <usize>y * line + (<usize>x << 2);
      convolveOne(from + at, to + at, gap, taps, count);
    }
}

/** Puts a colour onto pixel (x, y) of a layer, whole or in fragments. */
@inline function lay(layer: i32, x: i32, y: i32, s: v128, blend: i32): void {
  const o = <usize>(y * 256 + x);
  const listed = (load<u64>(bits(layer) + (<usize>y << 5) + (<usize>(x >> 6) << 3)) >> (x & 63)) & 1;
  if (!listed) {
    const q = colours(layer) + (o << 4);
    v128.store(q, composite(blend, s, v128.load(q)));
  } else
    for (let f = load<u32>(heads(layer) + (o << 2)); f; f = fragmentNext(fragment(f))) {
      const q = fragment(f);
      v128.store(q, composite(blend, s, v128.load(q)));
    }
}

/** Four weights of the Catmull–Rom spline at fraction t (Keys 1981, a = −1/2). */
@inline function cubicWeight(k: i32, t: f32): f32 {
  if (k == 0) return t * (-0.5 + t * (1 - 0.5 * t));
  if (k == 1) return 1 + t * t * (-2.5 + 1.5 * t);
  if (k == 2) return t * (0.5 + t * (2 - 1.5 * t));
  return t * t * (-0.5 + 0.5 * t);
}

/** Weights of the four samples about a place of a line. */
let w0: f32 = 0, w1: f32 = 0, w2: f32 = 0, w3: f32 = 0;

/** Works out the weights for a place of a line; gives the number of the sample before it. */
@inline function weigh(p: f64): i32 {
  const i = <i32>Math.floor(p);
  const t = <f32>(p - <f64>i);
  w0 = cubicWeight(0, t);
  w1 = cubicWeight(1, t);
  w2 = cubicWeight(2, t);
  w3 = cubicWeight(3, t);
  return i;
}

/**
 * Stretches rows of a plane to 256 columns: column x reads the plane at startX + x·step. `rows` rows
 * from `firstRow` on go to `out`, 256 f32 each; columns outside [x0, x1) are left alone.
 */
function stretchRows(plane: usize, stride: i32, startX: f64, step: f64, x0: i32, x1: i32, firstRow: i32, rows: i32, out: usize): void {
  for (let x = x0; x < x1; x++) {
    const i = weigh(startX + <f64>x * step);
    let from = plane + (<usize>(firstRow * stride + i - 1) << 2);
    let to = out + (<usize>x << 2);
    for (let r = 0; r < rows; r++, from += <usize>stride << 2, to += 1024)
      store<f32>(to, w0 * load<f32>(from) + w1 * load<f32>(from, 4) + w2 * load<f32>(from, 8) + w3 * load<f32>(from, 12));
  }
}

/**
 * Composites one colour, times a plane's values, onto pixels [x0, x1) × [y0, y1) of a layer.
 * Pixel (x, y) reads the plane at (startX + x·step, startY + y·step); `scratch` holds stretched rows.
 */
export function layPlane(
  layer: i32, x0: i32, y0: i32, x1: i32, y1: i32, plane: usize, stride: i32, startX: f64, startY: f64, step: f64,
  scratch: usize, r: f32, g: f32, b: f32, a: f32, blend: i32,
): void {
  if (x1 <= x0 || y1 <= y0) return;
  const colour = f32x4.replace_lane(f32x4.replace_lane(f32x4.replace_lane(f32x4.splat(a), 0, r), 1, g), 2, b);
  const firstRow = <i32>Math.floor(startY + <f64>y0 * step) - 1;
  const lastRow = <i32>Math.floor(startY + <f64>(y1 - 1) * step) + 2;
  stretchRows(plane, stride, startX, step, x0, x1, firstRow, lastRow - firstRow + 1, scratch);
  for (let y = y0; y < y1; y++) {
    growBox(layer, x0, y, x1);
    const i = weigh(startY + <f64>y * step);
    let row = scratch + <usize>(i - 1 - firstRow) * 1024 + (<usize>x0 << 2);
    for (let x = x0; x < x1; x++, row += 4) {
      let v: f32 = w0 * load<f32>(row) + w1 * load<f32>(row, 1024) + w2 * load<f32>(row, 2048) + w3 * load<f32>(row, 3072);
      if (v <= 1e-6) continue;
      if (v > 1) v = 1;
      lay(layer, x, y, f32x4.mul(colour, f32x4.splat(v)), blend);
    }
  }
}

/** The sum of four colours by the weights at hand, `gap` bytes from one to the next. */
@inline function between(at: usize, gap: usize): v128 {
  const a = f32x4.mul(v128.load(at), f32x4.splat(w0));
  const b = f32x4.mul(v128.load(at + gap), f32x4.splat(w1));
  const c = f32x4.mul(v128.load(at + 2 * gap), f32x4.splat(w2));
  const d = f32x4.mul(v128.load(at + 3 * gap), f32x4.splat(w3));
  return f32x4.add(f32x4.add(f32x4.add(a, b), c), d);
}

/**
 * Composites a plane of premultiplied colours, times an opacity, onto pixels [x0, x1) × [y0, y1) of a layer. Pixel (x, y)
 * reads the plane at (startX + x·step, startY + y·step); `scratch` holds stretched rows.
 */
export function layColours(
  layer: i32, x0: i32, y0: i32, x1: i32, y1: i32, plane: usize, stride: i32, startX: f64, startY: f64, step: f64,
  scratch: usize, opacity: f32, blend: i32,
): void {
  if (x1 <= x0 || y1 <= y0) return;
  if (step == 1 && Math.floor(startX) == startX && Math.floor(startY) == startY) {
    layWhole(layer, x0, y0, x1, y1, plane + (<usize>(<i32>startY * stride + <i32>startX) << 4), stride, 1e-6, opacity, blend);
    return;
  }
  const firstRow = <i32>Math.floor(startY + <f64>y0 * step) - 1;
  const rows = <i32>Math.floor(startY + <f64>(y1 - 1) * step) + 3 - firstRow;
  for (let x = x0; x < x1; x++) {
    const i = weigh(startX + <f64>x * step);
    let from = plane + (<usize>(firstRow * stride + i - 1) << 4);
    let to = scratch + (<usize>x << 4);
    for (let r = 0; r < rows; r++, from += <usize>stride << 4, to += 4096) v128.store(to, between(from, 16));
  }
  for (let y = y0; y < y1; y++) {
    growBox(layer, x0, y, x1);
    const i = weigh(startY + <f64>y * step);
    let row = scratch + <usize>(i - 1 - firstRow) * 4096 + (<usize>x0 << 4);
    for (let x = x0; x < x1; x++, row += 16) layColour(layer, x, y, between(row, 4096), 1e-6, opacity, blend);
  }
}

/** Lays a colour whose alpha is above `least`. */
@inline function layColour(layer: i32, x: i32, y: i32, c: v128, least: f32, opacity: f32, blend: i32): void {
  let a = f32x4.extract_lane(c, 3);
  if (a <= least) return;
  if (a > 1) a = 1;
  // Interpolation may lead a little beyond what can be: no channel is above its alpha or below nothing.
  const held = f32x4.max(f32x4.min(c, f32x4.splat(a)), f32x4.splat(0));
  lay(layer, x, y, f32x4.mul(held, f32x4.splat(opacity)), blend);
}

/** Composites colours of whole pixels, those whose alpha is above `least`: pixel (x, y) reads the plane at (x, y). */
function layWhole(
  layer: i32, x0: i32, y0: i32, x1: i32, y1: i32, plane: usize, stride: i32, least: f32, opacity: f32, blend: i32,
): void {
  for (let y = y0; y < y1; y++) {
    growBox(layer, x0, y, x1);
    let at = plane + (<usize>(y * stride + x0) << 4);
    for (let x = x0; x < x1; x++, at += 16) layColour(layer, x, y, v128.load(at), least, opacity, blend);
  }
}

/**
 * Composites colours that were drawn before onto pixels [x0, x1) × [y0, y1) of a layer, however faint they are; the first of them stands
 * at `plane`, rows of `stride` colours.
 */
export function layKept(layer: i32, x0: i32, y0: i32, x1: i32, y1: i32, plane: usize, stride: i32, blend: i32): void {
  layWhole(layer, x0, y0, x1, y1, plane - (<usize>(y0 * stride + x0) << 4), stride, 0, 1, blend);
}

/** A coordinate in steps of 2⁻³², which add up without rounding. */
@inline function steps(v: f64): i64 {
  return <i64>Math.round(v * 4294967296.0);
}

/** The share of the way to the next sample, from the lower half of such a coordinate. */
@inline function shareOf(v: i64): f32 {
  return <f32>(<u32>v >> 8) * <f32>5.9604644775390625e-8;
}

/**
 * Adds colours of one plane, read at moved places between its samples and times a weight, to another. Both planes know which
 * pixel of the picture their corner is, (toX, toY) and (fromX, fromY); the pixel at (x, y) reads the place
 * (a·x + c·y + e, b·x + d·y + f), pixels being told by their middles. Places outside the plane read nothing.
 */
export function addMoved(
  to: usize, toStride: i32, toX: i32, toY: i32, w: i32, h: i32, from: usize, fromStride: i32, fromX: i32, fromY: i32,
  fromW: i32, fromH: i32, a: f64, b: f64, c: f64, d: f64, e: f64, f: f64, weight: f32,
): void {
  const acrossX = steps(a);
  const acrossY = steps(b);
  const downX = steps(c);
  const downY = steps(d);
  const u0 = steps(0.5 * (a + c) + e - 0.5) + acrossX * <i64>toX + downX * <i64>toY - (<i64>fromX << 32);
  const v0 = steps(0.5 * (b + d) + f - 0.5) + acrossY * <i64>toX + downY * <i64>toY - (<i64>fromY << 32);
  const rowBytes = <usize>fromStride << 4;
  for (let y = 0; y < h; y++) {
    let u = u0 + downX * <i64>y;
    let v = v0 + downY * <i64>y;
    let q = to + (<usize>(y * toStride) << 4);
    for (let x = 0; x < w; x++, q += 16, u += acrossX, v += acrossY) {
      const column = <i32>(u >> 32);
      const row = <i32>(v >> 32);
      // Below 0 as well, for a number without a sign is then large.
      if (<u32>column >= <u32>(fromW - 1) || <u32>row >= <u32>(fromH - 1)) continue;
      const s = shareOf(u);
      const t = shareOf(v);
      const p = from + (<usize>(row * fromStride + column) << 4);
      const under = p + rowBytes;
      const below = weight * t;
      const above = weight - below;
      const left = f32x4.add(f32x4.mul(v128.load(p), f32x4.splat(above)), f32x4.mul(v128.load(under), f32x4.splat(below)));
      const right = f32x4.add(f32x4.mul(v128.load(p, 16), f32x4.splat(above)), f32x4.mul(v128.load(under, 16), f32x4.splat(below)));
      const sum = f32x4.add(left, f32x4.mul(f32x4.sub(right, left), f32x4.splat(s)));
      v128.store(q, f32x4.add(v128.load(q), sum));
    }
  }
}

/** One premultiplied colour as straight-alpha RGBA bytes. */
function bytesOf(c: v128): u32 {
  const a = f32x4.extract_lane(c, 3);
  if (a <= 0) return 0;
  const straight = f32x4.replace_lane(f32x4.mul(c, f32x4.splat(255 / a)), 3, a * 255);
  const whole = i32x4.trunc_sat_f32x4_s(f32x4.add(straight, f32x4.splat(0.5)));
  const bytes = i8x16.narrow_i16x8_u(i16x8.narrow_i32x4_s(whole, whole), i16x8.narrow_i32x4_s(whole, whole));
  return i32x4.extract_lane(bytes, 0);
}

/** A layer's top left w × h pixels as straight-alpha RGBA bytes at `out`. */
export function toBytes(layer: i32, w: i32, h: i32, out: usize): void {
  // Flat colour is long runs of one pixel: each is worked out once.
  let last = f32x4.splat(0);
  let known: u32 = 0;
  for (let y = 0; y < h; y++) {
    let p = colours(layer) + (<usize>(y * 256) << 4);
    for (let end = out + (<usize>w << 2); out < end; p += 16, out += 4) {
      const c = v128.load(p);
      if (v128.any_true(v128.xor(c, last))) {
        last = c;
        known = bytesOf(c);
      }
      store<u32>(out, known);
    }
  }
}

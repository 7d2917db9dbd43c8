// From edges to covered samples. Every place is worked out in whole-picture coordinates and rounded
// to 1/65536 pixel before a tile's corner is taken off, so that any tiling gives the same bits.
import { AREA, COLUMNS, FULL, SAMPLES, TABLES, TILE, TOUCHED, WINDING } from './memory';
import { coverSamples, coverSpan } from './layer';

const N: i32 = 64;
const STEP: f64 = 1.0 / 64.0;
/** Fixed point of areas: sums are exact whatever their order. */
const UNIT: f64 = 1048576;
const GRID: f64 = 65536;

let tileX: i32 = 0, tileY: i32 = 0;
let wide: i32 = 256, high: i32 = 256;
/** Rows that the edges so far reach. */
let firstRow: i32 = TILE, endRow: i32 = 0;

export function placeTile(x: i32, y: i32, w: i32, h: i32): void {
  tileX = x;
  tileY = y;
  wide = w;
  high = h;
}

/** Where sample `row` lies across its pixel, 0–1. */
@inline function offsetAt(sample: i32): usize { return TABLES + (<usize>sample << 3); }

/** Derived tables in the order the SIMD loop reads them: sample rows and offsets, sixteen at a time. */
export function initCoverage(): void {
  for (let s = 0; s < N; s++) {
    const at = TABLES + 1024 + (<usize>(s >> 4) << 7) + (<usize>(s & 15) << 2);
    store<f32>(at, <f32>s);
    store<f32>(at + 64, <f32>load<f64>(offsetAt(s)));
  }
}

@inline function snap(v: f64): f64 { return Math.floor(v * GRID + 0.5) / GRID; }

@inline function touch(row: i32, column: i32): void {
  const at = TOUCHED + (<usize>row << 5) + (<usize>(column >> 6) << 3);
  store<u64>(at, load<u64>(at) | ((1 as u64) << (column & 63)));
}

@inline function addArea(row: i32, column: i32, v: i32): void {
  if (column >= wide || v == 0) return;
  const at = AREA + (<usize>row * COLUMNS + <usize>column) * 4;
  store<i32>(at, load<i32>(at) + v);
  touch(row, column);
}

/** Area to the left of z under an edge that runs evenly from l to r, a unit high. */
@inline function areaBefore(z: f64, l: f64, r: f64): f64 {
  if (z <= l) return 0;
  if (z >= r) return z - 0.5 * (l + r);
  return (0.5 * (z - l) * (z - l)) / (r - l);
}

function addAreas(x0: f64, y0: f64, y1: f64, slope: f64, sign: i32): void {
  const r0 = max<i32>(0, <i32>Math.floor(y0) - tileY);
  const r1 = min<i32>(high, <i32>Math.ceil(y1) - tileY);
  for (let r = r0; r < r1; r++) {
    const ya = max<f64>(y0, <f64>(tileY + r));
    const yb = min<f64>(y1, <f64>(tileY + r + 1));
    const dy = yb - ya;
    if (dy <= 0) continue;
    const xa = snap(x0 + (ya - y0) * slope);
    const xb = snap(x0 + (yb - y0) * slope);
    const l = min<f64>(xa, xb) - <f64>tileX;
    const right = max<f64>(xa, xb) - <f64>tileX;
    if (l >= <f64>wide) continue;
    const scale = dy * UNIT * <f64>sign;
    const from = max<i32>(0, <i32>Math.floor(l));
    const to = min<i32>(wide - 1, <i32>Math.ceil(right));
    let before: i32 = 0;
    if (right <= 0) {
      addArea(r, 0, <i32>Math.floor(scale + 0.5));
      continue;
    }
    for (let k = from; k <= to; k++) {
      const z = <f64>k;
      const q = <i32>Math.floor(scale * (areaBefore(z + 1, l, right) - areaBefore(z, l, right)) + 0.5);
      addArea(r, k, q - before);
      before = q;
    }
  }
}

@inline function addWinding(row: i32, column: i32, sample: i32, sign: i32): void {
  const at = WINDING + (<usize>row * COLUMNS + <usize>column) * N + sample;
  store<i8>(at, load<i8>(at) + <i8>sign);
  touch(row, column);
}

function addLeftOfTile(s0: i32, s1: i32, sign: i32): void {
  let s = s0;
  while (s < s1) {
    const r = s >> 6;
    if ((s & (N - 1)) == 0 && s + N <= s1) {
      const at = WINDING + <usize>r * COLUMNS * N;
      const v = i8x16.splat(<i8>sign);
      for (let i: usize = 0; i < <usize>N; i += 16) v128.store(at + i, i8x16.add(v, v128.load(at + i)));
      touch(r, 0);
      s += N;
    } else {
      addWinding(r, 0, s & (N - 1), sign);
      s++;
    }
  }
}

/** Sample columns of sixteen samples at once: ceil(x − offset). */
@inline function sixteen(x: v128, slope: v128, at: usize): v128 {
  const p0 = i32x4.trunc_sat_f32x4_s(f32x4.ceil(f32x4.add(x, f32x4.sub(f32x4.mul(slope, v128.load(at)), v128.load(at, 64)))));
  const p1 = i32x4.trunc_sat_f32x4_s(f32x4.ceil(f32x4.add(x, f32x4.sub(f32x4.mul(slope, v128.load(at, 16)), v128.load(at, 80)))));
  const p2 = i32x4.trunc_sat_f32x4_s(f32x4.ceil(f32x4.add(x, f32x4.sub(f32x4.mul(slope, v128.load(at, 32)), v128.load(at, 96)))));
  const p3 = i32x4.trunc_sat_f32x4_s(f32x4.ceil(f32x4.add(x, f32x4.sub(f32x4.mul(slope, v128.load(at, 48)), v128.load(at, 112)))));
  return i8x16.narrow_i16x8_s(i16x8.narrow_i32x4_s(p0, p1), i16x8.narrow_i32x4_s(p2, p3));
}

function addSamples(x0: f64, y0: f64, x1: f64, y1: f64, slope: f64, sign: i32): void {
  const base = <f64>tileY;
  let s = <i32>max<f64>(0, Math.ceil((y0 - base) * N - 0.5));
  const end = <i32>min<f64>(<f64>(high * N), Math.ceil((y1 - base) * N - 0.5));
  if (max<f64>(x0, x1) <= <f64>tileX) {
    addLeftOfTile(s, end, sign);
    return;
  }
  const perRow = f32x4.splat(<f32>(slope * STEP));
  const order = i8x16(0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15);
  while (s < end) {
    const r = s >> 6;
    const stop = min(end, (r + 1) << 6);
    const top = snap(x0 + (base + <f64>r + 0.5 * STEP - y0) * slope) - <f64>tileX;
    const xs = top + <f64>(s & (N - 1)) * STEP * slope;
    const xe = top + <f64>((stop - 1) & (N - 1)) * STEP * slope;
    const xl = min<f64>(xs, xe);
    const xr = max<f64>(xs, xe);
    if (xl >= <f64>wide + 1) {
      s = stop;
      continue;
    }
    const floor = Math.floor(xl);
    const span = <i32>(Math.ceil(xr) - floor);
    if (span > 6 || floor < -1e6) {
      for (; s < stop; s++) {
        const x = top + <f64>(s & (N - 1)) * STEP * slope;
        let p = <i32>Math.ceil(x - load<f64>(offsetAt(s & (N - 1))));
        if (p < 0) p = 0;
        if (p < wide) addWinding(r, p, s & (N - 1), sign);
      }
      continue;
    }
    const first = <i32>floor;
    const low = s & (N - 1);
    const count = stop - s;
    const x = f32x4.splat(<f32>(top - floor));
    for (let g = 0; g < N; g += 16) {
      if (count < N && (g + 16 <= low || g >= low + count)) continue;
      const at = sixteen(x, perRow, TABLES + 1024 + (<usize>g << 3));
      let live = i8x16.splat(-1);
      if (count < N) {
        const i = i8x16.sub(i8x16.add(order, i8x16.splat(<i8>g)), i8x16.splat(<i8>low));
        live = i8x16.lt_u(i, i8x16.splat(<i8>count));
      }
      for (let k = 0; k <= span; k++) {
        const m = v128.and(live, i8x16.eq(at, i8x16.splat(<i8>k)));
        if (!v128.any_true(m)) continue;
        let p = first + k;
        if (p < 0) p = 0;
        if (p >= wide) continue;
        const cell = WINDING + (<usize>r * COLUMNS + <usize>p) * N + <usize>g;
        const v = v128.load(cell);
        v128.store(cell, sign > 0 ? i8x16.sub(v, m) : i8x16.add(v, m));
        touch(r, p);
      }
    }
    s = stop;
  }
}

@inline function maskOf(a: v128, b: v128, c: v128, d: v128, evenOdd: bool): u64 {
  if (evenOdd) {
    const one = i8x16.splat(1);
    a = v128.and(a, one);
    b = v128.and(b, one);
    c = v128.and(c, one);
    d = v128.and(d, one);
  }
  const z = i8x16.splat(0);
  return <u64>(<u32>i8x16.bitmask(i8x16.ne(a, z)))
    | (<u64>(<u32>i8x16.bitmask(i8x16.ne(b, z))) << 16)
    | (<u64>(<u32>i8x16.bitmask(i8x16.ne(c, z))) << 32)
    | (<u64>(<u32>i8x16.bitmask(i8x16.ne(d, z))) << 48);
}

/** Share of a pixel that is covered: the exact area, or the samples' share where a path overlaps itself there. */
@inline function shareOf(mask: u64, area: i32, evenOdd: bool): f32 {
  let cov = abs<f64>(<f64>area / UNIT);
  if (evenOdd) {
    cov = cov - 2 * Math.floor(cov * 0.5);
    if (cov > 1) cov = 2 - cov;
  } else cov = min<f64>(cov, 1);
  const counted = <f64>(<i32>popcnt(mask)) / <f64>SAMPLES;
  return <f32>(abs<f64>(counted - cov) > 0.06 ? counted : cov);
}

function sweepRow(r: i32, evenOdd: bool): void {
  const z = i8x16.splat(0);
  let a = z, b = z, c = z, d = z;
  let mask: u64 = 0;
  let share: f32 = 0;
  let area: i32 = 0;
  let from = 0;
  for (let w = 0; w <= 4; w++) {
    let touched: u64 = 0;
    if (w < 4) {
      const at = TOUCHED + (<usize>r << 5) + (<usize>w << 3);
      touched = load<u64>(at);
      store<u64>(at, 0);
    } else touched = 1;
    for (; touched; touched &= touched - 1) {
      const x = w == 4 ? wide : (w << 6) + <i32>ctz(touched);
      if (mask == FULL) coverSpan(r, from, x);
      else if (mask) for (let k = from; k < x; k++) coverSamples(r, k, mask, share);
      if (w == 4) return;
      from = x;
      const areaAt = AREA + (<usize>r * COLUMNS + <usize>x) * 4;
      area += load<i32>(areaAt);
      store<i32>(areaAt, 0);
      const cell = WINDING + (<usize>r * COLUMNS + <usize>x) * N;
      a = i8x16.add(a, v128.load(cell));
      b = i8x16.add(b, v128.load(cell, 16));
      c = i8x16.add(c, v128.load(cell, 32));
      d = i8x16.add(d, v128.load(cell, 48));
      v128.store(cell, z);
      v128.store(cell, z, 16);
      v128.store(cell, z, 32);
      v128.store(cell, z, 48);
      mask = maskOf(a, b, c, d, evenOdd);
      share = shareOf(mask, area, evenOdd);
    }
  }
}

/** Takes in edges of the shape that is painted next: x0, y0, x1, y1 as f64 each, from `edges` on. */
export function addEdges(edges: usize, count: i32): void {
  const right = <f64>(tileX + wide);
  const top = <f64>tileY;
  const bottom = <f64>(tileY + high);
  for (let i = 0, at = edges; i < count; i++, at += 32) {
    let x0 = load<f64>(at), y0 = load<f64>(at, 8), x1 = load<f64>(at, 16), y1 = load<f64>(at, 24);
    if (y0 == y1) continue;
    let sign = 1;
    if (y0 > y1) {
      const y = y0; y0 = y1; y1 = y;
      const x = x0; x0 = x1; x1 = x;
      sign = -1;
    }
    if (y1 <= top || y0 >= bottom || (x0 >= right && x1 >= right)) continue;
    firstRow = min<i32>(firstRow, max<i32>(0, <i32>Math.floor(y0) - tileY));
    endRow = max<i32>(endRow, min<i32>(high, <i32>Math.ceil(y1) - tileY));
    const slope = (x1 - x0) / (y1 - y0);
    addAreas(x0, y0, y1, slope, sign);
    addSamples(x0, y0, x1, y1, slope, sign);
  }
}

/** Paints the shape whose edges were taken in. */
export function paintShape(evenOdd: i32): void {
  for (let r = firstRow; r < endRow; r++) sweepRow(r, evenOdd != 0);
  firstRow = TILE;
  endRow = 0;
}

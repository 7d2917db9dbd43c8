// Where places of what is drawn were before it was bent: a lattice of cells with a polynomial each.

let lattice: usize = 0;
let columns: i32 = 1, rows: i32 = 1;
let a: f64 = 0, b: f64 = 0, c: f64 = 0, d: f64 = 0, e: f64 = 0, f: f64 = 0;
let x: f64 = 0, y: f64 = 0;
// How the place that was found changes by pixels across and down.
let xx: f64 = 0, yx: f64 = 0, xy: f64 = 0, yy: f64 = 0;

@inline export function isBent(): bool { return lattice != 0; }
@inline export function beforeX(): f64 { return x; }
@inline export function beforeY(): f64 { return y; }
@inline export function slopeXx(): f64 { return xx; }
@inline export function slopeYx(): f64 { return yx; }
@inline export function slopeXy(): f64 { return xy; }
@inline export function slopeYy(): f64 { return yy; }

/** What is drawn next is as it lies. */
export function straighten(): void { lattice = 0; }

/**
 * What is drawn next was bent. The lattice of `wide` × `high` cells is met at (s, t) = matrix · pixel centre, counted in cells;
 * each holds 16 f64 of x and 16 of y, from the lowest powers up, those of t fastest.
 */
export function setUnbent(at: usize, wide: i32, high: i32, ma: f64, mb: f64, mc: f64, md: f64, me: f64, mf: f64): void {
  lattice = at;
  columns = wide;
  rows = high;
  a = ma; b = mb; c = mc; d = md; e = me; f = mf;
}

@inline function polynomial(at: usize, s: f64, t: f64): f64 {
  let v: f64 = 0;
  for (let p = 3; p >= 0; p--) {
    const k = at + (<usize>p << 5);
    v = v * s + ((load<f64>(k, 24) * t + load<f64>(k, 16)) * t + load<f64>(k, 8)) * t + load<f64>(k);
  }
  return v;
}

@inline function slopeAcross(at: usize, s: f64, t: f64): f64 {
  let v: f64 = 0;
  for (let p = 3; p >= 1; p--) {
    const k = at + (<usize>p << 5);
    v = v * s + <f64>p * (((load<f64>(k, 24) * t + load<f64>(k, 16)) * t + load<f64>(k, 8)) * t + load<f64>(k));
  }
  return v;
}

@inline function slopeDown(at: usize, s: f64, t: f64): f64 {
  let v: f64 = 0;
  for (let p = 3; p >= 0; p--) {
    const k = at + (<usize>p << 5);
    v = v * s + (3 * load<f64>(k, 24) * t + 2 * load<f64>(k, 16)) * t + load<f64>(k, 8);
  }
  return v;
}

/** Finds where a place in pixels was before; beyond the lattice its outermost cells go on. */
@inline export function goBack(px: f64, py: f64): void {
  const s = a * px + c * py + e;
  const t = b * px + d * py + f;
  const i = min<i32>(columns - 1, max<i32>(0, <i32>Math.floor(s)));
  const j = min<i32>(rows - 1, max<i32>(0, <i32>Math.floor(t)));
  const at = lattice + (<usize>(j * columns + i) << 8);
  x = polynomial(at, s - <f64>i, t - <f64>j);
  y = polynomial(at + 128, s - <f64>i, t - <f64>j);
}

/** The same, and how that changes by pixels. */
@inline export function goBackWithSlopes(px: f64, py: f64): void {
  goBack(px, py);
  const s = a * px + c * py + e;
  const t = b * px + d * py + f;
  const i = min<i32>(columns - 1, max<i32>(0, <i32>Math.floor(s)));
  const j = min<i32>(rows - 1, max<i32>(0, <i32>Math.floor(t)));
  const at = lattice + (<usize>(j * columns + i) << 8);
  const u = s - <f64>i, v = t - <f64>j;
  const xs = slopeAcross(at, u, v), ys = slopeAcross(at + 128, u, v);
  const xt = slopeDown(at, u, v), yt = slopeDown(at + 128, u, v);
  xx = xs * a + xt * b;
  yx = ys * a + yt * b;
  xy = xs * c + xt * d;
  yy = ys * c + yt * d;
}

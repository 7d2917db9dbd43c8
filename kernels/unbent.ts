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

/** A coefficient of x and the same one of y. */
@inline function pair(at: usize, offset: usize): v128 {
  return f64x2.replace_lane(f64x2.splat(load<f64>(at + offset)), 1, load<f64>(at + 128 + offset));
}

let u: f64 = 0, v: f64 = 0;

/** The cell that a place in pixels lies in; its shares across and down are left in `u` and `v`. */
@inline function cellOf(px: f64, py: f64): usize {
  const s = a * px + c * py + e;
  const t = b * px + d * py + f;
  const i = min<i32>(columns - 1, max<i32>(0, <i32>Math.floor(s)));
  const j = min<i32>(rows - 1, max<i32>(0, <i32>Math.floor(t)));
  u = s - <f64>i;
  v = t - <f64>j;
  return lattice + (<usize>(j * columns + i) << 8);
}

/** Finds where a place in pixels was before; beyond the lattice its outermost cells go on. Both coordinates at once. */
@inline export function goBack(px: f64, py: f64): void {
  const at = cellOf(px, py);
  const s = f64x2.splat(u), t = f64x2.splat(v);
  let r = f64x2.splat(0);
  for (let p: usize = 96; ; p -= 32) {
    const k = at + p;
    const q = f64x2.mul(f64x2.add(f64x2.mul(f64x2.add(f64x2.mul(pair(k, 24), t), pair(k, 16)), t), pair(k, 8)), t);
    r = f64x2.add(f64x2.add(f64x2.mul(r, s), q), pair(k, 0));
    if (p == 0) break;
  }
  x = f64x2.extract_lane(r, 0);
  y = f64x2.extract_lane(r, 1);
}

/** The same, and how that changes by pixels. */
@inline export function goBackWithSlopes(px: f64, py: f64): void {
  const at = cellOf(px, py);
  const s = f64x2.splat(u), t = f64x2.splat(v), two = f64x2.splat(2), three = f64x2.splat(3);
  let r = f64x2.splat(0), across = r, down = r;
  for (let p: usize = 96; ; p -= 32) {
    const k = at + p;
    const k1 = pair(k, 8), k2 = pair(k, 16), k3 = pair(k, 24);
    across = f64x2.add(f64x2.mul(across, s), r);
    const q = f64x2.mul(f64x2.add(f64x2.mul(f64x2.add(f64x2.mul(k3, t), k2), t), k1), t);
    r = f64x2.add(f64x2.add(f64x2.mul(r, s), q), pair(k, 0));
    const o = f64x2.mul(f64x2.add(f64x2.mul(f64x2.mul(three, k3), t), f64x2.mul(two, k2)), t);
    down = f64x2.add(f64x2.add(f64x2.mul(down, s), o), k1);
    if (p == 0) break;
  }
  x = f64x2.extract_lane(r, 0);
  y = f64x2.extract_lane(r, 1);
  const xs = f64x2.extract_lane(across, 0), ys = f64x2.extract_lane(across, 1);
  const xt = f64x2.extract_lane(down, 0), yt = f64x2.extract_lane(down, 1);
  xx = xs * a + xt * b;
  yx = ys * a + yt * b;
  xy = xs * c + xt * d;
  yy = ys * c + yt * d;
}

// Bicubic patches of colour, drawn as small triangles; grains of noise. Neither softens edges: what
// holds them clips them.
import { colours, growBox, MESH } from './memory';
import { beforeX, beforeY, goBackWithSlopes, isBent, slopeXx, slopeXy, slopeYx, slopeYy } from './unbent';

let tileX: i32 = 0, tileY: i32 = 0, wide: i32 = 256, high: i32 = 256;

export function placeSurface(x: i32, y: i32, w: i32, h: i32): void {
  tileX = x;
  tileY = y;
  wide = w;
  high = h;
}

/** Vertices a block has along each side. */
const SIDE: i32 = 17;

@inline function place(at: usize, i: i32, j: i32, c: i32): f64 {
  return load<f64>(at + ((<usize>(4 * i + j) * 2 + <usize>c) << 3));
}

/** Works out the vertex at (u, v) of a patch into `out`: x, y as f64, then its colour. */
function vertex(points: usize, net: usize, u: f64, v: f64, out: usize): void {
  const s = 1 - u, t = 1 - v;
  const b0 = t * t * t, b1 = 3 * t * t * v, b2 = 3 * t * v * v, b3 = v * v * v;
  let x: f64 = 0, y: f64 = 0;
  let c = f32x4.splat(0);
  for (let i = 0; i < 4; i++) {
    const a = i == 0 ? s * s * s : i == 1 ? 3 * s * s * u : i == 2 ? 3 * s * u * u : u * u * u;
    const at = points + (<usize>i << 6);
    x += a * (b0 * load<f64>(at) + b1 * load<f64>(at, 16) + b2 * load<f64>(at, 32) + b3 * load<f64>(at, 48));
    y += a * (b0 * load<f64>(at, 8) + b1 * load<f64>(at, 24) + b2 * load<f64>(at, 40) + b3 * load<f64>(at, 56));
    const k = net + (<usize>i << 6);
    const row = f32x4.add(
      f32x4.add(f32x4.mul(f32x4.splat(<f32>b0), v128.load(k)), f32x4.mul(f32x4.splat(<f32>b1), v128.load(k, 16))),
      f32x4.add(f32x4.mul(f32x4.splat(<f32>b2), v128.load(k, 32)), f32x4.mul(f32x4.splat(<f32>b3), v128.load(k, 48))),
    );
    c = f32x4.add(c, f32x4.mul(f32x4.splat(<f32>a), row));
  }
  const alpha = min<f32>(1, max<f32>(0, f32x4.extract_lane(c, 3)));
  store<f64>(out, x);
  store<f64>(out, y, 8);
  v128.store(out, f32x4.replace_lane(f32x4.min(f32x4.max(c, f32x4.splat(0)), f32x4.splat(alpha)), 3, alpha), 16);
}

/** Paints the pixels whose centres lie in a triangle, edges included. */
function triangle(base: usize, layer: i32, p: usize, q: usize, r: usize): void {
  const ax = load<f64>(p), ay = load<f64>(p, 8);
  let bx = load<f64>(q), by = load<f64>(q, 8);
  let cx = load<f64>(r), cy = load<f64>(r, 8);
  let area = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
  if (area == 0) return;
  let cb = v128.load(q, 16), cc = v128.load(r, 16);
  if (area < 0) {
    const x = bx; bx = cx; cx = x;
    const y = by; by = cy; cy = y;
    const k = cb; cb = cc; cc = k;
    area = -area;
  }
  const x0 = max<i32>(0, <i32>Math.ceil(min<f64>(ax, min<f64>(bx, cx)) - 0.5) - tileX);
  const x1 = min<i32>(wide - 1, <i32>Math.floor(max<f64>(ax, max<f64>(bx, cx)) - 0.5) - tileX);
  const y0 = max<i32>(0, <i32>Math.ceil(min<f64>(ay, min<f64>(by, cy)) - 0.5) - tileY);
  const y1 = min<i32>(high - 1, <i32>Math.floor(max<f64>(ay, max<f64>(by, cy)) - 0.5) - tileY);
  if (x1 < x0 || y1 < y0) return;
  const share = 1 / area;
  const ca = v128.load(p, 16);
  for (let y = y0; y <= y1; y++) {
    const py = <f64>(tileY + y) + 0.5;
    let first = -1, last = -1;
    for (let x = x0; x <= x1; x++) {
      const px = <f64>(tileX + x) + 0.5;
      const wc = (bx - ax) * (py - ay) - (by - ay) * (px - ax);
      const wa = (cx - bx) * (py - by) - (cy - by) * (px - bx);
      const wb = (ax - cx) * (py - cy) - (ay - cy) * (px - cx);
      if (wa < 0 || wb < 0 || wc < 0) {
        if (first >= 0) break;
        continue;
      }
      if (first < 0) first = x;
      last = x;
      const c = f32x4.add(
        f32x4.add(f32x4.mul(f32x4.splat(<f32>(wa * share)), ca), f32x4.mul(f32x4.splat(<f32>(wb * share)), cb)),
        f32x4.mul(f32x4.splat(<f32>(wc * share)), cc),
      );
      v128.store(base + (<usize>(y * 256 + x) << 4), c);
    }
    if (first >= 0) growBox(layer, first, y, last + 1);
  }
}

/** Greatest distance of neighbouring control points along one direction of a patch, in x or y. */
function stride(at: usize, c: i32, along: bool): f64 {
  let most: f64 = 0;
  for (let i = 0; i < 4; i++)
    for (let j = 0; j < 3; j++) {
      const d = along ? place(at, j + 1, i, c) - place(at, j, i, c) : place(at, i, j + 1, c) - place(at, i, j, c);
      most = max<f64>(most, Math.abs(d));
    }
  return most;
}

/**
 * Draws a patch onto a layer as n × n cells of two triangles each. `at` holds the 16 control points
 * as x, y f64 in device pixels, i along the width outermost, and after them 16 colours of four f32.
 * Cells far from the tile are passed over block by block.
 */
export function meshPatch(layer: i32, at: usize, n: i32): void {
  const net = at + 256;
  const base = colours(layer);
  const step: f64 = 1 / <f64>n;
  // How far the surface can lie from a block's first vertex: derivatives are at most 3 strides.
  const blocks = (n + 15) >> 4;
  const size = (n + blocks - 1) / blocks;
  const reach = 3 * <f64>size * step;
  const rx = reach * (stride(at, 0, true) + stride(at, 0, false));
  const ry = reach * (stride(at, 1, true) + stride(at, 1, false));
  for (let bi = 0; bi < n; bi += size)
    for (let bj = 0; bj < n; bj += size) {
      vertex(at, net, <f64>bi * step, <f64>bj * step, MESH);
      const x = load<f64>(MESH), y = load<f64>(MESH, 8);
      if (x + rx < <f64>tileX || x - rx > <f64>(tileX + wide) || y + ry < <f64>tileY || y - ry > <f64>(tileY + high)) continue;
      const ni = min<i32>(size, n - bi), nj = min<i32>(size, n - bj);
      for (let i = 0; i <= ni; i++)
        for (let j = 0; j <= nj; j++)
          vertex(at, net, <f64>(bi + i) * step, <f64>(bj + j) * step, MESH + (<usize>(i * SIDE + j) << 5));
      for (let i = 0; i < ni; i++)
        for (let j = 0; j < nj; j++) {
          const p = MESH + (<usize>(i * SIDE + j) << 5);
          const q = p + (<usize>SIDE << 5);
          triangle(base, layer, p, q, q + 32);
          triangle(base, layer, p, q + 32, p + 32);
        }
    }
}

/** Evenly spread bits of four places and a seed (a finaliser of the kind MurmurHash3 has). */
@inline function hashes(x: v128, y: v128, seed: v128): v128 {
  let h = v128.xor(v128.xor(i32x4.mul(x, i32x4.splat(0x27d4eb2d)), i32x4.mul(y, i32x4.splat(0x165667b1))), seed);
  h = v128.xor(h, i32x4.shr_u(h, 16));
  h = i32x4.mul(h, i32x4.splat(<i32>0x85ebca6b));
  h = v128.xor(h, i32x4.shr_u(h, 13));
  h = i32x4.mul(h, i32x4.splat(<i32>0xc2b2ae35));
  return v128.xor(h, i32x4.shr_u(h, 16));
}

/** Whole grains of four places, from a pixel's own and where each place lies in it. */
@inline function grainsAt(u: v128, shifts: usize): v128 {
  const low = i32x4.trunc_sat_f64x2_s_zero(f64x2.floor(f64x2.add(u, v128.load(shifts))));
  const high = i32x4.trunc_sat_f64x2_s_zero(f64x2.floor(f64x2.add(u, v128.load(shifts, 16))));
  return v128.shuffle<i32>(low, high, 0, 1, 4, 5);
}

@inline function total(sums: v128): f32 {
  return <f32>(i32x4.extract_lane(sums, 0) + i32x4.extract_lane(sums, 1) + i32x4.extract_lane(sums, 2) + i32x4.extract_lane(sums, 3));
}

/** Places of a pixel that grains are taken from: their shifts in u, then in v, f64 each; at most 64 of either. */
const SHIFTS_V: usize = MESH + 512;

/** Lays down where the k × k places of a pixel lie off the place (ox, oy) of it, which lies at (e, f). */
@inline function placeShifts(k: i32, ox: f64, oy: f64, a: f64, b: f64, c: f64, d: f64, e: f64, f: f64): void {
  const places = k * k;
  for (let s = 0; s < places; s++) {
    const px = (<f64>(s / k) + 0.5) / <f64>k - ox, py = (<f64>(s % k) + 0.5) / <f64>k - oy;
    store<f64>(MESH + (<usize>s << 3), a * px + c * py + e);
    store<f64>(SHIFTS_V + (<usize>s << 3), b * px + d * py + f);
  }
}

/**
 * Fills a tile's pixels with noise: (u, v) = matrix · pixel counts grains, of where pixels were before where they are bent. A pixel takes the mean of the
 * `k` × `k` places spread over it, `k` even. With an ink (its straight colour), a grain's chance is its
 * opacity; without, each grain has a colour of its own at the amount's opacity.
 */
export function grain(
  layer: i32, a: f64, b: f64, c: f64, d: f64, e: f64, f: f64,
  k: i32, amount: f32, seed: i32, inked: i32, r: f32, g: f32, bl: f32,
): void {
  const base = colours(layer);
  const ink = f32x4.replace_lane(f32x4.replace_lane(f32x4.replace_lane(f32x4.splat(1), 0, r), 1, g), 2, bl);
  const places = k * k;
  const whole: i32 = 255 * places;
  const bent = isBent();
  if (!bent) placeShifts(k, 0, 0, a, b, c, d, e, f);
  const share: f32 = amount / <f32>whole;
  const seeds = i32x4.splat(<i32>(<u32>(seed * 0x9e3779b1)));
  const low = i32x4.splat(255);
  for (let y = 0; y < high; y++) {
    growBox(layer, 0, y, wide);
    for (let x = 0; x < wide; x++) {
      if (bent) {
        // About its middle a pixel lies straight enough.
        goBackWithSlopes(<f64>(tileX + x) + 0.5, <f64>(tileY + y) + 0.5);
        placeShifts(
          k, 0.5, 0.5,
          a * slopeXx() + c * slopeYx(), b * slopeXx() + d * slopeYx(),
          a * slopeXy() + c * slopeYy(), b * slopeXy() + d * slopeYy(),
          a * beforeX() + c * beforeY() + e, b * beforeX() + d * beforeY() + f,
        );
      }
      const u = f64x2.splat(bent ? 0 : a * <f64>(tileX + x) + c * <f64>(tileY + y));
      const v = f64x2.splat(bent ? 0 : b * <f64>(tileX + x) + d * <f64>(tileY + y));
      let reds = i32x4.splat(0), greens = i32x4.splat(0), blues = i32x4.splat(0);
      for (let s = 0; s < places; s += 4) {
        const h = hashes(grainsAt(u, MESH + (<usize>s << 3)), grainsAt(v, SHIFTS_V + (<usize>s << 3)), seeds);
        reds = i32x4.add(reds, v128.and(h, low));
        if (inked) continue;
        greens = i32x4.add(greens, v128.and(i32x4.shr_u(h, 8), low));
        blues = i32x4.add(blues, v128.and(i32x4.shr_u(h, 16), low));
      }
      const at = base + (<usize>(y * 256 + x) << 4);
      if (inked) v128.store(at, f32x4.mul(ink, f32x4.splat(total(reds) * share)));
      else v128.store(at, f32x4.mul(f32x4.replace_lane(f32x4.replace_lane(f32x4.replace_lane(
        f32x4.splat(<f32>whole), 0, total(reds)), 1, total(greens)), 2, total(blues)), f32x4.splat(share)));
    }
  }
}

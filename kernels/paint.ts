// What colour a paint has at a pixel: one colour, or a place in a table of colours.

import { evenColour, isEven, setUneven } from './gradient';
import { GIVEN, TILE } from './memory';
import { beforeX, beforeY, goBack, isBent, straighten } from './unbent';

let kind: i32 = 0;
let solid: v128 = f32x4.splat(0);
let a: f64 = 0, b: f64 = 0, c: f64 = 0, d: f64 = 0, e: f64 = 0, f: f64 = 0;
// What u and v are divided by: g · x + h · y + k, where the gradient recedes.
let recedes: bool = false;
let g: f64 = 0, h: f64 = 0, k: f64 = 1;
let table: usize = 0;
let last: f64 = 0;
let spread: i32 = 0;
let focusX: f64 = 0, focusY: f64 = 0;
let opaque: bool = false;
// Place of the tile's first pixel centre.
let left: f64 = 0, top: f64 = 0;

@inline export function paintIsSolid(): bool { return kind == 0; }
@inline export function paintIsOpaque(): bool { return opaque; }
@inline export function solidColour(): v128 { return solid; }

/** A premultiplied colour. */
export function setSolid(red: f32, green: f32, blue: f32, alpha: f32): void {
  kind = 0;
  opaque = alpha >= 1;
  solid = f32x4.replace_lane(f32x4.replace_lane(f32x4.replace_lane(f32x4.splat(alpha), 0, red), 1, green), 2, blue);
}

/**
 * A gradient: 1 linear (position u), 2 radial (distance from the focus to the unit circle), 3 conic
 * (turn from u toward v).
 * (u, v) = matrix · pixel centre, over g · x + h · y + k where that is not 1 everywhere; the table holds `entries`
 * premultiplied colours from 0 to 1 and the last of them once more, unless stops are set next.
 */
export function setGradient(
  which: i32, ma: f64, mb: f64, mc: f64, md: f64, me: f64, mf: f64, mg: f64, mh: f64, mk: f64,
  at: usize, entries: i32, spreadMode: i32, isOpaque: i32, fx: f64, fy: f64,
): void {
  kind = which;
  a = ma; b = mb; c = mc; d = md; e = me; f = mf;
  recedes = mg != 0 || mh != 0 || mk != 1;
  g = mg; h = mh; k = mk;
  table = at;
  last = <f64>(entries - 1);
  spread = spreadMode;
  opaque = isOpaque != 0;
  focusX = fx;
  focusY = fy;
  setUneven();
  straighten();
}

/** Colours that the host has laid at `given`, one a pixel in rows of a tile's width. */
export function setGiven(): void {
  kind = 4;
  opaque = false;
  straighten();
}

@inline function givenAt(x: i32, y: i32): usize { return GIVEN + (<usize>(y * TILE + x) << 4); }

export function placePaint(tileX: i32, tileY: i32): void {
  left = <f64>tileX + 0.5;
  top = <f64>tileY + 0.5;
}

@inline function spreadOver(t: f64): f64 {
  if (spread == 1) return t - Math.floor(t);
  if (spread == 2) {
    const u = t - 2 * Math.floor(t * 0.5);
    return u > 1 ? 2 - u : u;
  }
  return t < 0 ? 0 : t > 1 ? 1 : t;
}

/** Where the ray from the focus through (u, v) meets the unit circle, as a fraction (SVG 2, radial gradients). */
@inline function radialPosition(u: f64, v: f64): f64 {
  if (focusX == 0 && focusY == 0) return Math.sqrt(u * u + v * v);
  const dx = u - focusX;
  const dy = v - focusY;
  const dot = dx * focusX + dy * focusY;
  const square = dx * dx + dy * dy;
  if (square == 0) return 0;
  const inside = 1 - focusX * focusX - focusY * focusY;
  return square / (Math.sqrt(dot * dot + square * inside) - dot);
}

/** The colour at position t · last of the table. */
@inline function between(i: i32, fraction: f32): v128 {
  const at = table + (<usize>i << 4);
  const p = v128.load(at);
  return f32x4.add(p, f32x4.mul(f32x4.sub(v128.load(at, 16), p), f32x4.splat(fraction)));
}

/** Share of a whole turn from the direction of u toward that of v, 0–1. */
@inline function conicPosition(u: f64, v: f64): f64 {
  const t = Math.atan2(v, u) / (2 * Math.PI);
  return t < 0 ? t + 1 : t;
}

@inline export function colourAt(x: i32, y: i32): v128 {
  if (kind == 0) return solid;
  if (kind == 4) return v128.load(givenAt(x, y));
  let px = <f64>x + left;
  let py = <f64>y + top;
  if (isBent()) {
    goBack(px, py);
    px = beforeX();
    py = beforeY();
  }
  let u = a * px + c * py + e;
  let v = b * px + d * py + f;
  if (recedes) {
    const far = g * px + h * py + k;
    // Where it vanishes it stays a number.
    const w = Math.abs(far) < 1e-12 ? 1e-12 : far;
    u /= w;
    v /= w;
  }
  const place = spreadOver(kind == 1 ? u : kind == 2 ? radialPosition(u, v) : conicPosition(u, v));
  if (isEven()) return evenColour(place);
  const t = place * last;
  const i = <i32>t;
  return between(i, <f32>(t - <f64>i));
}

/** Writes the colours of pixels [x0, x1) of row y, bit for bit what `colourAt` gives; may write one beyond. */
export function paintRow(y: i32, x0: i32, x1: i32, out: usize): void {
  if (kind == 4) {
    memory.copy(out, givenAt(x0, y), <usize>(x1 - x0) << 4);
    return;
  }
  if (isBent() || recedes || kind > 2 || spread != 0 || (kind == 2 && (focusX != 0 || focusY != 0))) {
    for (let x = x0; x < x1; x++, out += 16) v128.store(out, colourAt(x, y));
    return;
  }
  if (kind == 1 && a == 0) {
    const same = colourAt(x0, y);
    for (let x = x0; x < x1; x++, out += 16) v128.store(out, same);
    return;
  }
  const py = <f64>y + top;
  const cy = f64x2.splat(c * py), dy = f64x2.splat(d * py);
  const ea = f64x2.splat(e), fa = f64x2.splat(f), aa = f64x2.splat(a), ba = f64x2.splat(b);
  const zero = f64x2.splat(0), one = f64x2.splat(1), scale = f64x2.splat(last);
  for (let x = x0; x < x1; x += 2, out += 32) {
    const px = f64x2.replace_lane(f64x2.splat(<f64>x + left), 1, <f64>(x + 1) + left);
    let t = f64x2.add(f64x2.add(f64x2.mul(aa, px), cy), ea);
    if (kind == 2) {
      const v = f64x2.add(f64x2.add(f64x2.mul(ba, px), dy), fa);
      t = f64x2.sqrt(f64x2.add(f64x2.mul(t, t), f64x2.mul(v, v)));
    }
    t = f64x2.pmin(f64x2.pmax(t, zero), one);
    if (isEven()) {
      v128.store(out, evenColour(f64x2.extract_lane(t, 0)));
      v128.store(out, evenColour(f64x2.extract_lane(t, 1)), 16);
      continue;
    }
    t = f64x2.mul(t, scale);
    const i = i32x4.trunc_sat_f64x2_s_zero(t);
    const fraction = f32x4.demote_f64x2_zero(f64x2.sub(t, f64x2.convert_low_i32x4_s(i)));
    v128.store(out, between(i32x4.extract_lane(i, 0), f32x4.extract_lane(fraction, 0)));
    v128.store(out, between(i32x4.extract_lane(i, 1), f32x4.extract_lane(fraction, 1)), 16);
  }
}

// How far the pixels of a rectangle lie from an outline, and how a rim along it is lit.
import { edgeCount, edgeDistance, edgeX, edgeY, findEdge, squaredToChord } from './edge';

/** Side of the blocks at the end, pixels; they lie on one lattice whatever the tile. */
const LEAF: i32 = 4;
/** Pixels beyond the outline that are shaded as it is: what cuts the rim covers them in part. */
const BEYOND: f64 = 1.5;
/** Second difference of neighbouring shades beyond which a pixel is sampled finely: creases, ends and treads alike. */
const CREASE: f64 = 4.0 / 255.0;
/** Samples of such a pixel, each in a row and a column of its own. */
const SAMPLES: i32 = 16;
/** Positions of the table of shines. */
const SHINES: i32 = 4096;
/** Treads of a stepped rim, and how much of each its riser takes. */
const TREADS: f64 = 3;
const RISER: f64 = 0.35;

// The rectangle, what is written, and the room that lists are kept in.
let x0: i32 = 0, y0: i32 = 0, x1: i32 = 0, y1: i32 = 0;
let out: usize = 0, shades: usize = 0, marks: usize = 0;
let far: usize = 0, stackEnd: usize = 0;
let lowest: f64 = 0, highest: f64 = 0;
let full: bool = false;

/** What is done at the leaves: depths are written, middles of pixels shaded, or creases sampled finely. */
const DEPTHS: i32 = 0, MIDDLES: i32 = 1, CREASES: i32 = 2;
let doing: i32 = 0;
let reach: f64 = 0;

// The rim: 0 inside, 1 outside, 2 astride; 0 chamfer, 1 round, 2 cove, 3 steps, 4 its own curve in spans of five f64 (where a span
// begins, its length, its rise a unit, and the slopes at its ends).
let side: i32 = 0, profile: i32 = 0;
let width: f64 = 0, steep: f64 = 0, softness: f64 = 0;
let lx: f64 = 0, ly: f64 = 0, lz: f64 = 0, hx: f64 = 0, hy: f64 = 0, hz: f64 = 0;
let curve: usize = 0;
let curveSpans: i32 = 0;
let shine: usize = 0;
let least: f64 = 1, still: f64 = 0;

/** Sets how the rim at hand looks; see above. `shines` is a table over the cosines from `dull` to 1, of `SHINES` positions and one more. */
export function setRim(
  where: i32, across: f64, slope: f64, kind: i32, spans: usize, spanCount: i32, soft: f64,
  lightX: f64, lightY: f64, lightZ: f64, halfX: f64, halfY: f64, halfZ: f64, shines: usize, dull: f64,
): void {
  side = where; width = across; steep = slope; profile = kind;
  curve = spans; curveSpans = spanCount; softness = soft;
  lx = lightX; ly = lightY; lz = lightZ;
  hx = halfX; hy = halfY; hz = halfZ;
  shine = shines; least = dull;
  still = shineOf(hz);
}

/** The shine at a cosine: none below the least. */
function shineOf(cosine: f64): f64 {
  if (!(cosine > least)) return 0;
  const t = (min<f64>(cosine, 1) - least) / (1 - least) * <f64>SHINES;
  const i = min<i32>(SHINES - 1, <i32>t);
  const at = shine + (<usize>i << 3);
  const a = load<f64>(at);
  return a + (load<f64>(at, 8) - a) * (t - <f64>i);
}

/** Where across a rim a signed distance lies, 0–1, or −1 where there is none of it. */
@inline function placeAcross(d: f64): f64 {
  if (side == 0) return d > width || d < -BEYOND ? -1 : max<f64>(0, d / width);
  if (side == 1) return d < -width || d > BEYOND ? -1 : min<f64>(1, 1 + d / width);
  return Math.abs(d) > width / 2 ? -1 : 0.5 + d / width;
}

/** The slope of the rim's own curve. */
function ownSlope(u: f64): f64 {
  let at = curve;
  const last = curve + <usize>(curveSpans - 1) * 40;
  while (at < last && u >= load<f64>(at, 40)) at += 40;
  const h = load<f64>(at, 8);
  const t = (u - load<f64>(at)) / h;
  if (!(t >= 0 && t <= 1)) return 0;
  return 6 * t * (1 - t) * load<f64>(at, 16) + load<f64>(at, 24) * (1 - t) * (1 - 3 * t) + load<f64>(at, 32) * t * (3 * t - 2);
}

@inline function rise(u: f64): f64 {
  if (profile == 0) return 1;
  if (profile == 1) return 1 - u;
  if (profile == 2) return u;
  if (profile == 3) return u * TREADS - Math.floor(u * TREADS) < RISER ? 1 : 0;
  return ownSlope(u);
}

@inline function run(u: f64): f64 {
  if (profile == 1) return Math.sqrt(u * (2 - u));
  if (profile == 2) return Math.sqrt(1 - u * u);
  return profile == 3 ? RISER : 1;
}

/** From 0 to 1 with level ends (Hermite). */
@inline function smooth(t: f64): f64 { return t <= 0 ? 0 : t >= 1 ? 1 : t * t * (3 - 2 * t); }

/** The shade at a place, 0 where it is no other than what lies flat. */
function shadeAt(x: f64, y: f64, list: usize, end: usize): f64 {
  findEdge(x, y, list, end);
  const u = placeAcross(edgeDistance());
  if (u < 0) return 0;
  const soft = softness > 0 ? smooth((2 * u) / softness) * smooth((2 * (1 - u)) / softness) : 1;
  const k = steep * rise(u) * soft;
  const r = run(u);
  const length = Math.sqrt(k * k + r * r);
  const l = length == 0 ? 1 : length;
  const nx = (-k * edgeX()) / l, ny = (-k * edgeY()) / l, nz = r / l;
  const lit = max<f64>(0, nx * lx + ny * ly + nz * lz);
  const flat: f64 = lz > 0 ? lz : 0;
  const more = lit - flat + max<f64>(0, shineOf(nx * hx + ny * hy + nz * hz) - still);
  return more >= 0 ? min<f64>(1, more / max<f64>(1e-6, 1 - flat)) : more / max<f64>(1e-6, flat);
}

/** Those of a list that can be nearest to a place within half a diagonal of (x, y) are put at `to`. Returns where they end. */
function nearOnes(x: f64, y: f64, half: f64, list: usize, end: usize, to: usize): usize {
  let nearest = Infinity;
  let k = far;
  for (let i = list; i < end; i += 4, k += 4) {
    const d = squaredToChord(load<i32>(i), x, y);
    store<f32>(k, <f32>d);
    if (d < nearest) nearest = d;
  }
  nearestSquare = nearest;
  // What is kept of a square is rounded: a hair more keeps it on the safe side.
  const limit = <f32>((Math.sqrt(nearest) + 2 * half + 1e-3) * (Math.sqrt(nearest) + 2 * half + 1e-3) * (1 + 1e-6));
  if (to + (end - list) > stackEnd) {
    full = true;
    return to;
  }
  k = far;
  for (let i = list; i < end; i += 4, k += 4)
    if (load<f32>(k) <= limit) {
      store<i32>(to, load<i32>(i));
      to += 4;
    }
  return to;
}
let nearestSquare: f64 = 0;

/**
 * Halves a square of pixels until few chords are left that can be nearest to any place of a block. A chord that lies farther from its
 * middle than the nearest by the block's diameter is out, for no distance changes faster than the place. Blocks beyond the distances
 * asked for are passed over.
 */
function halve(x: i32, y: i32, size: i32, list: usize, end: usize): void {
  if (full || x >= x1 || y >= y1 || x + size <= x0 || y + size <= y0) return;
  const mx = <f64>x + <f64>size / 2, my = <f64>y + <f64>size / 2;
  const half = <f64>size * Math.SQRT2 / 2;
  const last = nearOnes(mx, my, half, list, end, end);
  if (full) return;
  const gap = Math.sqrt(nearestSquare) - half;
  if (gap > highest && gap > -lowest) return;
  // Where no edge comes near, all of a block lies on one side.
  if (gap > 1) {
    findEdge(mx, my, end, last);
    if (edgeDistance() > 0 ? gap > highest : gap > -lowest) return;
  }
  if (size <= LEAF) {
    atLeaf(max(x, x0), max(y, y0), min(x + size, x1), min(y + size, y1), end, last);
    return;
  }
  const h = size >> 1;
  halve(x, y, h, end, last);
  halve(x + h, y, h, end, last);
  halve(x, y + h, h, end, last);
  halve(x + h, y + h, h, end, last);
}

function atLeaf(left: i32, top: i32, right: i32, foot: i32, list: usize, end: usize): void {
  const wide = x1 - x0;
  for (let y = top; y < foot; y++)
    for (let x = left; x < right; x++) {
      const n = <usize>((y - y0) * wide + x - x0);
      if (doing == DEPTHS) {
        findEdge(<f64>x + 0.5, <f64>y + 0.5, list, end);
        store<f32>(out + (n << 2), <f32>min<f64>(reach, max<f64>(0, edgeDistance())));
      } else if (doing == MIDDLES) store<f32>(shades + (n << 2), <f32>shadeAt(<f64>x + 0.5, <f64>y + 0.5, list, end));
      else if (load<u8>(marks + n)) sampleFinely(x, y, out + (n << 3), list, end);
    }
}

function sampleFinely(x: i32, y: i32, to: usize, list: usize, end: usize): void {
  const last = nearOnes(<f64>x + 0.5, <f64>y + 0.5, Math.SQRT1_2, list, end, end);
  if (full) return;
  let light: f64 = 0, shade: f64 = 0;
  for (let k = 0; k < SAMPLES; k++) {
    const across = (<f64>k + 0.5) / <f64>SAMPLES, down = (<f64>((5 * k) % SAMPLES) + 0.5) / <f64>SAMPLES;
    const s = shadeAt(<f64>x + across, <f64>y + down, end, last);
    if (s > 0) light += s;
    else shade -= s;
  }
  store<f32>(to, <f32>(light / <f64>SAMPLES));
  store<f32>(to, <f32>(shade / <f64>SAMPLES), 4);
}

/** Goes through a rectangle, from a corner of the lattice on, so that every tile cuts the plane alike. Returns whether there was room. */
function goThrough(what: i32, left: i32, top: i32, right: i32, foot: i32): bool {
  x0 = left; y0 = top; x1 = right; y1 = foot;
  doing = what;
  full = false;
  const n = edgeCount();
  const list = far + (<usize>n << 2);
  if (list + (<usize>n << 2) > stackEnd) return false;
  for (let i = 0; i < n; i++) store<i32>(list + (<usize>i << 2), i);
  const cornerX = left & ~(LEAF - 1), cornerY = top & ~(LEAF - 1);
  let size = LEAF;
  while (cornerX + size < right || cornerY + size < foot) size *= 2;
  halve(cornerX, cornerY, size, list, list + (<usize>n << 2));
  return !full;
}

/**
 * Writes how far in the middles of pixels lie, f32 each, at most `most` and 0 outside. Returns whether `bytes` of working room at `work`
 * were enough for the lists.
 */
export function depths(left: i32, top: i32, right: i32, foot: i32, most: f64, to: usize, work: usize, bytes: i32): bool {
  out = to;
  reach = most;
  lowest = -Infinity;
  highest = most;
  far = work;
  stackEnd = work + <usize>bytes;
  const end = to + (<usize>((right - left) * (foot - top)) << 2);
  for (let at = to; at < end; at += 4) store<f32>(at, <f32>most);
  return goThrough(DEPTHS, left, top, right, foot);
}

/**
 * Writes the lights and shades of the rim at hand over a rectangle of at most 256 × 256 pixels: two f32 a pixel, how much of either shows.
 * Returns whether `bytes` of working room at `work` were enough; the first 384 KiB of it are for shades and marks.
 */
export function shadeRim(left: i32, top: i32, right: i32, foot: i32, to: usize, work: usize, bytes: i32): bool {
  const wide = right - left, high = foot - top;
  memory.fill(to, 0, <usize>(wide * high) << 3);
  memory.fill(work, 0, 384 << 10);
  out = to;
  shades = work;
  marks = work + (288 << 10);
  far = work + (384 << 10);
  stackEnd = work + <usize>bytes;
  lowest = side == 0 ? -BEYOND : side == 1 ? -width : -width / 2;
  highest = side == 0 ? width : side == 1 ? BEYOND : width / 2;
  // One pixel more on every side, for differences.
  if (!goThrough(MIDDLES, left - 1, top - 1, right + 1, foot + 1)) return false;
  let some = false;
  const row = <usize>(wide + 2) << 2;
  for (let y = 0; y < high; y++) {
    let at = shades + (<usize>(y + 1)) * row + 4;
    for (let x = 0; x < wide; x++, at += 4) {
      const n = <usize>(y * wide + x);
      const s = <f64>load<f32>(at);
      if (s > 0) store<f32>(to + (n << 3), <f32>s);
      else store<f32>(to + (n << 3), <f32>(-s), 4);
      const across = Math.abs(<f64>load<f32>(at - 4) - 2 * s + <f64>load<f32>(at, 4));
      const down = Math.abs(<f64>load<f32>(at - row) - 2 * s + <f64>load<f32>(at + row));
      if (across > CREASE || down > CREASE) {
        store<u8>(marks + n, 1);
        some = true;
      }
    }
  }
  return !some || goThrough(CREASES, left, top, right, foot);
}

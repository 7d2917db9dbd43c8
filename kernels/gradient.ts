// Colours of a gradient whose stops run straight into each other: worked out where they are asked for, so that no table of them is
// made and edges between two colours are as sharp as the stops say.

/** Numbers a stop: its place 0–1, then straight-alpha red, green, blue and alpha, f64 each. */
const STOP: usize = 40;

let stops: usize = 0;
let count: i32 = 0;
let fade: f32 = 1;
let even: bool = false;
// The stretch that was asked for last: neighbouring pixels mostly lie in one.
let after: i32 = 0;
let from: f64 = 0, to: f64 = 0, perUnit: f64 = 0;
let start: v128 = f32x4.splat(0), change: v128 = f32x4.splat(0);

@inline export function isEven(): bool { return even; }
export function setUneven(): void { even = false; }

/** Has colours worked out from `n` stops at `at`, in order, times an opacity; the outermost go on beyond them. */
export function setStops(at: usize, n: i32, opacity: f64): void {
  even = true;
  stops = at;
  count = n;
  fade = <f32>opacity;
  after = 0;
  take();
}

@inline function placeOf(i: i32): f64 { return load<f64>(stops + <usize>i * STOP); }

function colourOf(i: i32): v128 {
  const at = stops + <usize>i * STOP;
  const low = f32x4.demote_f64x2_zero(v128.load(at, 8));
  return v128.shuffle<f32>(low, f32x4.demote_f64x2_zero(v128.load(at, 24)), 0, 1, 4, 5);
}

/** Makes the stretch before stop `after` the one at hand. */
function take(): void {
  from = after > 0 ? placeOf(after - 1) : -Infinity;
  to = after < count ? placeOf(after) : Infinity;
  start = colourOf(max(0, after - 1));
  change = f32x4.sub(colourOf(min(count - 1, after)), start);
  perUnit = after > 0 && after < count ? 1 / (to - from) : 0;
}

/** The premultiplied colour at a place 0–1. */
export function evenColour(t: f64): v128 {
  if (t < from || t >= to) {
    while (after > 0 && t < placeOf(after - 1)) after--;
    while (after < count && t >= placeOf(after)) after++;
    take();
  }
  const f = perUnit > 0 ? <f32>((t - from) * perUnit) : <f32>0;
  const zero = f32x4.splat(0), one = f32x4.splat(1);
  const c = f32x4.min(f32x4.max(f32x4.add(start, f32x4.mul(change, f32x4.splat(f))), zero), one);
  const alpha = f32x4.extract_lane(c, 3) * fade;
  return f32x4.mul(f32x4.replace_lane(c, 3, 1), f32x4.splat(alpha));
}

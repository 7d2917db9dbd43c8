// Compositing of premultiplied colours: W3C Compositing and Blending Level 1, sections 9.1 and 10.

@inline export function alphaOf(c: v128): v128 { return v128.shuffle<i32>(c, c, 3, 3, 3, 3); }

@inline export function over(s: v128, d: v128): v128 {
  return f32x4.add(s, f32x4.mul(d, f32x4.sub(f32x4.splat(1), alphaOf(s))));
}

@inline function lane(c: v128, i: i32): f32 {
  return i == 0 ? f32x4.extract_lane(c, 0) : i == 1 ? f32x4.extract_lane(c, 1) : f32x4.extract_lane(c, 2);
}

@inline function rgb(r: f32, g: f32, b: f32): v128 {
  return f32x4.replace_lane(f32x4.replace_lane(f32x4.splat(b), 0, r), 1, g);
}

function dodge(b: f32, s: f32): f32 {
  if (b <= 0) return 0;
  return s >= 1 ? 1 : min<f32>(1, b / (1 - s));
}

function burn(b: f32, s: f32): f32 {
  if (b >= 1) return 1;
  return s <= 0 ? 0 : 1 - min<f32>(1, (1 - b) / s);
}

function softLight(b: f32, s: f32): f32 {
  if (s <= 0.5) return b - (1 - 2 * s) * b * (1 - b);
  const d: f32 = b <= 0.25 ? ((16 * b - 12) * b + 4) * b : sqrt<f32>(b);
  return b + (2 * s - 1) * (d - b);
}

@inline function lum(c: v128): f32 {
  return 0.3 * lane(c, 0) + 0.59 * lane(c, 1) + 0.11 * lane(c, 2);
}

function clipColour(c: v128): v128 {
  const l = lum(c);
  const n = min<f32>(lane(c, 0), min<f32>(lane(c, 1), lane(c, 2)));
  const x = max<f32>(lane(c, 0), max<f32>(lane(c, 1), lane(c, 2)));
  const at = f32x4.splat(l);
  if (n < 0) c = f32x4.add(at, f32x4.mul(f32x4.sub(c, at), f32x4.splat(l / (l - n))));
  if (x > 1) c = f32x4.add(at, f32x4.mul(f32x4.sub(c, at), f32x4.splat((1 - l) / (x - l))));
  return c;
}

@inline function setLum(c: v128, l: f32): v128 { return clipColour(f32x4.add(c, f32x4.splat(l - lum(c)))); }

@inline function sat(c: v128): f32 {
  return max<f32>(lane(c, 0), max<f32>(lane(c, 1), lane(c, 2))) - min<f32>(lane(c, 0), min<f32>(lane(c, 1), lane(c, 2)));
}

/** Stretches a colour's channels so that the least is 0 and the greatest `s`. */
function setSat(c: v128, s: f32): v128 {
  const n = min<f32>(lane(c, 0), min<f32>(lane(c, 1), lane(c, 2)));
  const x = max<f32>(lane(c, 0), max<f32>(lane(c, 1), lane(c, 2)));
  if (x <= n) return f32x4.splat(0);
  return f32x4.mul(f32x4.sub(c, f32x4.splat(n)), f32x4.splat(s / (x - n)));
}

function mixed(mode: i32, b: v128, s: v128): v128 {
  switch (mode) {
    case 6: return rgb(dodge(lane(b, 0), lane(s, 0)), dodge(lane(b, 1), lane(s, 1)), dodge(lane(b, 2), lane(s, 2)));
    case 7: return rgb(burn(lane(b, 0), lane(s, 0)), burn(lane(b, 1), lane(s, 1)), burn(lane(b, 2), lane(s, 2)));
    case 9: return rgb(softLight(lane(b, 0), lane(s, 0)), softLight(lane(b, 1), lane(s, 1)), softLight(lane(b, 2), lane(s, 2)));
    case 12: return setLum(setSat(s, sat(b)), lum(b));
    case 13: return setLum(setSat(b, sat(s)), lum(b));
    case 14: return setLum(s, lum(b));
    default: return setLum(b, lum(s));
  }
}

/** Source `s` over backdrop `d` in a blend mode; modes are numbered as in the W3C list. */
export function composite(mode: i32, s: v128, d: v128): v128 {
  if (mode == 0) return over(s, d);
  const one = f32x4.splat(1);
  const as = alphaOf(s);
  const ab = alphaOf(d);
  const rest = f32x4.add(f32x4.mul(s, f32x4.sub(one, ab)), f32x4.mul(d, f32x4.sub(one, as)));
  const sb = f32x4.mul(s, ab);
  const ds = f32x4.mul(d, as);
  const both = f32x4.mul(s, d);
  let m: v128;
  switch (mode) {
    case 1: m = both; break;
    case 2: m = f32x4.sub(f32x4.add(sb, ds), both); break;
    case 4: m = f32x4.min(sb, ds); break;
    case 5: m = f32x4.max(sb, ds); break;
    case 10: m = f32x4.abs(f32x4.sub(sb, ds)); break;
    case 11: m = f32x4.sub(f32x4.add(sb, ds), f32x4.add(both, both)); break;
    case 3:
    case 8: {
      const low = f32x4.add(both, both);
      const p = f32x4.mul(f32x4.sub(ab, d), f32x4.sub(as, s));
      const high = f32x4.sub(f32x4.mul(as, ab), f32x4.add(p, p));
      const dark = mode == 8 ? f32x4.le(f32x4.add(s, s), as) : f32x4.le(f32x4.add(d, d), ab);
      m = v128.bitselect(low, high, dark);
      break;
    }
    default: {
      const a = f32x4.extract_lane(s, 3);
      const b = f32x4.extract_lane(d, 3);
      if (a <= 0 || b <= 0) m = f32x4.splat(0);
      else m = f32x4.mul(mixed(mode, f32x4.div(d, ab), f32x4.div(s, as)), f32x4.splat(a * b));
    }
  }
  const a = f32x4.extract_lane(s, 3);
  const b = f32x4.extract_lane(d, 3);
  return f32x4.replace_lane(f32x4.add(rest, m), 3, a + b - a * b);
}

/** For tests: composites the colours at `s` and `d` into `out`. */
export function compositeAt(mode: i32, s: usize, d: usize, out: usize): void {
  v128.store(out, composite(mode, v128.load(s), v128.load(d)));
}

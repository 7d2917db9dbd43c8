// Samples what was drawn as it lay before it was bent.
import { beforeX, beforeY, goBackWithSlopes, slopeXx, slopeXy, slopeYx, slopeYy } from './unbent';

/** Places that a pixel takes its colour from over a stretch of samples: as many as it is long, a little over one still being one. */
@inline function placesOver(dx: f64, dy: f64, most: i32): i32 {
  return min<i32>(most, max<i32>(1, <i32>Math.ceil(Math.sqrt(dx * dx + dy * dy) - 0.25)));
}

@inline function mixed(at: usize, below: usize, cx: i32, cy: i32, wide: i32, high: i32, left: f32, right: f32, top: f32, foot: f32): v128 {
  let sum = f32x4.splat(0);
  if (cy >= 0) {
    if (cx >= 0) sum = f32x4.mul(v128.load(at), f32x4.splat(top * left));
    if (cx + 1 < wide) sum = f32x4.add(sum, f32x4.mul(v128.load(at, 16), f32x4.splat(top * right)));
  }
  if (cy + 1 < high) {
    if (cx >= 0) sum = f32x4.add(sum, f32x4.mul(v128.load(below), f32x4.splat(foot * left)));
    if (cx + 1 < wide) sum = f32x4.add(sum, f32x4.mul(v128.load(below, 16), f32x4.splat(foot * right)));
  }
  return sum;
}

/**
 * Writes the colours of pixels [x0, x1) × [y0, y1) to `out`, rows of `stride` colours, from `wide` × `high` samples at `read` whose
 * corner is (left, top). Where a pixel was is told by the lattice at hand; the matrix leads from there to samples.
 */
export function sampleBent(
  read: usize, wide: i32, high: i32, left: f64, top: f64, x0: i32, y0: i32, x1: i32, y1: i32, out: usize, stride: i32,
  a: f64, b: f64, c: f64, d: f64, e: f64, f: f64, most: i32,
): void {
  for (let y = y0; y < y1; y++) {
    let to = out + (<usize>((y - y0) * stride) << 4);
    for (let x = x0; x < x1; x++, to += 16) {
      goBackWithSlopes(<f64>x + 0.5, <f64>y + 0.5);
      const px = a * beforeX() + c * beforeY() + e - left - 0.5;
      const py = b * beforeX() + d * beforeY() + f - top - 0.5;
      const ax = a * slopeXx() + c * slopeYx(), ay = b * slopeXx() + d * slopeYx();
      const bx = a * slopeXy() + c * slopeYy(), by = b * slopeXy() + d * slopeYy();
      // All of it beyond what is painted.
      const farX = 1 + Math.abs(ax) + Math.abs(bx), farY = 1 + Math.abs(ay) + Math.abs(by);
      if (px < -farX || py < -farY || px > <f64>wide + farX || py > <f64>high + farY) {
        v128.store(to, f32x4.splat(0));
        continue;
      }
      const nx = placesOver(ax, ay, most), ny = placesOver(bx, by, most);
      const share = <f32>(1 / <f64>(nx * ny));
      let sum = f32x4.splat(0);
      for (let j = 0; j < ny; j++)
        for (let i = 0; i < nx; i++) {
          const u = (<f64>i + 0.5) / <f64>nx - 0.5;
          const v = (<f64>j + 0.5) / <f64>ny - 0.5;
          // Between the middles of four samples; beyond what is painted all is clear.
          const sx = px + u * ax + v * bx;
          const sy = py + u * ay + v * by;
          const cx = <i32>Math.floor(sx), cy = <i32>Math.floor(sy);
          if (cx < -1 || cy < -1 || cx >= wide || cy >= high) continue;
          const fx = <f32>(sx - <f64>cx), fy = <f32>(sy - <f64>cy);
          const at = read + (<usize>(cy * wide + cx) << 4);
          sum = f32x4.add(sum, mixed(at, at + (<usize>wide << 4), cx, cy, wide, high, share * (1 - fx), share * fx, 1 - fy, fy));
        }
      v128.store(to, sum);
    }
  }
}

import { eased } from '../colour/gradient';
import { type Cubic, cubicLength, cubicPoint } from '../geometry/cubic';
import type { Bounds } from '../geometry/path';
import type { MeshNode } from '../scene/types';

/** Patches of the surface in each direction. */
const side = 24;
/** Chords that the nearest place on the curve is sought among. */
const chords = 160;

/** Share of the curve's length, 0–1, at the place of it that is nearest to a point. */
export function nearestShare(curve: Cubic): (x: number, y: number) => number {
  const points = Array.from({ length: chords + 1 }, (_, i) => cubicPoint(curve, i / chords));
  const whole = cubicLength(curve) || 1;
  const along = points.map((_, i) => cubicLength(curve, 0, i / chords) / whole);
  return (x, y) => {
    let [best, share] = [Number.POSITIVE_INFINITY, 0];
    for (let i = 0; i < chords; i++) {
      const [p, q] = [points[i], points[i + 1]];
      const [dx, dy] = [q.x - p.x, q.y - p.y];
      const square = dx * dx + dy * dy;
      const t = square ? Math.min(1, Math.max(0, ((x - p.x) * dx + (y - p.y) * dy) / square)) : 0;
      const far = (p.x + t * dx - x) ** 2 + (p.y + t * dy - y) ** 2;
      if (far >= best) continue;
      best = far;
      share = along[i] + (along[i + 1] - along[i]) * t;
    }
    return share;
  };
}

/**
 * A surface over bounds whose alpha follows a curve: every place has the opacity of the place of the
 * curve nearest to it, `from` at its start and `to` at its end, halfway between at `middle` of its length.
 */
export function curveMask(curve: Cubic, b: Bounds, from: number, to: number, middle: number): MeshNode {
  const shareAt = nearestShare(curve);
  const n = 3 * side + 1;
  const [w, h] = [(b.x1 - b.x0) / (n - 1), (b.y1 - b.y0) / (n - 1)];
  const alphas = new Float32Array(n * n);
  for (let j = 0; j < n; j++)
    for (let i = 0; i < n; i++) {
      const f = eased(shareAt(b.x0 + i * w, b.y0 + j * h), middle);
      alphas[j * n + i] = from + (to - from) * f;
    }
  const points = new Float64Array(32 * side * side);
  const colours = new Float32Array(64 * side * side);
  for (let row = 0; row < side; row++)
    for (let column = 0; column < side; column++)
      for (let i = 0; i < 4; i++)
        for (let j = 0; j < 4; j++) {
          const at = 16 * (row * side + column) + 4 * i + j;
          const [x, y] = [3 * column + i, 3 * row + j];
          points.set([b.x0 + x * w, b.y0 + y * h], 2 * at);
          colours.fill(alphas[y * n + x], 4 * at, 4 * at + 4);
        }
  return { type: 'mesh', points, colours, opacity: 1, blend: 'normal' };
}

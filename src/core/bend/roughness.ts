import { chanceAt } from '../geometry/chance';
import { type PlaneMap, planeMap } from './map';
import { put } from './run';

/** Waves that the unevenness is made of. */
const waves = 12;

/**
 * Places moved by chance and smoothly: plane waves of chance directions, whose lengths lie within half an octave of `size` to
 * either side. `amount` is the root mean square of how far places move; the same places always move alike.
 */
export function roughness(amount: number, size: number, seed: number): PlaneMap {
  const own = Array.from({ length: waves }, (_, i) => {
    const chance = (k: number) => chanceAt(8 * i + k, seed);
    const k = ((2 * Math.PI) / size) * 2 ** (chance(0) / 2);
    const direction = Math.PI * chance(1);
    // Which way the wave moves places, whatever way it runs.
    const way = Math.PI * chance(2);
    return {
      kx: k * Math.cos(direction),
      ky: k * Math.sin(direction),
      phase: Math.PI * chance(3),
      // A cosine's mean square is a half.
      x: amount * Math.sqrt(2 / waves) * Math.cos(way),
      y: amount * Math.sqrt(2 / waves) * Math.sin(way),
    };
  });
  return planeMap((x, y, out) => {
    let [sx, sy, xx, yx, xy, yy] = [x, y, 1, 0, 0, 1];
    for (const w of own) {
      const at = w.kx * x + w.ky * y + w.phase;
      const c = Math.cos(at);
      const s = -Math.sin(at);
      sx += w.x * c;
      sy += w.y * c;
      xx += w.x * s * w.kx;
      yx += w.y * s * w.kx;
      xy += w.x * s * w.ky;
      yy += w.y * s * w.ky;
    }
    put(out, sx, sy, xx, yx, xy, yy);
  });
}

import { BoundedCache, mebibytes } from '../cache/bounded-cache';
import { flattenCubic } from '../geometry/flatten';
import { cubicsOf } from '../geometry/path';
import type { FaceInstance } from './face';

/** Heights that a letter's sides are felt at. */
const steps = 24;

/** How far a letter's ink lies from its two edges at even heights, font units; infinite where there is none. */
interface Sides {
  readonly left: Float64Array;
  readonly right: Float64Array;
}

interface Felt {
  readonly glyphs: readonly { readonly id: number; readonly x: number; readonly y: number }[];
  readonly instance: FaceInstance;
  readonly scale: number;
  readonly advance: number;
}

const known = new WeakMap<FaceInstance, BoundedCache<Sides>>();

/** The sides of a letter between its baseline and the height of capitals. */
function sidesOf({ glyphs, instance, scale, advance }: Felt): Sides {
  let mine = known.get(instance);
  if (!mine) {
    mine = new BoundedCache(mebibytes(1), (sides) => sides.left.byteLength + sides.right.byteLength);
    known.set(instance, mine);
  }
  return mine.getOr(glyphs.map((g) => `${g.id} ${g.x} ${g.y}`).join(), () =>
    measured({ glyphs, instance, scale, advance }),
  );
}

function measured({ glyphs, instance, scale, advance }: Felt): Sides {
  const left = new Float64Array(steps).fill(Number.POSITIVE_INFINITY);
  const right = new Float64Array(steps).fill(Number.POSITIVE_INFINITY);
  const wide = advance / scale;
  const high = instance.metrics.capHeight;
  for (const g of glyphs)
    for (const cubic of cubicsOf(instance.outline(g.id))) {
      let from = { x: cubic[0], y: cubic[1] };
      for (const to of flattenCubic(cubic, instance.unitsPerEm / 1000)) {
        const [x0, x1] = [from.x + g.x, to.x + g.x];
        const [y0, y1] = [-(from.y + g.y), -(to.y + g.y)];
        from = to;
        for (let s = 0; s < steps; s++) {
          const y = (high * (s + 0.5)) / steps;
          if (Math.min(y0, y1) > y || Math.max(y0, y1) < y || y0 === y1) continue;
          const x = x0 + ((x1 - x0) * (y - y0)) / (y1 - y0);
          left[s] = Math.min(left[s], x);
          right[s] = Math.min(right[s], wide - x);
        }
      }
    }
  return { left, right };
}

/** The mean white between two sides, recesses felt only so deep; null where either has no ink. */
function white(
  right: Float64Array,
  left: Float64Array,
  deep: number,
): { mean: number; least: number } | null {
  if (!right.some(Number.isFinite) || !left.some(Number.isFinite)) return null;
  let [sum, least] = [0, Number.POSITIVE_INFINITY];
  for (let s = 0; s < steps; s++) {
    const gap = Math.min(right[s], deep) + Math.min(left[s], deep);
    sum += Math.min(gap, deep);
    least = Math.min(least, right[s] + left[s]);
  }
  return { mean: sum / steps, least };
}

const rhythms = new WeakMap<FaceInstance, number>();

/** The white between two uprights as the face itself spaces them: that of “H” beside “H”, else “n” beside “n”. */
function rhythmOf(instance: FaceInstance): number {
  let rhythm = rhythms.get(instance);
  if (rhythm === undefined) {
    const [upright] = ['HH', 'nn'].flatMap((text) => {
      const order = { from: 0, to: 2, rightToLeft: false, script: 'Latn', features: [] };
      const [a] = instance.shape(text, order);
      if (!a?.id) return [];
      const sides = sidesOf({
        glyphs: [{ id: a.id, x: 0, y: 0 }],
        instance,
        scale: 1,
        advance: a.advance,
      });
      return [white(sides.right, sides.left, 0.3 * instance.unitsPerEm)?.mean ?? 0];
    });
    rhythm = upright ?? 0.1 * instance.unitsPerEm;
    rhythms.set(instance, rhythm);
  }
  return rhythm;
}

/**
 * How much nearer (below 0) or farther a letter has to stand for its white to the one before to be that of two
 * uprights, sheet units. Letters never come nearer than a third of that.
 */
export function opticalGap(before: Felt, after: Felt): number {
  if (before.instance !== after.instance) return 0;
  const { instance, scale } = after;
  const gap = white(sidesOf(before).right, sidesOf(after).left, 0.3 * instance.unitsPerEm);
  if (!gap) return 0;
  const rhythm = rhythmOf(instance);
  // Half the way: what a designer of the face put there counts as much as the white.
  const wanted = 0.5 * (rhythm - gap.mean);
  return Math.max(wanted, rhythm / 3 - gap.least) * scale;
}

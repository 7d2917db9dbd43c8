import type { ColourStop } from '../colour/gradient';

/** A stretch of the numbers that go along with a scene. */
export interface Stretch {
  readonly from: number;
  readonly count: number;
}

/** Numbers a stop: its place, its colour, and its midpoint or NaN. */
export const perStop = 6;

/** Numbers put one after another. */
export class Numbers {
  private all = new Float64Array(1 << 10);
  private end = 0;

  /** Makes room for so many; where they begin, and what they are to be written to. */
  take(count: number): { readonly stretch: Stretch; readonly into: Float64Array } {
    const from = this.end;
    this.end += count;
    if (this.end > this.all.length) {
      const more = new Float64Array(2 * this.end);
      more.set(this.all);
      this.all = more;
    }
    return { stretch: { from, count }, into: this.all.subarray(from, this.end) };
  }

  /** All that was put since the last time. */
  taken(): Float64Array {
    const out = this.all.slice(0, this.end);
    this.end = 0;
    // What one large scene took is not held on to.
    if (this.all.length > 4 * out.length + (1 << 16)) this.all = new Float64Array(1 << 10);
    return out;
  }
}

/** Puts the stops of a gradient among numbers. */
export function putStops(numbers: Numbers, stops: readonly ColourStop[]): Stretch {
  const { stretch, into } = numbers.take(perStop * stops.length);
  for (const [i, { at, colour, mid }] of stops.entries()) {
    into[perStop * i] = at;
    into.set(colour, perStop * i + 1);
    into[perStop * i + 5] = mid ?? Number.NaN;
  }
  return stretch;
}

/** The stops of a gradient out of a stretch of numbers. */
export function stopsIn(numbers: Float64Array, { from, count }: Stretch): ColourStop[] {
  const stops: ColourStop[] = [];
  for (let k = from; k < from + count; k += perStop) {
    const colour = [numbers[k + 1], numbers[k + 2], numbers[k + 3], numbers[k + 4]] as const;
    const mid = numbers[k + 5];
    stops.push(Number.isNaN(mid) ? { at: numbers[k], colour } : { at: numbers[k], colour, mid });
  }
  return stops;
}

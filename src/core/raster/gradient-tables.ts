import { BoundedCache, mebibytes } from '../cache/bounded-cache';
import { gradientTable, orderedStops } from '../colour/gradient';
import type { GradientPaint } from '../scene/types';

const plainSize = 1024;
/** Colours that change at once need finer tables: a hard edge is then less than half a pixel soft. */
const sharpSize = 16384;

/** Colours of a gradient for the kernels: a table, or stops that run straight into each other. */
export type GradientColours = GradientTable | EvenStops;

/** A table of premultiplied colours. */
export interface GradientTable {
  /** One entry more than there are positions: the kernels look one ahead. */
  readonly table: Float32Array;
  /** Whether all of the colours are opaque. */
  readonly opaque: boolean;
}

/** Stops of which the kernels work colours out where these are asked for: solids have hundreds, others at every step of a drag. */
export interface EvenStops {
  /** Five numbers a stop, in order: its place 0–1, and its straight-alpha colour. */
  readonly stops: Float64Array;
  readonly opaque: boolean;
}

/** Colour tables by what they are made of: a gradient that moves keeps its colours. */
export class GradientTables {
  private readonly known = new BoundedCache<GradientTable>(mebibytes(8), (t) => t.table.byteLength);
  private readonly even = new WeakMap<GradientPaint, EvenStops>();

  /** The colours of a gradient; the opacity is in those of a table only. */
  of(paint: GradientPaint, opacity: number): GradientColours {
    return runsEvenly(paint) ? this.evenOf(paint) : this.tableOf(paint, opacity);
  }

  private evenOf(paint: GradientPaint): EvenStops {
    const known = this.even.get(paint);
    if (known) return known;
    const made = evenStops(paint);
    this.even.set(paint, made);
    return made;
  }

  private tableOf(paint: GradientPaint, opacity: number): GradientTable {
    const stops = paint.stops.map((s) => `${s.at} ${s.colour} ${s.mid}`).join(' ');
    const key = `${paint.interpolation} ${opacity} ${stops}`;
    return this.known.getOr(key, () => makeTable(paint, opacity));
  }
}

const runsEvenly = ({ stops, interpolation }: GradientPaint): boolean =>
  interpolation === 'srgb' && stops.length > 0 && stops.every((s) => s.mid === undefined);

const allOpaque = ({ stops }: GradientPaint): boolean => stops.every((s) => s.colour[3] >= 1);

function evenStops(paint: GradientPaint): EvenStops {
  const sorted = orderedStops(paint.stops);
  const stops = new Float64Array(5 * sorted.length);
  for (const [i, { at, colour }] of sorted.entries()) {
    stops[5 * i] = at;
    stops.set(colour, 5 * i + 1);
  }
  return { stops, opaque: allOpaque(paint) };
}

function makeTable(paint: GradientPaint, opacity: number): GradientTable {
  const places = paint.stops.map((s) => s.at).sort((a, b) => a - b);
  const sharp = places.some((at, i) => i > 0 && at - places[i - 1] < 4 / plainSize);
  const size = sharp ? sharpSize : plainSize;
  const table = new Float32Array(4 * (size + 1));
  table.set(gradientTable(paint.stops, paint.interpolation, size));
  table.copyWithin(4 * size, 4 * (size - 1), 4 * size);
  if (opacity < 1) for (let i = 0; i < table.length; i++) table[i] *= opacity;
  return { table, opaque: opacity >= 1 && allOpaque(paint) };
}

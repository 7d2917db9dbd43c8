import { BoundedCache, mebibytes } from '../cache/bounded-cache';
import { gradientTable } from '../colour/gradient';
import type { GradientPaint } from '../scene/types';

const plainSize = 1024;
/** Colours that change at once need finer tables: a hard edge is then less than half a pixel soft. */
const sharpSize = 16384;

/** A table of premultiplied colours for the kernels, and whether all of them are opaque. */
export interface GradientTable {
  /** One entry more than there are positions: the kernels look one ahead. */
  readonly table: Float32Array;
  readonly opaque: boolean;
}

/** Colour tables by what they are made of: a gradient that moves keeps its colours. */
export class GradientTables {
  private readonly known = new BoundedCache<GradientTable>(mebibytes(8), (t) => t.table.byteLength);

  of(paint: GradientPaint, opacity: number): GradientTable {
    const stops = paint.stops.map((s) => `${s.at} ${s.colour} ${s.mid}`).join(' ');
    const key = `${paint.interpolation} ${opacity} ${stops}`;
    return this.known.getOr(key, () => tableOf(paint, opacity));
  }
}

function tableOf(paint: GradientPaint, opacity: number): GradientTable {
  const places = paint.stops.map((s) => s.at).sort((a, b) => a - b);
  const sharp = places.some((at, i) => i > 0 && at - places[i - 1] < 4 / plainSize);
  const size = sharp ? sharpSize : plainSize;
  const table = new Float32Array(4 * (size + 1));
  table.set(gradientTable(paint.stops, paint.interpolation, size));
  table.copyWithin(4 * size, 4 * (size - 1), 4 * size);
  if (opacity < 1) for (let i = 0; i < table.length; i++) table[i] *= opacity;
  return { table, opaque: opacity >= 1 && paint.stops.every((s) => s.colour[3] >= 1) };
}

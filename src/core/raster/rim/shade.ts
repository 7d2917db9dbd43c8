import { BoundedCache, mebibytes } from '../../cache/bounded-cache';
import { monotoneSpans } from '../../geometry/monotone';
import type { Bounds } from '../../geometry/path';
import type { EdgeOutline } from '../../nearest/outline';
import { type Rim, rimProfiles } from '../../scene/types';
import { type Target, tileSize } from '../target';
import { edgeRoom, setOutline } from './outline-input';
import { inPieces } from './pieces';

/** Lights and shades of a rim over a rectangle of pixels: two numbers a pixel, how much of either shows, 0–1. */
export type RimShades = Float32Array;

/** How the kernels number the sides that a rim lies on. */
const sides = { inside: 0, outside: 1, both: 2 } as const;

/** Less shine than this is none. */
const dull = 1e-4;
/** Positions of the table of shines, as the kernels have it: between two of them less than a millionth is lost. */
const positions = 4096;

const shines = new BoundedCache<Float64Array>(mebibytes(1), (t) => t.byteLength);

/** The least cosine that shines at all, and the shines from there to 1 (Blinn 1977). */
function shinesOf({ shine, gloss }: Rim): { least: number; table: Float64Array } {
  const least = shine > 0 ? dull ** (1 / gloss) : 1;
  const table = shines.getOr(`${shine} ${gloss}`, () =>
    Float64Array.from(
      { length: positions + 1 },
      (_, i) => shine * (least + ((1 - least) * i) / positions) ** gloss,
    ),
  );
  return { least, table };
}

/** Says to the kernels how a rim looks whose pixels are `scale` to a sheet unit. */
function setRim(target: Target, rim: Rim, scale: number): void {
  const { kernels } = target;
  const { tables } = edgeRoom(target);
  const { least, table } = shinesOf(rim);
  const spans = rim.profile === 'own' ? monotoneSpans(rim.curve) : new Float64Array(0);
  const memory = new Float64Array(kernels.memory.buffer, tables, table.length + spans.length);
  memory.set(table);
  memory.set(spans, table.length);
  // Between the light and the eye straight above.
  const [x, y, z] = rim.light;
  const l = Math.hypot(x, y, z + 1) || 1;
  kernels.setRim(
    sides[rim.side],
    rim.width * scale,
    rim.height / rim.width,
    rimProfiles.indexOf(rim.profile),
    tables + table.byteLength,
    spans.length / 5,
    rim.softness,
    x,
    y,
    z,
    x / l,
    y / l,
    (z + 1) / l,
    tables,
    least,
  );
}

/**
 * Works a rim out over a rectangle of device pixels, `scale` of them a sheet unit. Its bits do not depend on how a picture is
 * cut into rectangles: places are whole-picture pixels, blocks lie on one lattice, and of several chords as near the first counts.
 * @throws RangeError where the outline has too many edges.
 */
export function shadeRim(
  target: Target,
  rim: Rim,
  outline: EdgeOutline,
  area: Bounds,
  scale: number,
): RimShades {
  const wide = area.x1 - area.x0;
  const out = new Float32Array(2 * wide * (area.y1 - area.y0));
  if (!(rim.width * scale > 0) || !outline.count) return out;
  const { kernels } = target;
  setOutline(target, outline);
  setRim(target, rim, scale);
  const { out: at, work, bytes } = edgeRoom(target);
  inPieces(area, tileSize, ({ x0, y0, x1, y1 }) => {
    if (!kernels.shadeRim(x0, y0, x1, y1, at, work, bytes)) return false;
    const w = 2 * (x1 - x0);
    const found = new Float32Array(kernels.memory.buffer, at, w * (y1 - y0));
    for (let y = y0; y < y1; y++)
      out.set(found.subarray(w * (y - y0), w * (y - y0 + 1)), 2 * ((y - area.y0) * wide + x0 - area.x0));
    return true;
  });
  return out;
}

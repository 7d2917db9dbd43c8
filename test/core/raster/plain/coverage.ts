import { sampleOffsets } from '@/core/raster/pattern';
import { count, full } from './layer';
import { f } from './single';

const samples = 64;
const step = 1 / samples;
/** Areas are counted in whole parts of this, so that their sum does not depend on the order. */
const unit = 1048576;
const snap = (v: number): number => Math.floor(v * 65536 + 0.5) / 65536;

/** A tile's place in the whole picture, in pixels. */
export interface Tile {
  readonly x: number;
  readonly y: number;
  readonly wide: number;
  readonly high: number;
}

/** Changes of covered area and of winding at each pixel, to be summed along rows. */
interface Changes {
  readonly area: Int32Array;
  readonly winding: Int8Array;
}

/** An edge that runs downward, and which way it ran. */
interface Edge {
  readonly x0: number;
  readonly y0: number;
  readonly x1: number;
  readonly y1: number;
  readonly slope: number;
  readonly sign: number;
}

function areaBefore(z: number, l: number, r: number): number {
  if (z <= l) return 0;
  return z >= r ? z - 0.5 * (l + r) : (0.5 * (z - l) * (z - l)) / (r - l);
}

function addAreas(tile: Tile, { area }: Changes, e: Edge): void {
  for (let r = 0; r < tile.high; r++) {
    const ya = Math.max(e.y0, tile.y + r);
    const yb = Math.min(e.y1, tile.y + r + 1);
    if (yb <= ya) continue;
    const xa = snap(e.x0 + (ya - e.y0) * e.slope);
    const xb = snap(e.x0 + (yb - e.y0) * e.slope);
    const left = Math.min(xa, xb) - tile.x;
    const right = Math.max(xa, xb) - tile.x;
    const scale = (yb - ya) * unit * e.sign;
    if (right <= 0) {
      area[r * tile.wide] += Math.floor(scale + 0.5);
      continue;
    }
    let before = 0;
    for (let k = Math.max(0, Math.floor(left)); k <= Math.ceil(right) && k < tile.wide; k++) {
      const q = Math.floor(scale * (areaBefore(k + 1, left, right) - areaBefore(k, left, right)) + 0.5);
      area[r * tile.wide + k] += q - before;
      before = q;
    }
  }
}

function addSamples(tile: Tile, { winding }: Changes, e: Edge): void {
  const first = Math.max(0, Math.ceil((e.y0 - tile.y) * samples - 0.5));
  const end = Math.min(tile.high * samples, Math.ceil((e.y1 - tile.y) * samples - 0.5));
  const turn = (s: number, column: number) => {
    const x = Math.max(0, column);
    if (x < tile.wide) winding[((s >> 6) * tile.wide + x) * samples + (s & 63)] += e.sign;
  };
  for (let s = first; s < end; ) {
    const r = s >> 6;
    const stop = Math.min(end, (r + 1) << 6);
    const top = snap(e.x0 + (tile.y + r + 0.5 * step - e.y0) * e.slope) - tile.x;
    const along = (k: number) => top + (k & 63) * step * e.slope;
    const low = Math.floor(Math.min(along(s), along(stop - 1)));
    const span = Math.ceil(Math.max(along(s), along(stop - 1))) - low;
    const wholly = Math.max(e.x0, e.x1) <= tile.x;
    for (; s < stop; s++) {
      const row = s & 63;
      if (wholly) turn(s, 0);
      else if (span > 6 || low < -1e6) turn(s, Math.ceil(along(s) - sampleOffsets[row]));
      else {
        // Near the edge single precision does, counted from the column where the row's part begins.
        const k = Math.ceil(f(f(top - low) + f(f(f(e.slope * step) * row) - f(sampleOffsets[row]))));
        if (k >= 0 && k <= span) turn(s, low + k);
      }
    }
  }
}

/** Share of a pixel that is covered: the exact area, or the samples' where a path overlaps itself. */
function shareOf(mask: bigint, area: number, evenOdd: boolean): number {
  let share = Math.abs(area / unit);
  if (evenOdd) {
    share -= 2 * Math.floor(share * 0.5);
    if (share > 1) share = 2 - share;
  } else share = Math.min(share, 1);
  const counted = count(mask) / samples;
  return f(Math.abs(counted - share) > 0.06 ? counted : share);
}

/**
 * Says for every pixel of a tile which samples a shape covers, and what share of it. `edges` holds
 * x0, y0, x1, y1 each, in pixels of the whole picture.
 */
export function coverage(
  tile: Tile,
  edges: Float64Array,
  evenOdd: boolean,
  paint: (x: number, y: number, mask: bigint, share: number) => void,
): void {
  const { wide, high } = tile;
  const changes: Changes = {
    area: new Int32Array(wide * high),
    winding: new Int8Array(wide * high * samples),
  };
  for (let i = 0; i < edges.length; i += 4) {
    const [xa, ya, xb, yb] = edges.subarray(i, i + 4);
    if (ya === yb) continue;
    const [x0, y0, x1, y1] = ya < yb ? [xa, ya, xb, yb] : [xb, yb, xa, ya];
    const e: Edge = { x0, y0, x1, y1, slope: (x1 - x0) / (y1 - y0), sign: ya < yb ? 1 : -1 };
    addAreas(tile, changes, e);
    addSamples(tile, changes, e);
  }
  for (let y = 0; y < high; y++) {
    const winding = new Int8Array(samples);
    let area = 0;
    for (let x = 0; x < wide; x++) {
      area += changes.area[y * wide + x];
      let mask = 0n;
      for (let s = 0; s < samples; s++) {
        winding[s] += changes.winding[(y * wide + x) * samples + s];
        if (evenOdd ? winding[s] & 1 : winding[s]) mask |= 1n << BigInt(s);
      }
      if (mask) paint(x, y, mask, mask === full ? 1 : shareOf(mask, area, evenOdd));
    }
  }
}

import type { Bounds } from '@/core';
import type { TileArea } from '@/worker/messages';

/** Side of a tile, device pixels; the raster workers draw no other size. */
export const side = 256;

/**
 * Areas of tiles as few areas of the whole board (tile 0, 0, places from the sheet's corner), grown to whole
 * pixels of a drawing `k` times as coarse and none larger than what is drawn at once.
 */
export function coarsened(list: readonly TileArea[], k: number): TileArea[] {
  const edge = (pick: (...v: number[]) => number, at: (a: TileArea) => number) => pick(...list.map(at));
  const left = Math.floor(edge(Math.min, (a) => a.i * side + a.x) / k) * k;
  const top = Math.floor(edge(Math.min, (a) => a.j * side + a.y) / k) * k;
  const right = Math.ceil(edge(Math.max, (a) => a.i * side + a.x + a.wide) / k) * k;
  const bottom = Math.ceil(edge(Math.max, (a) => a.j * side + a.y + a.high) / k) * k;
  const out: TileArea[] = [];
  for (let y = top; y < bottom; y += side * k)
    for (let x = left; x < right; x += side * k)
      out.push({
        ...{ i: 0, j: 0, x, y },
        wide: Math.min(side * k, right - x),
        high: Math.min(side * k, bottom - y),
      });
  return out;
}

/** What of a tile an area of the board covers, in the tile's own pixels; null where it does not. */
export function withinTile(area: TileArea, i: number, j: number): TileArea | null {
  const x = Math.max(0, area.x - i * side);
  const y = Math.max(0, area.y - j * side);
  const wide = Math.min(side, area.x + area.wide - i * side) - x;
  const high = Math.min(side, area.y + area.high - j * side) - y;
  return wide > 0 && high > 0 ? { i, j, x, y, wide, high } : null;
}

export const pixelsOf = (list: readonly TileArea[]): number => list.reduce((n, a) => n + a.wide * a.high, 0);

export const tileKey = (i: number, j: number) => `${i} ${j}`;

export const wholeTile = (i: number, j: number): TileArea => ({ i, j, x: 0, y: 0, wide: side, high: side });

export function joinAreas(a: TileArea | undefined, b: TileArea): TileArea {
  if (!a) return b;
  const x = Math.min(a.x, b.x);
  const y = Math.min(a.y, b.y);
  return {
    ...b,
    x,
    y,
    wide: Math.max(a.x + a.wide, b.x + b.wide) - x,
    high: Math.max(a.y + a.high, b.y + b.high) - y,
  };
}

/** The pixels of a tile that damage reaches, one more on each side, or null where it does not. */
export function reachedBy(
  damage: Bounds,
  { i, j }: { readonly i: number; readonly j: number },
  scale: number,
): TileArea | null {
  const clamp = (v: number) => Math.min(side, Math.max(0, v));
  const x = clamp(Math.floor(damage.x0 * scale) - i * side - 1);
  const y = clamp(Math.floor(damage.y0 * scale) - j * side - 1);
  const wide = clamp(Math.ceil(damage.x1 * scale) - i * side + 1) - x;
  const high = clamp(Math.ceil(damage.y1 * scale) - j * side + 1) - y;
  return wide > 0 && high > 0 ? { i, j, x, y, wide, high } : null;
}

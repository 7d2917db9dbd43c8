import type { Bounds } from '../../geometry/path';

/**
 * Does something for all of a rectangle of pixels: piece by piece of at most `side` pixels, and by quarters where it says that a piece is
 * too much for it.
 * @throws RangeError where a single pixel is.
 */
export function inPieces(area: Bounds, side: number, work: (piece: Bounds) => boolean): void {
  const { x0, y0, x1, y1 } = area;
  const [wide, high] = [x1 - x0, y1 - y0];
  if (wide <= 0 || high <= 0) return;
  if (wide <= side && high <= side) {
    if (work(area)) return;
    if (wide <= 1 && high <= 1)
      throw new RangeError('An outline has too many edges to be drawn at this size.');
  }
  const [mx, my] = [x0 + Math.ceil(wide / 2), y0 + Math.ceil(high / 2)];
  inPieces({ x0, y0, x1: mx, y1: my }, side, work);
  inPieces({ x0: mx, y0, x1, y1: my }, side, work);
  inPieces({ x0, y0: my, x1: mx, y1 }, side, work);
  inPieces({ x0: mx, y0: my, x1, y1 }, side, work);
}

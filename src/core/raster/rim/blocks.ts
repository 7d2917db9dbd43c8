import { squaredToChord } from '../../nearest/chord';
import type { NearestEdge } from '../../nearest/nearest-edge';
import type { EdgeOutline } from '../../nearest/outline';

/** Side of the blocks at the end, pixels; they lie on one lattice whatever the tile. */
export const leaf = 4;

/** What is done with a block of pixels: its corner, its sides, and the chords that may be nearest to places in it. */
export type AtLeaf = (
  x: number,
  y: number,
  wide: number,
  high: number,
  list: Int32Array,
  from: number,
  to: number,
) => void;

/**
 * Halves a rectangle of pixels until few chords are left that can be nearest to any place of a block. A chord that lies
 * farther from its middle than the nearest by the block's diameter is out, for no distance changes faster than the place.
 * Blocks that lie beyond the distances asked for are passed over.
 */
export class Blocks {
  private stack = new Int32Array(1 << 12);
  private far = new Float64Array(1 << 10);

  constructor(
    private readonly outline: EdgeOutline,
    private readonly edge: NearestEdge,
    /** The signed distances that are asked for, inside positive. */
    private readonly from: number,
    private readonly to: number,
    private readonly atLeaf: AtLeaf,
  ) {}

  /** Goes through the rectangle whose corner is (x, y), in device pixels. */
  run(x: number, y: number, wide: number, high: number): void {
    const { count } = this.outline;
    this.room(count);
    for (let i = 0; i < count; i++) this.stack[i] = i;
    // From a corner of the lattice on, so that every tile cuts the plane alike.
    const left = Math.floor(x / leaf) * leaf;
    const top = Math.floor(y / leaf) * leaf;
    let side = leaf;
    while (left + side < x + wide || top + side < y + high) side *= 2;
    this.halve(left, top, side, { x0: x, y0: y, x1: x + wide, y1: y + high }, 0, count);
  }

  private room(n: number): void {
    if (this.stack.length < 8 * n + 64) {
      const more = new Int32Array(16 * n + 128);
      more.set(this.stack);
      this.stack = more;
    }
    if (this.far.length < n) this.far = new Float64Array(2 * n);
  }

  private halve(
    x: number,
    y: number,
    side: number,
    tile: { readonly x0: number; readonly y0: number; readonly x1: number; readonly y1: number },
    from: number,
    to: number,
  ): void {
    if (x >= tile.x1 || y >= tile.y1 || x + side <= tile.x0 || y + side <= tile.y0) return;
    const { chords } = this.outline;
    const [mx, my] = [x + side / 2, y + side / 2];
    const { stack, far } = this;
    let nearest = Number.POSITIVE_INFINITY;
    for (let k = from; k < to; k++) {
      const d = squaredToChord(chords, 5 * stack[k], mx, my);
      far[k - from] = d;
      if (d < nearest) nearest = d;
    }
    nearest = Math.sqrt(nearest);
    const half = (side * Math.SQRT2) / 2;
    const gap = nearest - half;
    if (gap > this.to && gap > -this.from) return;
    const limit = (nearest + 2 * half + 1e-3) ** 2;
    let end = to;
    if (stack.length < end + (to - from)) {
      this.room(end + (to - from));
      this.halve(x, y, side, tile, from, to);
      return;
    }
    for (let k = from; k < to; k++) if (far[k - from] <= limit) stack[end++] = stack[k];
    // Where no edge comes near, all of a block lies on one side.
    if (gap > 1) {
      this.edge.find(mx, my, stack, to, end);
      if (this.edge.distance > 0 ? gap > this.to : gap > -this.from) return;
    }
    if (side <= leaf) {
      const [x0, y0] = [Math.max(x, tile.x0), Math.max(y, tile.y0)];
      const [x1, y1] = [Math.min(x + side, tile.x1), Math.min(y + side, tile.y1)];
      this.atLeaf(x0, y0, x1 - x0, y1 - y0, this.stack, to, end);
      return;
    }
    const h = side / 2;
    this.halve(x, y, h, tile, to, end);
    this.halve(x + h, y, h, tile, to, end);
    this.halve(x, y + h, h, tile, to, end);
    this.halve(x + h, y + h, h, tile, to, end);
  }
}

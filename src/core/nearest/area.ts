import { flattenTo } from '../geometry/flatten';
import { type Path, pathBounds, segmentAt, segmentCount } from '../geometry/path';

/** How far a chord may lie from its curve, as a share of the area's size. */
const tolerance = 5e-4;
/** Rows that chords are sorted into. */
const rows = 256;

/** An area that is asked about many places: which lie in it, and which lie near its outline. */
export class Area {
  /** Four numbers a chord. */
  readonly #chords: Float64Array;
  readonly #rows: readonly (readonly number[])[];
  readonly #top: number;
  readonly #height: number;
  readonly #evenOdd: boolean;

  constructor(path: Path) {
    const b = pathBounds(path) ?? { x0: 0, y0: 0, x1: 0, y1: 0 };
    const size = Math.max(b.x1 - b.x0, b.y1 - b.y0, 1e-9);
    const chords: number[] = [];
    for (const c of path.contours) {
      const n = segmentCount(c);
      let [x, y] = [c.xy[0], c.xy[1]];
      const to = (px: number, py: number) => {
        chords.push(x, y, px, py);
        [x, y] = [px, py];
      };
      for (let i = 0; i < n; i++) flattenTo(segmentAt(c, i), tolerance * size, to);
      // What is open is closed by a line, as fills close it.
      if (!c.closed && n) to(c.xy[0], c.xy[1]);
    }
    this.#chords = Float64Array.from(chords);
    this.#top = b.y0;
    this.#height = Math.max(1e-9, (b.y1 - b.y0) / rows);
    this.#evenOdd = path.fillRule === 'evenodd';
    const lists: number[][] = Array.from({ length: rows }, () => []);
    for (let k = 0; k < this.#chords.length; k += 4) {
      const [y0, y1] = [this.#chords[k + 1], this.#chords[k + 3]];
      const last = this.#rowOf(Math.max(y0, y1));
      for (let r = this.#rowOf(Math.min(y0, y1)); r <= last; r++) lists[r].push(k);
    }
    this.#rows = lists;
  }

  #rowOf(y: number): number {
    return Math.min(rows - 1, Math.max(0, Math.floor((y - this.#top) / this.#height)));
  }

  /** Whether a place lies in it, by its fill rule. */
  holds(x: number, y: number): boolean {
    const c = this.#chords;
    let winding = 0;
    for (const k of this.#rows[this.#rowOf(y)]) {
      const [y0, y1] = [c[k + 1], c[k + 3]];
      if (y0 <= y === y1 <= y) continue;
      const at = c[k] + ((y - y0) / (y1 - y0)) * (c[k + 2] - c[k]);
      if (at > x) winding += y1 > y0 ? 1 : -1;
    }
    return this.#evenOdd ? winding % 2 !== 0 : winding !== 0;
  }

  /**
   * Returns how far a place lies from its outline, where that is nearer than `within`, and that otherwise. Rows are gone through
   * from the place outwards, as far as something nearer may lie in them.
   */
  far(x: number, y: number, within: number): number {
    const start = this.#rowOf(y);
    let least = this.#nearerInRow(start, x, y, within * within);
    // The place may lie beyond the first or last row; a row more than is needed keeps rounding out of it.
    const inside = (y - this.#top) / this.#height - start;
    for (let step = 1; step < rows; step++) {
      const [above, below] = [start - step, start + step];
      const gapAbove = Math.max(0, inside + step - 2) * this.#height;
      const gapBelow = Math.max(0, step - inside - 1) * this.#height;
      if ((above < 0 || gapAbove ** 2 > least) && (below >= rows || gapBelow ** 2 > least)) break;
      if (above >= 0) least = this.#nearerInRow(above, x, y, least);
      if (below < rows) least = this.#nearerInRow(below, x, y, least);
    }
    return Math.sqrt(least);
  }

  /** The square of how far a place lies from the chords of a row, or `least` where that is less. */
  #nearerInRow(row: number, x: number, y: number, least: number): number {
    const c = this.#chords;
    let nearest = least;
    for (const k of this.#rows[row]) {
      const dx = c[k + 2] - c[k];
      const dy = c[k + 3] - c[k + 1];
      const l = dx * dx + dy * dy;
      const t = l > 0 ? Math.min(1, Math.max(0, ((x - c[k]) * dx + (y - c[k + 1]) * dy) / l)) : 0;
      const ex = c[k] + t * dx - x;
      const ey = c[k + 1] + t * dy - y;
      const square = ex * ex + ey * ey;
      if (square < nearest) nearest = square;
    }
    return nearest;
  }
}

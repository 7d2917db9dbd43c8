/** Finds pooled points near a place: chained cells in flat arrays. */
export class PointHash {
  private readonly head: Int32Array;
  private readonly next: number[] = [];
  private readonly mask: number;
  private readonly cell: number;

  constructor(
    private readonly xs: readonly number[],
    private readonly ys: readonly number[],
    private readonly reach: number,
    expected: number,
  ) {
    let size = 64;
    while (size < 2 * expected) size *= 2;
    this.head = new Int32Array(size).fill(-1);
    this.mask = size - 1;
    this.cell = 4 * reach;
  }

  private slot(ix: number, iy: number): number {
    return (Math.imul(ix | 0, 0x9e3779b1) ^ Math.imul(iy | 0, 0x85ebca6b)) & this.mask;
  }

  /** Index of the first point within reach of (x, y), or −1. */
  find(x: number, y: number): number {
    const { cell, reach } = this;
    const x0 = Math.floor((x - reach) / cell);
    const x1 = Math.floor((x + reach) / cell);
    const y0 = Math.floor((y - reach) / cell);
    const y1 = Math.floor((y + reach) / cell);
    for (let ix = x0; ix <= x1; ix++)
      for (let iy = y0; iy <= y1; iy++)
        for (let v = this.head[this.slot(ix, iy)]; v >= 0; v = this.next[v]) {
          const dx = this.xs[v] - x;
          const dy = this.ys[v] - y;
          if (dx * dx + dy * dy < reach * reach) return v;
        }
    return -1;
  }

  /** Enters point `v`, whose place is already in the arrays; points enter in order. */
  add(v: number): void {
    const k = this.slot(Math.floor(this.xs[v] / this.cell), Math.floor(this.ys[v] / this.cell));
    this.next[v] = this.head[k];
    this.head[k] = v;
  }
}

/** Finds the point at an exact integer place. */
export class IntegerHash {
  private readonly table: Int32Array;
  private readonly mask: number;

  constructor(
    private readonly xs: Float64Array,
    private readonly ys: Float64Array,
  ) {
    let size = 64;
    while (size < 2 * xs.length) size *= 2;
    this.table = new Int32Array(size).fill(-1);
    this.mask = size - 1;
    for (let v = 0; v < xs.length; v++) {
      let k = this.slot(xs[v], ys[v]);
      while (this.table[k] >= 0) k = (k + 1) & this.mask;
      this.table[k] = v;
    }
  }

  private slot(x: number, y: number): number {
    return (Math.imul(x | 0, 0x9e3779b1) ^ Math.imul(y | 0, 0x85ebca6b)) & this.mask;
  }

  /** Index of the point at (x, y), or −1. */
  find(x: number, y: number): number {
    for (let k = this.slot(x, y); this.table[k] >= 0; k = (k + 1) & this.mask) {
      const v = this.table[k];
      if (this.xs[v] === x && this.ys[v] === y) return v;
    }
    return -1;
  }
}

function grown(a: Int32Array<ArrayBuffer>, atLeast: number): Int32Array<ArrayBuffer> {
  const out = new Int32Array(2 * a.length + atLeast);
  out.set(a);
  return out;
}

/** Straight chords in a uniform grid; asks which chords pass near a point. */
export class ChordGrid {
  private readonly starts: Int32Array;
  private readonly items: Int32Array;
  private readonly side: number;
  private readonly scale: number;

  /** `chords` holds x0, y0, x1, y1 each; `pad` is how near counts as passing. */
  constructor(
    private readonly chords: Float64Array,
    private readonly originX: number,
    private readonly originY: number,
    size: number,
    private readonly pad: number,
  ) {
    const n = chords.length / 4;
    this.side = Math.max(1, Math.min(512, Math.ceil(Math.sqrt(n) * 1.5)));
    this.scale = this.side / (size || 1);
    const { cells, held } = this.visits();
    const counts = new Int32Array(this.side * this.side + 1);
    for (let i = 0; i < cells.length; i++) counts[cells[i] + 1]++;
    for (let i = 0; i < counts.length - 1; i++) counts[i + 1] += counts[i];
    this.starts = counts;
    this.items = new Int32Array(cells.length);
    const fill = counts.slice();
    for (let i = 0; i < cells.length; i++) this.items[fill[cells[i]]++] = held[i];
  }

  private clampCell(v: number): number {
    return v < 0 ? 0 : v >= this.side ? this.side - 1 : v;
  }

  /** Every cell that a chord passes near, with that chord. */
  private visits(): { cells: Int32Array; held: Int32Array } {
    const { chords, pad, scale, side } = this;
    const n = chords.length / 4;
    let cells = new Int32Array(4 * n + 64);
    let held = new Int32Array(4 * n + 64);
    let count = 0;
    for (let e = 0; e < n; e++) {
      const ax = chords[4 * e];
      const ay = chords[4 * e + 1];
      const bx = chords[4 * e + 2];
      const by = chords[4 * e + 3];
      const r0 = this.clampCell(Math.floor(((ay < by ? ay : by) - pad - this.originY) * scale));
      const r1 = this.clampCell(Math.floor(((ay < by ? by : ay) + pad - this.originY) * scale));
      const left = ax < bx ? ax : bx;
      const right = ax < bx ? bx : ax;
      const slope = by === ay ? 0 : (bx - ax) / (by - ay);
      for (let r = r0; r <= r1; r++) {
        let x0 = left;
        let x1 = right;
        if (slope !== 0 && r1 > r0) {
          // Only the stretch of the chord that lies in this row of cells.
          const u = ax + (this.originY + r / scale - pad - ay) * slope;
          const v = ax + (this.originY + (r + 1) / scale + pad - ay) * slope;
          x0 = Math.max(x0, Math.min(u, v));
          x1 = Math.min(x1, Math.max(u, v));
        }
        const c0 = this.clampCell(Math.floor((x0 - pad - this.originX) * scale));
        const c1 = this.clampCell(Math.floor((x1 + pad - this.originX) * scale));
        if (count + side > cells.length) {
          cells = grown(cells, side);
          held = grown(held, side);
        }
        for (let c = c0; c <= c1; c++) {
          cells[count] = r * side + c;
          held[count++] = e;
        }
      }
    }
    return { cells: cells.subarray(0, count), held: held.subarray(0, count) };
  }

  /** Calls `take` with every chord of the cell that holds (x, y); a superset of the near ones. */
  near(x: number, y: number, take: (chord: number) => void): void {
    const c = this.clampCell(Math.floor((x - this.originX) * this.scale));
    const r = this.clampCell(Math.floor((y - this.originY) * this.scale));
    const cell = r * this.side + c;
    for (let i = this.starts[cell]; i < this.starts[cell + 1]; i++) take(this.items[i]);
  }
}

/** Where along a chord a point's foot lies (0–1) and the squared distance to it. */
export function footOnChord(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  x: number,
  y: number,
  out: { u: number; d2: number },
): void {
  const dx = bx - ax;
  const dy = by - ay;
  const l = dx * dx + dy * dy;
  let u = l > 0 ? ((x - ax) * dx + (y - ay) * dy) / l : 0;
  u = u < 0 ? 0 : u > 1 ? 1 : u;
  const ex = ax + u * dx - x;
  const ey = ay + u * dy - y;
  out.u = u;
  out.d2 = ex * ex + ey * ey;
}

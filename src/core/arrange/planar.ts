/** A use of an edge by a curve: its chord's place, and whether it runs from the edge's `a` to its `b`. */
export interface Use {
  readonly curve: number;
  readonly index: number;
  readonly along: boolean;
}

/**
 * A plane graph of straight edges between vertices that nowhere cross. Half-edge 2e runs from a to b
 * of edge e, 2e + 1 back. Faces lie to the side where a cycle's area counts positive.
 */
export class PlaneGraph {
  private readonly a: number[] = [];
  private readonly b: number[] = [];
  private readonly alive: boolean[] = [];
  private readonly byEnds = new Map<number, number>();
  readonly uses: Use[][] = [];
  /** Half-edges that leave each vertex, by angle. */
  private leaving: number[][] = [];

  constructor(
    private readonly xs: readonly number[],
    private readonly ys: readonly number[],
  ) {}

  /** Enters a chord; chords between the same vertices are one edge. */
  add(from: number, to: number, curve: number, index: number): void {
    if (from === to) return;
    const key = Math.min(from, to) * this.xs.length + Math.max(from, to);
    let e = this.byEnds.get(key);
    if (e === undefined) {
      e = this.a.length;
      this.byEnds.set(key, e);
      this.a.push(Math.min(from, to));
      this.b.push(Math.max(from, to));
      this.alive.push(true);
      this.uses.push([]);
    }
    this.uses[e].push({ curve, index, along: from < to });
  }

  from(h: number): number {
    return h & 1 ? this.b[h >> 1] : this.a[h >> 1];
  }

  to(h: number): number {
    return h & 1 ? this.a[h >> 1] : this.b[h >> 1];
  }

  /** How many edges meet at a vertex. */
  degree(v: number): number {
    return this.leaving[v]?.length ?? 0;
  }

  private angle(h: number): number {
    const [p, q] = [this.from(h), this.to(h)];
    return Math.atan2(this.ys[q] - this.ys[p], this.xs[q] - this.xs[p]);
  }

  private order(): void {
    this.leaving = this.xs.map(() => []);
    for (let h = 0; h < 2 * this.a.length; h++) if (this.alive[h >> 1]) this.leaving[this.from(h)].push(h);
    for (const list of this.leaving) if (list.length > 2) list.sort((g, h) => this.angle(g) - this.angle(h));
  }

  /** The half-edge after `h` round the face beside it, among those that `keep` lets pass. */
  next(h: number, keep: (h: number) => boolean = () => true): number {
    const list = this.leaving[this.to(h)];
    const at = list.indexOf(h ^ 1);
    for (let k = 1; k <= list.length; k++) {
      const g = list[(at - k + list.length) % list.length];
      if (keep(g)) return g;
    }
    return h ^ 1;
  }

  /** Edges that lead nowhere divide nothing. */
  private prune(): void {
    const degree = new Int32Array(this.xs.length);
    const at: number[][] = this.xs.map(() => []);
    this.a.forEach((p, e) => {
      if (!this.alive[e]) return;
      for (const v of [p, this.b[e]]) {
        degree[v]++;
        at[v].push(e);
      }
    });
    const loose = Array.from(degree, (_, v) => v).filter((v) => degree[v] === 1);
    for (let v = loose.pop(); v !== undefined; v = loose.pop()) {
      const e = at[v].find((k) => this.alive[k]);
      if (e === undefined) continue;
      this.alive[e] = false;
      const w = this.a[e] === v ? this.b[e] : this.a[e];
      degree[v]--;
      if (--degree[w] === 1) loose.push(w);
    }
  }

  /** Closed walks of half-edges `within`, each taken once. */
  cycles(within: (h: number) => boolean): number[][] {
    const seen = new Uint8Array(2 * this.a.length);
    const out: number[][] = [];
    for (let h = 0; h < seen.length; h++) {
      if (seen[h] || !this.alive[h >> 1] || !within(h)) continue;
      const cycle: number[] = [];
      for (let g = h; !seen[g]; g = this.next(g, within)) {
        seen[g] = 1;
        cycle.push(g);
      }
      out.push(cycle);
    }
    return out;
  }

  /** All cycles round faces, once everything that divides nothing is gone. */
  settle(): number[][] {
    for (;;) {
      this.prune();
      this.order();
      const cycles = this.cycles(() => true);
      const owner = new Int32Array(2 * this.a.length).fill(-1);
      cycles.forEach((cycle, i) => {
        for (const h of cycle) owner[h] = i;
      });
      // An edge with the same face on both sides is a bridge.
      let bridges = 0;
      for (let e = 0; e < this.a.length; e++)
        if (this.alive[e] && owner[2 * e] === owner[2 * e + 1]) {
          this.alive[e] = false;
          bridges++;
        }
      if (!bridges) return cycles;
    }
  }

  /** Twice the area a cycle goes round. */
  area2(cycle: readonly number[]): number {
    const [x0, y0] = [this.xs[this.from(cycle[0])], this.ys[this.from(cycle[0])]];
    let sum = 0;
    for (const h of cycle) {
      const [p, q] = [this.from(h), this.to(h)];
      sum += (this.xs[p] - x0) * (this.ys[q] - y0) - (this.xs[q] - x0) * (this.ys[p] - y0);
    }
    return sum;
  }
}

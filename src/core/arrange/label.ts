import type { Loop } from './clipper';
import { nearest, type Workspace } from './workspace';

/** A stretch of one curve along a loop: parameters and, where they are known, vertices at both ends. */
export interface Run {
  /** Index of the curve, or −1 where no curve could be found. */
  curve: number;
  t0: number;
  t1: number;
  /** Vertex at each end, or −1 at a crossing. */
  v0: number;
  v1: number;
  /** Points of the loop where the run starts and ends. */
  from: number;
  to: number;
}

interface Candidate {
  curve: number;
  t0: number;
  t1: number;
  v0: number;
  v1: number;
}

/** How near a curve must pass, in integer steps: rounding first, then ever looser. */
const nearness = [nearest, 64, 2048];

function candidatesOf(w: Workspace, loop: Loop): Candidate[][] {
  const n = loop.length / 2;
  const tight = Array.from({ length: n }, (_, i) => w.through(loop[2 * i], loop[2 * i + 1], nearness[0]));
  const out: Candidate[][] = [];
  for (let i = 0; i < n; i++) {
    const j = i + 1 < n ? i + 1 : 0;
    const mx = (loop[2 * i] + loop[2 * j]) / 2;
    const my = (loop[2 * i + 1] + loop[2 * j + 1]) / 2;
    const list: Candidate[] = [];
    for (const near of nearness) {
      const first = near === nearness[0];
      const starts = first ? tight[i] : w.through(loop[2 * i], loop[2 * i + 1], near);
      const ends = first ? tight[j] : w.through(loop[2 * j], loop[2 * j + 1], near);
      for (const a of starts)
        for (const b of ends) {
          if (a.curve !== b.curve || a.t === b.t) continue;
          const neighbours = a.index >= 0 && b.index >= 0 && Math.abs(a.index - b.index) === 1;
          if (!neighbours && !w.passes(a.curve, (a.t + b.t) / 2, mx, my, near)) continue;
          list.push({ curve: a.curve, t0: a.t, t1: b.t, v0: a.vertex, v1: b.vertex });
        }
      if (list.length) break;
    }
    out.push(list);
  }
  return out;
}

const continues = (a: Candidate, b: Candidate): boolean =>
  a.curve === b.curve && Math.abs(b.t0 - a.t1) < 1e-6 && (a.t1 - a.t0) * (b.t1 - b.t0) > 0;

/** Covers a loop with the longest runs of one curve. */
export function labelLoop(w: Workspace, loop: Loop): Run[] {
  const n = loop.length / 2;
  const candidates = candidatesOf(w, loop);
  let start = 0;
  for (let i = 0; i < n; i++) {
    const before = candidates[(i + n - 1) % n];
    if (!before.some((a) => candidates[i].some((b) => continues(a, b)))) {
      start = i;
      break;
    }
  }
  const runs: Run[] = [];
  for (let done = 0; done < n; ) {
    const from = (start + done) % n;
    if (!candidates[from].length) {
      runs.push({ curve: -1, t0: 0, t1: 1, v0: -1, v1: -1, from, to: (from + 1) % n });
      done++;
      continue;
    }
    let alive = candidates[from].map((first) => ({ first, last: first }));
    let length = 1;
    while (done + length < n) {
      const next = candidates[(start + done + length) % n];
      const still = alive.filter((a) => next.some((c) => continues(a.last, c)));
      if (!still.length) break;
      for (const a of still) a.last = next.find((c) => continues(a.last, c)) as Candidate;
      alive = still;
      length++;
    }
    const { first, last } = alive[0];
    runs.push({ ...first, t1: last.t1, v1: last.v1, from, to: (from + length) % n });
    done += length;
  }
  return runs;
}

import { type Cubic, isLine } from '../geometry/cubic';
import { nearnessAt, type View } from './view';
import type { Wall } from './walls';

/** A function of a cubic's place by its values at the control points, rising along it: where it is 0. */
function crossing(a: number, b: number, c: number, d: number): number {
  let [low, high] = [0, 1];
  let t = d === a ? 0.5 : Math.min(1, Math.max(0, a / (a - d)));
  for (let k = 0; k < 50; k++) {
    const u = 1 - t;
    const v = u * u * u * a + 3 * u * u * t * b + 3 * u * t * t * c + t * t * t * d;
    if (v < 0) low = t;
    else high = t;
    const slope = 3 * (u * u * (b - a) + 2 * u * t * (c - b) + t * t * (d - c));
    const next = t - v / slope;
    const kept = next >= low && next <= high ? next : (low + high) / 2;
    if (Math.abs(kept - t) < 1e-12 || high - low < 1e-13) return kept;
    t = kept;
  }
  return t;
}

/** How near an edge is on the ruling at a place across. */
function nearnessOn(s: Cubic, place: number, view: View, start: number): number {
  // The ruling as a line A · x + B · y + C = 0, negative where the edge has not reached it.
  let [A, B, C] = [0, 0, -place];
  if (view.kind === 'along') {
    const long = Math.hypot(view.dx, view.dy);
    A = -view.dy / long;
    B = view.dx / long;
  } else {
    A = Math.sin(start - place);
    B = -Math.cos(start - place);
    C = -(A * view.x + B * view.y);
  }
  const a = A * s[0] + B * s[1] + C;
  const d = A * s[6] + B * s[7] + C;
  if (isLine(s)) {
    const t = a === d ? 0.5 : Math.min(1, Math.max(0, a / (a - d)));
    return nearnessAt(view, s[0] + (s[6] - s[0]) * t, s[1] + (s[7] - s[1]) * t);
  }
  const t = crossing(a, A * s[2] + B * s[3] + C, A * s[4] + B * s[5] + C, d);
  const u = 1 - t;
  const [p, q, r, w] = [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t];
  return nearnessAt(
    view,
    p * s[0] + q * s[2] + r * s[4] + w * s[6],
    p * s[1] + q * s[3] + r * s[5] + w * s[7],
  );
}

/**
 * Sides from the farthest to the nearest, so that each may be laid over those before it. A sweep across the rulings keeps those
 * that are abreast in order; two are compared in the middle of what they share, never at their ends, so touching is no case of
 * its own. Among curves that do not cross and each run one way, which lies above which never goes round (Guibas & Yao 1980).
 */
export function inOrder(walls: readonly Wall[], view: View, start: number): Wall[] {
  const behind = new Map<Wall, Wall[]>(walls.map((w) => [w, []]));
  const link = (back: Wall | undefined, front: Wall | undefined) => {
    if (back && front) behind.get(front)?.push(back);
  };
  const events = walls
    .filter((w) => w.to > w.from)
    .flatMap((wall) => [
      { at: wall.from, begins: true, wall },
      { at: wall.to, begins: false, wall },
    ])
    .sort((p, q) => p.at - q.at || Number(p.begins) - Number(q.begins));
  const live: Wall[] = [];
  for (const { begins, wall } of events) {
    if (!begins) {
      const i = live.indexOf(wall);
      live.splice(i, 1);
      link(live[i - 1], live[i]);
      continue;
    }
    let [low, high] = [0, live.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      const other = live[middle];
      const place = (wall.from + Math.min(wall.to, other.to)) / 2;
      if (nearnessOn(other.edge, place, view, start) < nearnessOn(wall.edge, place, view, start))
        low = middle + 1;
      else high = middle;
    }
    live.splice(low, 0, wall);
    link(live[low - 1], wall);
    link(wall, live[low + 1]);
  }
  const out: Wall[] = [];
  const seen = new Set<Wall>();
  // By a list of its own: chains of sides may be longer than calls may nest.
  for (const wall of walls) {
    if (seen.has(wall)) continue;
    seen.add(wall);
    const open = [{ wall, next: 0 }];
    while (open.length) {
      const top = open[open.length - 1];
      const back = behind.get(top.wall)?.[top.next++];
      if (!back) {
        out.push(top.wall);
        open.pop();
      } else if (!seen.has(back)) {
        seen.add(back);
        open.push({ wall: back, next: 0 });
      }
    }
  }
  return out;
}

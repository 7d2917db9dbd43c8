import { type Cubic, cubicPoint, isLine, lineCubic, projectOnCubic, subCubic } from '../geometry/cubic';
import { type Contour, contourOf, type EdgeOrigin } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { cleanRuns, crossingReach } from './clean-runs';
import type { Loop } from './clipper';
import type { Curve } from './curves';
import { labelLoop, type Run } from './label';
import { mergeCubics } from './merge';
import { refineCrossing } from './refine-crossing';
import type { Workspace } from './workspace';

/** What went on while tracing; `loose` counts joints that could not be refined. */
export interface TraceReport {
  loose: number;
  orphans: number;
}

/** One segment of a result, and where it came from. */
export interface Edge {
  cubic: Cubic;
  origin: EdgeOrigin | null;
}

function joinRuns(w: Workspace, loop: Loop, a: Run, b: Run, single: boolean, report: TraceReport): Point {
  const at = w.toSheet(loop[2 * b.from], loop[2 * b.from + 1]);
  if (a.curve < 0 || b.curve < 0 || single) return at;
  if (a.v1 >= 0 && b.v0 >= 0) return { x: w.vertexX[a.v1], y: w.vertexY[a.v1] };
  const p = w.curves[a.curve];
  const q = w.curves[b.curve];
  const m = a.curve === b.curve ? null : refineCrossing(p, a.t1, q, b.t0, w.size);
  if (m && Math.hypot(m.x - at.x, m.y - at.y) < crossingReach * w.tolerance) {
    a.t1 = m.t;
    b.t0 = m.s;
    return m;
  }
  report.loose++;
  a.t1 = projectOnCubic(p.cubic, at.x, at.y, a.t1);
  b.t0 = projectOnCubic(q.cubic, at.x, at.y, b.t0);
  const u = cubicPoint(p.cubic, a.t1);
  const v = cubicPoint(q.cubic, b.t0);
  return { x: (u.x + v.x) / 2, y: (u.y + v.y) / 2 };
}

/** The stretch of a curve that a run covers, its ends put to the joints `a` and `b`. */
export function edgeOf(
  curves: readonly Curve[],
  run: Pick<Run, 'curve' | 't0' | 't1'>,
  a: Point,
  b: Point,
): Edge {
  if (run.curve < 0) return { cubic: lineCubic(a.x, a.y, b.x, b.y), origin: null };
  const c = curves[run.curve];
  const at = (t: number) =>
    (c.origin as EdgeOrigin).t0 + t * ((c.origin as EdgeOrigin).t1 - (c.origin as EdgeOrigin).t0);
  const origin = c.origin ? { ...c.origin, t0: at(run.t0), t1: at(run.t1) } : null;
  if (c.line) return { cubic: lineCubic(a.x, a.y, b.x, b.y), origin };
  const s = subCubic(c.cubic, run.t0, run.t1);
  // Ends go to the shared joints; handles move with their ends.
  const cubic: Cubic = [
    a.x,
    a.y,
    s[2] + a.x - s[0],
    s[3] + a.y - s[1],
    s[4] + b.x - s[6],
    s[5] + b.y - s[7],
    b.x,
    b.y,
  ];
  return { cubic, origin };
}

const sameSource = (p: EdgeOrigin | null, q: EdgeOrigin | null): boolean =>
  (!p && !q) || (!!p && !!q && p.part === q.part && p.contour === q.contour && p.segment === q.segment);

/** Joins neighbours that are one straight line or two pieces of one curve. */
function simplify(edges: Edge[], reach: number): Edge[] {
  const out = edges.slice();
  for (let i = 0; out.length > 2 && i < out.length; ) {
    const j = (i + 1) % out.length;
    const a = out[i];
    const b = out[j];
    const merged =
      isLine(a.cubic) || isLine(b.cubic) || sameSource(a.origin, b.origin)
        ? mergeCubics(a.cubic, b.cubic, reach)
        : null;
    if (!merged) {
      i++;
      continue;
    }
    const origin =
      a.origin && b.origin && sameSource(a.origin, b.origin)
        ? { ...a.origin, t1: b.origin.t1 }
        : (a.origin ?? b.origin);
    out[i] = { cubic: merged, origin };
    out.splice(j, 1);
    if (j < i) i--;
  }
  return out;
}

/** One integer loop as a contour of true curves, or null where nothing of it is left. */
export function traceLoop(w: Workspace, loop: Loop, report: TraceReport): Contour | null {
  const runs = labelLoop(w, loop);
  report.orphans += runs.filter((r) => r.curve < 0).length;
  cleanRuns(w, loop, runs);
  const n = runs.length;
  const joints = runs.map((b, i) => joinRuns(w, loop, runs[(i + n - 1) % n], b, n === 1, report));
  const edges: Edge[] = [];
  for (let i = 0; i < n; i++) {
    const run = runs[i];
    const a = joints[i];
    const b = joints[(i + 1) % n];
    const short = Math.hypot(a.x - b.x, a.y - b.y) < w.reach;
    if (short && n > 2 && (run.curve < 0 || Math.abs(run.t1 - run.t0) < 0.5)) {
      joints[(i + 1) % n] = a;
      continue;
    }
    edges.push(edgeOf(w.curves, run, a, b));
  }
  const kept = simplify(edges, w.reach);
  if (kept.length < 2) return null;
  return contourOf(
    kept.map((e) => e.cubic),
    true,
    kept.map((e) => e.origin),
  );
}

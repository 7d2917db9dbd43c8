import { cubicPoint, projectOnCubic } from '../geometry/cubic';
import type { Loop } from './clipper';
import type { Run } from './label';
import { refineCrossing } from './refine-crossing';
import type { Workspace } from './workspace';

/** How far a refined crossing may lie from the chords' crossing, in tolerances. */
export const crossingReach = 40;

/** Whether the joint between two runs is a vertex or a true crossing of their curves. */
function isRealJoint(w: Workspace, loop: Loop, a: Run, b: Run): boolean {
  if (a.v1 >= 0 && b.v0 >= 0) return true;
  if (a.curve === b.curve) return false;
  const at = w.toSheet(loop[2 * b.from], loop[2 * b.from + 1]);
  const m = refineCrossing(w.curves[a.curve], a.t1, w.curves[b.curve], b.t0, w.size);
  return !!m && Math.hypot(m.x - at.x, m.y - at.y) < crossingReach * w.tolerance;
}

function isNear(w: Workspace, curve: number, x: number, y: number, t: number): boolean {
  const { cubic } = w.curves[curve];
  const p = cubicPoint(cubic, projectOnCubic(cubic, x, y, t));
  return Math.hypot(p.x - x, p.y - y) < 1.5 * w.tolerance;
}

const probes = [0.2, 0.5, 0.8];

/** A b A where b hugs A: the middle run goes, A runs through. */
function bridgeSame(w: Workspace, a: Run, b: Run, z: Run): boolean {
  const forward = a.t1 > a.t0;
  if (a.curve !== z.curve || forward !== z.t1 > z.t0) return false;
  if (forward ? z.t0 < a.t1 : z.t0 > a.t1) return false;
  if (Math.abs(z.t0 - a.t1) > 0.5 * Math.abs(z.t1 - a.t0)) return false;
  return probes.every((f) => {
    const p = cubicPoint(w.curves[b.curve].cubic, b.t0 + f * (b.t1 - b.t0));
    return isNear(w, a.curve, p.x, p.y, a.t1 + f * (z.t0 - a.t1));
  });
}

/** The node at which run `z`'s curve goes on from run `a`'s, or −1. */
function sharedNode(w: Workspace, a: Run, z: Run): number {
  const p = w.curves[a.curve];
  const q = w.curves[z.curve];
  if (a.curve === z.curve || p.shape !== q.shape || p.contour !== q.contour) return -1;
  if (Math.abs(p.segment - q.segment) > 1 && p.segment !== 0 && q.segment !== 0) return -1;
  const out = a.t1 > a.t0 ? p.end : p.start;
  const into = z.t1 > z.t0 ? q.start : q.end;
  return out === into ? out : -1;
}

function bridgeNode(w: Workspace, a: Run, b: Run, z: Run): boolean {
  const end = a.t1 > a.t0 ? 1 : 0;
  const begin = z.t1 > z.t0 ? 0 : 1;
  if (Math.abs(end - a.t1) + Math.abs(begin - z.t0) >= 0.7) return false;
  return probes.every((f) => {
    const p = cubicPoint(w.curves[b.curve].cubic, b.t0 + f * (b.t1 - b.t0));
    return isNear(w, a.curve, p.x, p.y, end) || isNear(w, z.curve, p.x, p.y, begin);
  });
}

/**
 * Where two curves nearly coincide, their chords cross to and fro. Such short stretches of
 * the other curve are taken back, so that no needless nodes are left. Changes `runs`.
 */
export function cleanRuns(w: Workspace, loop: Loop, runs: Run[]): void {
  for (let again = true; again && runs.length > 2; ) {
    again = false;
    for (let r = 0; r < runs.length && runs.length > 2; r++) {
      const a = runs[(r + runs.length - 1) % runs.length];
      const b = runs[r];
      const z = runs[(r + 1) % runs.length];
      if (a.curve < 0 || b.curve < 0 || z.curve < 0 || a === z) continue;
      if (isRealJoint(w, loop, a, b) && isRealJoint(w, loop, b, z)) continue;
      if (bridgeSame(w, a, b, z)) {
        a.t1 = z.t1;
        a.v1 = z.v1;
        a.to = z.to;
        if (r + 1 < runs.length) runs.splice(r, 2);
        else {
          runs.splice(r, 1);
          runs.splice(0, 1);
        }
        again = true;
        r--;
        continue;
      }
      const node = sharedNode(w, a, z);
      if (node >= 0 && bridgeNode(w, a, b, z)) {
        a.t1 = a.t1 > a.t0 ? 1 : 0;
        z.t0 = z.t1 > z.t0 ? 0 : 1;
        a.v1 = node;
        z.v0 = node;
        runs.splice(r, 1);
        again = true;
        r--;
      }
    }
  }
}

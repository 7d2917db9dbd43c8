import type { Bounds } from '../../geometry/path';
import { sheetBounds } from '../pick';
import { childrenOf } from '../tree';
import { remember } from './remember';
import type { SnapHit } from './types';

/** Boxes of the parts of one level that are not being moved. */
const boxes = remember((design, sheetId, parent, moving): Bounds[] => {
  const skip = new Set(moving);
  return childrenOf(design, sheetId, parent)
    .filter((id) => design.parts[id] && !design.parts[id].hidden && !skip.has(id))
    .map((id) => sheetBounds(design, id))
    .filter((b) => b !== null);
});

/** A box as a stretch along an axis and one across it. */
interface Stretch {
  readonly lo: number;
  readonly hi: number;
  readonly from: number;
  readonly to: number;
}

const along = (b: Bounds, axis: 'x' | 'y'): Stretch =>
  axis === 'x' ? { lo: b.x0, hi: b.x1, from: b.y0, to: b.y1 } : { lo: b.y0, hi: b.y1, from: b.x0, to: b.x1 };

/**
 * The shift along an axis that leaves equal gaps: between the neighbours on both sides, or as wide as
 * the gap between the two neighbours on one side. Only boxes abreast of the moved one count.
 */
export function snapGap(
  level: Parameters<typeof boxes>,
  moved: Bounds,
  axis: 'x' | 'y',
  reach: number,
): SnapHit | null {
  const m = along(moved, axis);
  const row = boxes(...level)
    .map((b) => along(b, axis))
    .filter((s) => s.to > m.from && s.from < m.to);
  const middle = (m.lo + m.hi) / 2;
  const before = row.filter((s) => s.hi <= middle).sort((a, b) => b.hi - a.hi);
  const after = row.filter((s) => s.lo >= middle).sort((a, b) => a.lo - b.lo);
  const across = (a: Stretch, b: Stretch) =>
    (Math.max(a.from, b.from, m.from) + Math.min(a.to, b.to, m.to)) / 2;
  const line = (a: number, b: number, at: number): readonly [number, number, number, number] =>
    axis === 'x' ? [a, at, b, at] : [at, a, at, b];
  const hits: SnapHit[] = [];
  const add = (gap: number, shift: number, proof: SnapHit['proof']) => {
    if (gap >= 0 && Math.abs(shift) <= reach)
      hits.push({
        axis,
        at: middle + shift,
        from: m.from,
        to: m.to,
        shift,
        what: `equal gap ${Number(gap.toFixed(2))}`,
        proof,
      });
  };
  const [l, r] = [before[0], after[0]];
  if (l && r) {
    const gap = (r.lo - l.hi - (m.hi - m.lo)) / 2;
    const at = across(l, r);
    add(gap, l.hi + gap - m.lo, [line(l.hi, l.hi + gap, at), line(r.lo - gap, r.lo, at)]);
  }
  if (l && before[1]) {
    const gap = l.lo - before[1].hi;
    const at = across(l, before[1]);
    add(gap, l.hi + gap - m.lo, [line(before[1].hi, l.lo, at), line(l.hi, l.hi + gap, at)]);
  }
  if (r && after[1]) {
    const gap = after[1].lo - r.hi;
    const at = across(r, after[1]);
    add(gap, r.lo - gap - m.hi, [line(r.hi, after[1].lo, at), line(r.lo - gap, r.lo, at)]);
  }
  return hits.sort((a, b) => Math.abs(a.shift) - Math.abs(b.shift))[0] ?? null;
}

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { combine, pathArea } from '@/core';
import { chordParameters } from '@/core/arrange/chords';
import { type Cubic, cubicPoint, projectOnCubic } from '@/core/geometry/cubic';
import { segmentsOf } from '@/core/geometry/path';
import { circle } from '../shapes';

const curvesOf = (...circles: ReturnType<typeof circle>[]) => {
  const out: { cubic: Cubic; shape: number; next: number }[] = [];
  for (const c of circles.flatMap((p) => p.contours)) {
    const first = out.length;
    const list = segmentsOf(c);
    for (const [i, cubic] of list.entries())
      out.push({ cubic, shape: 0, next: first + ((i + 1) % list.length) });
  }
  return out;
};

/** Greatest distance from a curve of the middles of its chords that come within `reach` of a point. */
function worst(cubic: Cubic, cuts: readonly number[], at: { x: number; y: number }, reach: number): number {
  const ts = [0, ...cuts, 1];
  let most = 0;
  for (let i = 0; i + 1 < ts.length; i++) {
    const [p, q] = [cubicPoint(cubic, ts[i]), cubicPoint(cubic, ts[i + 1])];
    const m = { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 };
    if (Math.hypot(m.x - at.x, m.y - at.y) > reach) continue;
    const c = cubicPoint(cubic, projectOnCubic(cubic, m.x, m.y, (ts[i] + ts[i + 1]) / 2));
    most = Math.max(most, Math.hypot(c.x - m.x, c.y - m.y));
  }
  return most;
}

describe('chords', () => {
  it('are few on a curve that is alone, and ascend without a repeat', () => {
    const cuts = chordParameters(curvesOf(circle(0, 0, 100), circle(500, 0, 100)), 1e-3, 1e-4);
    for (const list of cuts) {
      expect(list.length).toBeLessThan(4);
      expect([...new Set(list)].sort((a, b) => a - b)).toEqual(list);
    }
  });

  it('stay within the tolerance where curves cross', () => {
    const tolerance = 1e-3;
    const curves = curvesOf(circle(0, 0, 100), circle(120, 0, 100));
    const cuts = chordParameters(curves, tolerance, 1e-4);
    // The circles cross at x = 60, y = ±80.
    for (const y of [80, -80])
      curves.forEach(({ cubic }, i) => {
        expect(worst(cubic, cuts[i], { x: 60, y }, 0.5)).toBeLessThanOrEqual(tolerance);
      });
    // Away from there they are coarse: far fewer than on two circles that lie upon each other.
    const everywhere = chordParameters(curvesOf(circle(0, 0, 100), circle(0, 0, 100)), tolerance, 1e-4);
    const count = (list: readonly number[][]) => list.reduce((n, l) => n + l.length, 0);
    expect(count(cuts)).toBeLessThan(count(everywhere) / 3);
  });

  it('find every crossing, however little two circles overlap: lens area by the handbook', () => {
    fc.assert(
      fc.property(fc.integer({ min: 20, max: 300 }), fc.integer({ min: 20, max: 1000 }), (r, share) => {
        // Overlapping by a share of 0.002 … 0.1 of the radius.
        const d = 2 * r * (1 - share * 1e-4);
        const got = pathArea(combine('intersect', [circle(0, 0, r), circle(d, 0, r)]));
        const lens = 2 * r * r * Math.acos(d / (2 * r)) - (d / 2) * Math.sqrt(4 * r * r - d * d);
        // Four cubics leave the circle by up to 2.73e-4 of its radius, on both sides; a missed crossing costs more.
        const width = Math.sqrt(4 * r * r - d * d);
        expect(Math.abs(got - lens)).toBeLessThan(width * 6e-4 * r);
      }),
      { numRuns: 60 },
    );
  });

  it('of many circles give the union’s area whatever order they come in, in strips or at once', () => {
    const many = Array.from({ length: 90 }, (_, i) =>
      circle((i % 10) * 35, Math.floor(i / 10) * 35, 22 + (i % 4)),
    );
    const all = pathArea(combine('union', many));
    const halves = [many.slice(0, 30), many.slice(30, 60), many.slice(60)].map((l) => combine('union', l));
    expect(pathArea(combine('union', halves)) / all).toBeCloseTo(1, 7);
    expect(pathArea(combine('union', many.toReversed())) / all).toBeCloseTo(1, 7);
  });
});

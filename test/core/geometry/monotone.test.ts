import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fieldFault, pointAdded, pointMoved, pointRemoved } from '@/core';
import { curve } from '@/core/document/fields';
import { monotoneCurve } from '@/core/geometry/monotone';
import { runs } from '../../share';

/** Points of a curve, at places well apart. */
const points = fc
  .array(
    fc.tuple(fc.double({ min: 0.02, max: 1, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true })),
    {
      minLength: 1,
      maxLength: 9,
    },
  )
  .map((list) => {
    const whole = list.reduce((sum, [gap]) => sum + gap, 0);
    const out = [0, 0.3];
    for (const [gap, height] of list) out.push(out[out.length - 2] + gap / whole, height);
    out[out.length - 2] = 1;
    return out;
  });

describe('a curve through points', () => {
  it('meets them, overshoots none, and is as steep as it says', () => {
    fc.assert(
      fc.property(points, (list) => {
        const { heightAt, slopeAt } = monotoneCurve(list);
        for (let i = 0; i + 3 < list.length; i += 2) {
          const [x0, y0, x1, y1] = list.slice(i, i + 4);
          expect(heightAt(x0)).toBeCloseTo(y0, 9);
          for (let k = 1; k < 20; k++) {
            const x = x0 + ((x1 - x0) * k) / 20;
            expect(heightAt(x)).toBeGreaterThanOrEqual(Math.min(y0, y1) - 1e-12);
            expect(heightAt(x)).toBeLessThanOrEqual(Math.max(y0, y1) + 1e-12);
            const h = 1e-6 * (x1 - x0);
            const steep = (heightAt(x + h) - heightAt(x - h)) / (2 * h);
            expect(Math.abs(slopeAt(x) - steep)).toBeLessThan(1e-4 * (1 + Math.abs(steep)));
          }
        }
      }),
      { numRuns: runs(2000, 200) },
    );
  });

  it('is the line through points of one, and follows a square within the square of their distance', () => {
    const line = monotoneCurve([0, 0.2, 0.1, 0.26, 0.7, 0.62, 1, 0.8]);
    for (let x = 0; x <= 1; x += 0.05) expect(line.heightAt(x)).toBeCloseTo(0.2 + 0.6 * x, 12);
    const n = 20;
    const square = monotoneCurve(Array.from({ length: n + 1 }, (_, i) => [i / n, (i / n) ** 2]).flat());
    for (let x = 0; x <= 1; x += 0.01) expect(Math.abs(square.heightAt(x) - x * x)).toBeLessThan(1 / n ** 2);
  });

  it('keeps to its field whatever is done with its points', () => {
    const field = curve('curve', 'Curve', 'Heights.');
    const share = fc.double({ min: -0.5, max: 1.5, noNaN: true });
    fc.assert(
      fc.property(points, fc.array(fc.tuple(fc.nat(30), share, share), { maxLength: 12 }), (list, work) => {
        let at = list;
        for (const [k, x, y] of work) {
          const i = k % (at.length / 2);
          if (k % 3 === 0) at = [...pointMoved(at, i, x, y)];
          else if (k % 3 === 1) at = [...(pointAdded(at, x, y)?.points ?? at)];
          else at = [...pointRemoved(at, i)];
        }
        expect(fieldFault(field, at)).toBeNull();
      }),
      { numRuns: runs(2000, 200) },
    );
    expect(pointMoved([0, 0, 0.4, 0.5, 1, 1], 1, 2, 0.25)).toEqual([0, 0, 1, 0.25, 1, 1]);
    expect(pointMoved([0, 0, 1, 1], 0, 0.7, 0.3)).toEqual([0, 0.3, 1, 1]);
    expect(pointAdded([0, 0, 1, 1], 0.25, 0.75)).toEqual({ points: [0, 0, 0.25, 0.75, 1, 1], at: 1 });
    expect(pointAdded([0, 0, 1, 1], 1, 0.5)).toBeNull();
    expect(pointRemoved([0, 0, 0.4, 0.5, 1, 1], 1)).toEqual([0, 0, 1, 1]);
    expect(pointRemoved([0, 0, 1, 1], 0)).toEqual([0, 0, 1, 1]);
  });

  it('may rise at once, and is refused in words where it is none', () => {
    const step = monotoneCurve([0, 0, 0.5, 0, 0.5, 1, 1, 1]);
    expect([step.heightAt(0.49), step.heightAt(0.51)]).toEqual([0, 1]);
    const fault = (value: unknown) => fieldFault(curve('curve', 'Curve', 'Heights.'), value);
    expect(fault([0, 0, 0.5, 0, 0.5, 1, 1, 1])).toBeNull();
    for (const bad of [[0, 0], [0, 0, 1], [0, 0, 1, 2], [0.1, 0, 1, 1], 'x', null, [0, 0, Number.NaN, 1]])
      expect(fault(bad)).toMatch(/must/);
    expect(fault([0, 0, 0.6, 1, 0.4, 1, 1, 1])).toMatch(/rising order/);
  });
});

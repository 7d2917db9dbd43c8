import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyTo, type Matrix } from '@/core/geometry/matrix';
import { segmentsOf } from '@/core/geometry/path';
import { edgesOf } from '@/core/raster/edges';
import { circle, regular } from '../shapes';

const snap = (v: number) => Math.round(v * 65536) / 65536;
/** Without the sign of nothing. */
const plain = (list: readonly number[]) => list.map((v) => v + 0);

describe('edges of what stands in many places', () => {
  const shift = fc.double({ min: -3000, max: 3000, noNaN: true });
  const turn = fc.double({ min: -3, max: 3, noNaN: true });

  it('pass through its nodes as the matrix puts them, rounded once, and close', () => {
    const paths = [circle(31, 17, 23), regular(7, 5, -40, 60)];
    fc.assert(
      fc.property(turn, turn, shift, shift, fc.nat(1), (a, b, e, f, which) => {
        const matrix: Matrix = [a, b, -b, a, e, f];
        const path = paths[which];
        const { rings } = edgesOf(path, matrix);
        for (const c of path.contours) {
          const ring = rings[0]?.xy ?? [];
          const met = new Set<string>();
          for (let i = 0; i < ring.length; i += 4) met.add(`${ring[i]},${ring[i + 1]}`);
          for (const s of segmentsOf(c)) {
            const p = applyTo(matrix, { x: s[0], y: s[1] });
            // What is smaller than the rounding has no edges left.
            if (ring.length) expect(met).toContain(`${snap(p.x)},${snap(p.y)}`);
          }
          for (let i = 0; i < ring.length; i += 4) {
            const next = (i + 4) % ring.length;
            expect(plain([ring[next], ring[next + 1]])).toEqual(plain([ring[i + 2], ring[i + 3]]));
          }
        }
      }),
      { numRuns: 100 },
    );
  });

  it('are the same edges moved, where it is moved by whole pixels', () => {
    const path = circle(10.3, 9.1, 7);
    const [still] = edgesOf(path, [2, 0, 0, 2, 0, 0]).rings;
    const [moved] = edgesOf(path, [2, 0, 0, 2, 640, -128]).rings;
    expect([...moved.xy].map((v, i) => v - [640, -128][i % 2])).toEqual([...still.xy]);
  });
});

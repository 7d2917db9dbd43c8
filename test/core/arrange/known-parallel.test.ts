import fc from 'fast-check';
import { expect, it, vi } from 'vitest';
import { asArc } from '@/core/arrange/arc';
import { knownParallel } from '@/core/arrange/known-parallel';
import { parallelPoint } from '@/core/arrange/parallel';
import { arcCubics, type Cubic, cubicPoint, isLine, lineCubic, nearestOnCubic } from '@/core/geometry/cubic';

const place = fc.double({ min: -100, max: 100, noNaN: true });
/** A bow that bends one way, wherever it stands: handles of 20 to 40 % of its chord, at up to 43° and nearly alike. */
const bow = fc
  .record({
    x: place,
    y: place,
    turn: fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }),
    chord: fc.double({ min: 2.1, max: 79, noNaN: true }),
    a: fc.double({ min: 0.2, max: 0.4, noNaN: true }),
    b: fc.double({ min: 0.2, max: 0.4, noNaN: true }),
    p: fc.double({ min: 0.1, max: 0.6, noNaN: true }),
    q: fc.double({ min: 0.8, max: 1.25, noNaN: true }),
  })
  .map(({ x, y, turn, chord, a, b, p, q }): Cubic => {
    const at = (length: number, angle: number) => [
      x + length * Math.cos(turn + angle),
      y + length * Math.sin(turn + angle),
    ];
    const [ex, ey] = at(chord, 0);
    const [hx, hy] = at(a * chord, p);
    const end = turn - p * q;
    const [kx, ky] = [ex - b * chord * Math.cos(end), ey - b * chord * Math.sin(end)];
    return [x, y, hx, hy, kx, ky, ex, ey];
  });

it('lies at its distance, and begins and ends where the curve’s own ends say', () => {
  fc.assert(
    fc.property(bow, fc.double({ min: 0.5, max: 20, noNaN: true }), fc.boolean(), (s, width, inside) => {
      // The bow bends towards the side of positive distances.
      const d = inside ? width : -width;
      const pieces = knownParallel(s, d);
      const cubics = pieces.flatMap((p) => p.cubics);
      const [p, q] = [parallelPoint(s, 0, d), parallelPoint(s, 1, d)];
      const last = cubics[cubics.length - 1];
      expect([cubics[0][0], cubics[0][1], last[6], last[7]]).toEqual([p.x, p.y, q.x, q.y]);
      const size = Math.max(...s.map((v, i) => Math.abs(v - s[i % 2])));
      const slack = 6e-5 * Math.max(size, width);
      for (const { cubics: own, reversed } of pieces) {
        expect(reversed && !inside).toBe(false);
        if (reversed) continue;
        for (const c of own)
          for (const t of [0, 0.13, 0.35, 0.5, 0.77, 1]) {
            const { distance } = nearestOnCubic(s, cubicPoint(c, t));
            expect(distance).toBeLessThan(width + slack);
            // Inside, a place beyond the bend may be nearer to another stretch of the curve than to its own.
            if (!inside) expect(distance).toBeGreaterThan(width - slack);
          }
      }
    }),
    { numRuns: 300 },
  );
});

it('goes along with its curve', () => {
  fc.assert(
    fc.property(bow, place, place, (s, dx, dy) => {
      const [one] = knownParallel(s, 3);
      const [other] = knownParallel(s.map((v, i) => v + (i % 2 ? dy : dx)) as unknown as Cubic, 3);
      expect(other.cubics.length).toBe(one.cubics.length);
      // Rounding may bring a curve to the next step that its form is told in: a tenth of the exactness.
      const slack = 2e-6 * Math.max(3, ...s.map((v, i) => Math.abs(v - s[i % 2])));
      for (const [i, c] of one.cubics.entries())
        for (const [k, v] of other.cubics[i].entries())
          expect(Math.abs(v - (k % 2 ? dy : dx) - c[k])).toBeLessThan(2 * slack);
    }),
    { numRuns: 100 },
  );
});

it('does not depend on what was asked for before', async () => {
  /** What is said of the last of some curves, where nothing is known yet. */
  const lastOf = async (...curves: Cubic[]) => {
    vi.resetModules();
    const fresh = await import('@/core/arrange/known-parallel');
    return curves.map((s) => fresh.knownParallel(s, 3)).at(-1);
  };
  for (const s of fc.sample(bow, { numRuns: 10, seed: 3 })) {
    // As rounding moves the nodes of a word that grows.
    const size = Math.max(...s.map((v, i) => Math.abs(v - s[i % 2])));
    const near = s.map((v, i) => v + (i > 1 ? 1e-9 * size * (i - 5) : 0)) as unknown as Cubic;
    expect(await lastOf(near, s)).toEqual(await lastOf(s));
  }
});

it('of lines and arcs is a line and an arc, exactly', () => {
  const [line] = knownParallel(lineCubic(3, 4, 13, 4), 2);
  expect(line.cubics).toEqual([lineCubic(3, 2, 13, 2)]);
  expect(isLine(line.cubics[0])).toBe(true);
  const [quarter] = arcCubics(5, -7, 30, 0.3, 1.2, 1);
  const [arc] = knownParallel(quarter, 4);
  expect(arc.cubics).toHaveLength(1);
  const found = asArc(arc.cubics[0]);
  expect(found?.x).toBeCloseTo(5, 9);
  expect(found?.y).toBeCloseTo(-7, 9);
  expect(found?.r).toBeCloseTo(34, 9);
});

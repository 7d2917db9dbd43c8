import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { crossingsOf } from '@/core/arrange/crossing-points';
import { PlaneGraph } from '@/core/arrange/planar';
import { circle, rect, turned } from '../shapes';

/** A graph of straight edges between points. */
function graphOf(
  points: readonly (readonly [number, number])[],
  edges: readonly (readonly [number, number])[],
) {
  const graph = new PlaneGraph(
    points.map((p) => p[0]),
    points.map((p) => p[1]),
  );
  edges.forEach(([a, b], i) => {
    graph.add(a, b, 0, i);
  });
  return graph;
}

describe('plane graphs', () => {
  const square = [
    [0, 0],
    [10, 0],
    [10, 10],
    [0, 10],
  ] as const;
  const sides = [
    [0, 1],
    [1, 2],
    [2, 3],
    [3, 0],
  ] as const;

  it('have a face within and one around a square, of the same size', () => {
    const graph = graphOf(square, sides);
    expect(
      graph
        .settle()
        .map((c) => graph.area2(c) / 2)
        .sort((a, b) => a - b),
    ).toEqual([-100, 100]);
  });

  it('lose loose ends and bridges, and count an edge twice entered once', () => {
    const graph = graphOf(
      [...square, [20, 0], [30, 5], [3, 3], [6, 3], [4, 6]],
      [...sides, [1, 0], [1, 4], [4, 5], [0, 6], [6, 7], [7, 8], [8, 6]],
    );
    const areas = graph.settle().map((c) => graph.area2(c) / 2);
    expect(areas.filter((a) => a > 0).sort((a, b) => a - b)).toEqual([4.5, 100]);
    expect(areas.reduce((a, b) => a + b, 0)).toBe(0);
    expect(graph.degree(1)).toBe(2);
  });

  it('of a grid have v − e + f = 1 + components (Euler), and areas that add up', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 6 }), fc.integer({ min: 1, max: 6 }), (w, h) => {
        const points: [number, number][] = [];
        for (let y = 0; y <= h; y++) for (let x = 0; x <= w; x++) points.push([x, y]);
        const at = (x: number, y: number) => y * (w + 1) + x;
        const edges: [number, number][] = [];
        for (let y = 0; y <= h; y++)
          for (let x = 0; x <= w; x++) {
            if (x < w) edges.push([at(x, y), at(x + 1, y)]);
            if (y < h) edges.push([at(x, y), at(x, y + 1)]);
          }
        const graph = graphOf(points, edges);
        const cycles = graph.settle();
        expect(points.length - edges.length + cycles.length).toBe(2);
        const inner = cycles.map((c) => graph.area2(c) / 2).filter((a) => a > 0);
        expect(inner).toEqual(inner.map(() => 1));
        expect(inner.length).toBe(w * h);
      }),
    );
  });
});

describe('crossings of outlines', () => {
  it('of two circles lie on both: two of them, one where they touch, none apart', () => {
    for (const d of [20, 60, 99]) {
      const list = crossingsOf([circle(0, 0, 50), circle(d, 0, 50)]);
      expect(list.length).toBe(2);
      for (const p of list) {
        expect(p.x).toBeCloseTo(d / 2, 6);
        // A cubic quarter lies within 2.73e-4 of its circle.
        expect(Math.abs(Math.hypot(p.x, p.y) - 50)).toBeLessThan(50 * 3e-4);
        expect([p.a, p.b]).toEqual([0, 1]);
      }
    }
    expect(crossingsOf([circle(0, 0, 50), circle(100, 0, 50)]).length).toBe(1);
    expect(crossingsOf([circle(0, 0, 50), circle(101, 0, 50)])).toEqual([]);
    expect(crossingsOf([])).toEqual([]);
  });

  it('of a turned square and a line through its middle are two, opposite each other', () => {
    for (const angle of [3, 17, 45, 80]) {
      const list = crossingsOf([turned(rect(-10, -10, 20, 20), angle), rect(-50, 0, 100, 40)]);
      const level = list.filter((p) => Math.abs(p.y) < 1e-6);
      expect(level.length).toBe(2);
      expect(level[0].x + level[1].x).toBeCloseTo(0, 6);
    }
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { combine } from '@/core/arrange/combine';
import { offsetPath, strokeOutline } from '@/core/arrange/offset';
import { cubicPoint } from '@/core/geometry/cubic';
import { rotation } from '@/core/geometry/matrix';
import { containsPoint, nearestOnPath, pathArea, pathLength } from '@/core/geometry/measure';
import { pathBounds, segmentAt, segmentCount, transformPath } from '@/core/geometry/path';
import { parsePath } from '@/core/geometry/svg-path';
import { blob, circle, moved, numbers, polygon, rect, regular, ring } from '../shapes';

const nodes = (p: { contours: readonly { xy: readonly number[] }[] }) =>
  p.contours.map((c) => (c.xy.length - 2) / 6);

describe('combining', () => {
  it('gives the handbook area of a lens of two circles', () => {
    // 2r²·acos(d/2r) − d/2·√(4r² − d²); circles of four cubics are 2.7e-4 r off at most.
    const [r, d] = [100, 100];
    const lens = 2 * r * r * Math.acos(d / (2 * r)) - (d / 2) * Math.sqrt(4 * r * r - d * d);
    expect(
      Math.abs(pathArea(combine('intersect', [circle(0, 0, r), circle(d, 0, r)])) / lens - 1),
    ).toBeLessThan(6e-4);
  });

  it('keeps |A| + |B| = |A ∪ B| + |A ∩ B| and |A ⊕ B| = |A ∪ B| − |A ∩ B| for random blobs', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
        const next = numbers(seed);
        const [a, b] = [blob(next, 0, 0, 80), blob(next, 60 * next(), 60 * next(), 70)].map((p) =>
          combine('union', [p]),
        );
        const area = (op: 'union' | 'intersect' | 'subtract' | 'exclude') => pathArea(combine(op, [a, b]));
        const scale = pathArea(a) + pathArea(b);
        expect(Math.abs(pathArea(a) + pathArea(b) - area('union') - area('intersect'))).toBeLessThan(
          1e-6 * scale,
        );
        expect(Math.abs(area('exclude') - area('union') + area('intersect'))).toBeLessThan(1e-6 * scale);
        expect(Math.abs(area('subtract') + area('intersect') - pathArea(a))).toBeLessThan(1e-6 * scale);
      }),
      { numRuns: 60 },
    );
  });

  it('does not depend on place or turn', () => {
    const [a, b] = [blob(numbers(5), 0, 0, 80), circle(40, 10, 50)];
    const area = pathArea(combine('subtract', [a, b]));
    for (const angle of [17, 90, 133.7]) {
      const m = rotation(angle, 300, -200);
      const turned = combine('subtract', [transformPath(a, m), transformPath(b, m)]);
      expect(Math.abs(pathArea(turned) / area - 1)).toBeLessThan(1e-6);
    }
    expect(
      Math.abs(pathArea(combine('subtract', [moved(a, 1e4, 1e4), moved(b, 1e4, 1e4)])) / area - 1),
    ).toBeLessThan(1e-6);
  });

  it('keeps arcs as they were, with the fewest nodes', () => {
    expect(nodes(combine('union', [circle(0, 0, 50)]))).toEqual([4]);
    expect(nodes(combine('intersect', [rect(0, 0, 100, 100), rect(0, 0, 100, 100)]))).toEqual([4]);
    expect(nodes(combine('union', [rect(0, 0, 50, 40), rect(50, 0, 50, 40)]))).toEqual([4]);
    // Cut in two and joined again: the cuts leave no nodes behind.
    const disc = circle(0, 0, 100, 0.3);
    const knife = circle(70, 20, 90);
    const again = combine('union', [combine('subtract', [disc, knife]), combine('intersect', [disc, knife])]);
    expect(nodes(again)).toEqual([4]);
  });

  it('says of every edge which source curve it came from', () => {
    const sources = [circle(0, 0, 60), rect(20, -80, 90, 100)];
    const result = combine('exclude', sources);
    let edges = 0;
    for (const c of result.contours)
      for (let i = 0; i < segmentCount(c); i++) {
        const o = c.origins?.[i];
        expect(o).toBeTruthy();
        if (!o) continue;
        const source = segmentAt(sources[Number(o.part)].contours[o.contour], o.segment);
        const at = cubicPoint(segmentAt(c, i), 0.5);
        const from = cubicPoint(source, (o.t0 + o.t1) / 2);
        expect(Math.hypot(at.x - from.x, at.y - from.y)).toBeLessThan(1e-6);
        edges++;
      }
    expect(edges).toBeGreaterThan(8);
  });

  it('shares its cut bit for bit between the two sides of a cut', () => {
    const [a, b] = [circle(0, 0, 100), circle(90, 30, 80)];
    const cutOut = combine('subtract', [a, b]);
    const overlap = combine('intersect', [a, b]);
    const ends = (p: typeof a) =>
      p.contours.flatMap((c) => c.xy.flatMap((v, i) => (i % 6 === 0 ? [`${v} ${c.xy[i + 1]}`] : [])));
    const shared = ends(cutOut).filter((e) => ends(overlap).includes(e));
    expect(new Set(shared).size).toBeGreaterThanOrEqual(3);
  });

  it('answers empty and degenerate input with something empty', () => {
    expect(combine('union', []).contours).toEqual([]);
    expect(combine('intersect', [circle(0, 0, 5), circle(100, 0, 5)]).contours).toEqual([]);
    expect(combine('union', [polygon([0, 0], [10, 0])]).contours).toEqual([]);
    expect(combine('union', [rect(5, 5, 0, 0)]).contours).toEqual([]);
    expect(combine('subtract', [circle(0, 0, 50), circle(0, 0, 50)]).contours).toEqual([]);
  });
});

const round = { join: 'round', miterLimit: 4 } as const;

describe('offsetting', () => {
  // Steiner's formula: A + P·d + π·d² for convex shapes with round joins.
  it.each([
    ['rectangle', rect(0, 0, 100, 60)],
    ['hexagon', regular(6, 0, 0, 80)],
    ['lens', combine('intersect', [circle(0, 0, 100), circle(90, 0, 100)])],
  ])('follows the formula of Steiner for a %s', (_, shape) => {
    // A quarter drawn as one cubic is 1.4e-4 larger than the circle's, so d stays below the size.
    for (const d of [0.5, 5, 30]) {
      const expected = pathArea(shape) + d * pathLength(shape) + Math.PI * d * d;
      expect(Math.abs(pathArea(offsetPath(shape, d, round)) / expected - 1)).toBeLessThan(1e-4);
    }
  });

  it('keeps the arcs of a rounded outline concentric, with no more nodes (common practice, no source)', () => {
    const big = offsetPath(circle(10, 20, 50), 25, round);
    expect(nodes(big)).toEqual([4]);
    const b = pathBounds(big);
    expect(b?.x1).toBeCloseTo(85, 9);
    expect(b?.y0).toBeCloseTo(-55, 9);
    expect(nodes(offsetPath(circle(0, 0, 50), -20, round))).toEqual([4]);
  });

  it('swallows a shape that is too small and keeps what is left of one that is not', () => {
    expect(offsetPath(circle(0, 0, 50), -51, round).contours).toEqual([]);
    expect(offsetPath(rect(0, 0, 40, 40), -20.01, round).contours).toEqual([]);
    expect(pathArea(offsetPath(rect(0, 0, 40, 40), -10, round))).toBeCloseTo(400, 6);
    const bell = combine('union', [circle(0, 0, 40), circle(120, 0, 40), rect(0, -8, 120, 16)]);
    expect(offsetPath(bell, -10, round).contours).toHaveLength(2);
  });

  it('joins corners as asked: miter, bevel and round', () => {
    const square = rect(0, 0, 100, 100);
    expect(pathArea(offsetPath(square, 10, { join: 'miter', miterLimit: 4 }))).toBeCloseTo(120 * 120, 6);
    expect(pathArea(offsetPath(square, 10, { join: 'bevel', miterLimit: 4 }))).toBeCloseTo(
      120 * 120 - 4 * 50,
      6,
    );
    // A miter beyond its limit becomes a bevel (SVG 2, stroke-miterlimit).
    const spike = polygon([0, 0], [200, 10], [0, 20]);
    const long = pathBounds(offsetPath(spike, 5, { join: 'miter', miterLimit: 100 }));
    const short = pathBounds(offsetPath(spike, 5, { join: 'miter', miterLimit: 4 }));
    expect(long?.x1 ?? 0).toBeGreaterThan(245);
    expect(short?.x1 ?? 0).toBeLessThan(210);
  });

  it('stays at its distance from any smooth outline', () => {
    for (let seed = 1; seed <= 12; seed++) {
      const shape = combine('union', [blob(numbers(seed), 0, 0, 80, 4)]);
      for (const d of [6, -6]) {
        const result = offsetPath(shape, d, round);
        for (const c of result.contours)
          for (let i = 0; i < segmentCount(c); i++) {
            const at = cubicPoint(segmentAt(c, i), 0.37);
            const near = nearestOnPath(shape, at)?.distance ?? 0;
            expect(Math.abs(near - 6)).toBeLessThan(2e-3);
          }
      }
    }
  });

  it('covers a stroke wider than its circle, the middle too', () => {
    const style = { width: 40, cap: 'butt', ...round } as const;
    const area = strokeOutline(circle(0, 0, 10), style, 'centre');
    for (const at of [0, 5, 15, 29]) expect(containsPoint(area, { x: at, y: 0 })).toBe(true);
    expect(containsPoint(area, { x: 31, y: 0 })).toBe(false);
  });

  it('lays strokes inside and outside of the fill without overlap or gap', () => {
    const shape = regular(5, 0, 0, 80);
    const style = { width: 10, cap: 'butt', join: 'miter', miterLimit: 10 } as const;
    const inside = strokeOutline(shape, style, 'inside');
    const outside = strokeOutline(shape, style, 'outside');
    expect(pathArea(combine('subtract', [inside, shape]))).toBeLessThan(1e-6);
    expect(pathArea(combine('intersect', [outside, shape]))).toBeLessThan(1e-6);
    const all = pathArea(combine('union', [inside, outside]));
    expect(all).toBeCloseTo(pathArea(inside) + pathArea(outside), 4);
  });
});

it('treats a ring with a hole as even-odd says', () => {
  expect(pathArea(combine('union', [ring(0, 0, 50, 30)]))).toBeCloseTo(
    pathArea(circle(0, 0, 50)) - pathArea(circle(0, 0, 30)),
    6,
  );
});

describe('an edge that goes out and straight back', () => {
  it('leaves what lies beside it whole, wherever in the outline it stands', () => {
    // The closing line of this outline runs back over its own end, as exported icons have it.
    const lip = parsePath('M8.75 14v-2h-1.5v2h1.502z');
    expect(pathArea(combine('union', [lip]))).toBeCloseTo(3, 9);
    // One so short that it lies within what rounding leaves of either edge beside it.
    const apex = polygon([100, 0], [100 - 3.5e-4, 0], [100, 0], [-50, 86.6], [-50, -86.6]);
    expect(pathArea(combine('union', [apex]))).toBeCloseTo(150 * 86.6, 6);
    const next = fc.double({ min: -1, max: 1, noNaN: true });
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 9 }), fc.nat(), next, next, (sides, at, out, aside) => {
        const corners = Array.from({ length: sides }, (_, i): [number, number] => [
          100 * Math.cos((2 * Math.PI * i) / sides),
          100 * Math.sin((2 * Math.PI * i) / sides),
        ]);
        const i = at % sides;
        const [x, y] = corners[i];
        const [px, py] = corners[(i + sides - 1) % sides];
        // Beyond the corner along the edge that leads to it, or anywhere else, and back.
        const tip: [number, number] =
          out > 0 ? [x + (x - px) * out * 0.3, y + (y - py) * out * 0.3] : [x + 60 * aside, y + 40 * out];
        const spiked = polygon(...corners.slice(0, i + 1), tip, ...corners.slice(i));
        const area = 0.5 * sides * 100 * 100 * Math.sin((2 * Math.PI) / sides);
        expect(pathArea(combine('union', [spiked]))).toBeCloseTo(area, 4);
      }),
      { numRuns: 300 },
    );
  });
});

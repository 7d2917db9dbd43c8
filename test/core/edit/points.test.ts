import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  type Design,
  evaluatePart,
  makePart,
  makeSource,
  origin,
  type Part,
  type Point,
  pathArea,
  pathBounds,
  pathLength,
} from '@/core';
import {
  applyGesture,
  changePoints,
  contoursOf,
  draftFrom,
  freePath,
  insertPoint,
  type PointChange,
  type PointRef,
  redrawnPath,
  reportOf,
  type SheetPoint,
} from '@/core/edit';
import { cubicPoint, nearestOnCubic } from '@/core/geometry/cubic';
import { fitCubics } from '@/core/geometry/fit';
import { readDesign } from '@/core/reading';
import { designOf } from '../designs';

const straight = (points: number[][], closed: boolean) => {
  const list = closed ? [...points, points[0]] : points;
  const xy = [...list[0]];
  for (let i = 1; i < list.length; i++) xy.push(...list[i - 1], ...list[i], ...list[i]);
  return { xy, closed };
};
const square = straight(
  [
    [-50, -50],
    [50, -50],
    [50, 50],
    [-50, 50],
  ],
  true,
);
const path = (id: string, contours: readonly object[], extra: Partial<Part> = {}): Part =>
  makePart(makeSource('path', { contours }), {
    id,
    name: id,
    place: { ...origin, x: 200, y: 200 },
    ...extra,
  });
const ref = (node: number, contour = 0, part = 'a'): PointRef => ({ part, contour, node });
const change = (d: Design, refs: PointRef[], c: PointChange) => changePoints(d, 's', refs, c).design;
const reach = (a: Point, b: Point | null) => (b ? Math.hypot(a.x - b.x, a.y - b.y) : 0);
/** Zero where both handles of a point lie in one line. */
const bendOf = (p: SheetPoint) =>
  p.in && p.out
    ? (p.in.x - p.x) * (p.out.y - p.y) - (p.in.y - p.y) * (p.out.x - p.x)
    : Number.POSITIVE_INFINITY;
const pointsOf = (d: Design, ids = ['a']) => reportOf(d, ids, null, true).points;
const outlineOf = (d: Design, id = 'a') => evaluatePart(d, d.parts[id]).outline[0].path;

describe('points of drawn paths', () => {
  const d = designOf(400, path('a', [square]));

  it('are told with their place on the sheet, turned and scaled parts included', () => {
    const turned = designOf(
      400,
      path('a', [square], { place: { ...origin, x: 100, y: 100, turn: 90, scaleX: 2 } }),
    );
    const [p] = pointsOf(turned);
    expect([p.x, p.y]).toEqual([150, 0]);
    expect(pointsOf(turned).length).toBe(4);
    expect(reportOf(turned, ['a'], null, false).points).toEqual([]);
  });

  it('move together across parts, by drag, number and key; the edges between them follow', () => {
    const two = designOf(
      400,
      path('a', [square]),
      path('b', [square], { place: { ...origin, x: 300, y: 100, turn: 180 } }),
    );
    const refs = [ref(0), ref(1), ref(2, 0, 'b')];
    const moved = applyGesture(two, 's', { type: 'points', refs, dx: 7, dy: -3, straight: false }, 0).design;
    const at = (x: Design, r: PointRef) =>
      pointsOf(x, ['a', 'b']).find((p) => p.part === r.part && p.node === r.node);
    for (const r of refs) {
      expect(at(moved, r)?.x).toBeCloseTo((at(two, r)?.x ?? 0) + 7, 9);
      expect(at(moved, r)?.y).toBeCloseTo((at(two, r)?.y ?? 0) - 3, 9);
    }
    // Both upper corners lifted by three: the area grows by that much of the side.
    expect(pathArea(outlineOf(moved))).toBeCloseTo(100 * 100 + 3 * 100, 6);
    const exact = applyGesture(
      two,
      's',
      { type: 'points', refs, dx: 1, dy: 1, straight: false, exact: [20, 30] },
      9,
    ).design;
    expect([at(exact, refs[0])?.x, at(exact, refs[0])?.y]).toEqual([20, 30]);
    expect(pointsOf(change(two, refs, { do: 'put', x: 111 }), ['a'])[0].x).not.toBe(pointsOf(two)[0].x);
  });

  it('are aligned and spaced', () => {
    const free = designOf(
      400,
      path('a', [
        straight(
          [
            [0, 0],
            [10, 30],
            [100, 5],
            [60, 40],
          ],
          false,
        ),
      ]),
    );
    const refs = [0, 1, 2, 3].map((n) => ref(n));
    const level = pointsOf(change(free, refs, { do: 'align', axis: 'y' }));
    expect(new Set(level.map((p) => p.y))).toEqual(new Set([220]));
    const even = pointsOf(change(free, refs, { do: 'space', axis: 'x' })).map((p) => p.x - 200);
    even
      .sort((a, b) => a - b)
      .forEach((x, i) => {
        expect(x).toBeCloseTo((100 * i) / 3, 9);
      });
  });

  it('become smooth, even and sharp; a smooth one stays smooth when a handle is dragged', () => {
    const smooth = change(d, [ref(0)], { do: 'smooth' });
    const [p] = pointsOf(smooth);
    expect(bendOf(p)).toBeCloseTo(0, 6);
    const dragged = applyGesture(
      smooth,
      's',
      {
        type: 'point-handle',
        ref: ref(0),
        side: 'out',
        to: { x: 180, y: 120 },
        free: false,
        straight: false,
      },
      0,
    ).design;
    const [q] = pointsOf(dragged);
    expect(bendOf(q)).toBeCloseTo(0, 6);
    // Both handles were as long, and still are.
    expect(reach(q, q.in)).toBeCloseTo(reach(q, q.out), 6);
    const cusp = applyGesture(
      smooth,
      's',
      { type: 'point-handle', ref: ref(0), side: 'out', to: { x: 180, y: 120 }, free: true, straight: false },
      0,
    ).design;
    expect(pointsOf(cusp)[0].in).toEqual(p.in);
    expect(contoursOf(change(smooth, [ref(0)], { do: 'sharp' }).parts.a)).toEqual([square]);
  });

  it('are put into a curve without changing it, and taken out', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 3 }),
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        (node, t) => {
          const round = change(
            d,
            [0, 1, 2, 3].map((n) => ref(n)),
            { do: 'even' },
          );
          const more = insertPoint(round, ref(node), t).design;
          expect(pointsOf(more).length).toBe(5);
          expect(pathArea(outlineOf(more))).toBeCloseTo(pathArea(outlineOf(round)), 6);
          expect(pathLength(outlineOf(more))).toBeCloseTo(pathLength(outlineOf(round)), 6);
          expect(pointsOf(change(more, [ref(node + 1)], { do: 'remove' })).length).toBe(4);
        },
      ),
      { numRuns: 40 },
    );
    const gone = changePoints(
      d,
      's',
      [0, 1, 2].map((n) => ref(n)),
      { do: 'remove' },
    );
    expect(gone.design.parts.a).toBeUndefined();
    expect(gone.chosen).toEqual([]);
  });

  it('break, join and close: opened and closed again the outline is the same', () => {
    const open = change(d, [ref(1)], { do: 'break' });
    expect(contoursOf(open.parts.a)?.[0].closed).toBe(false);
    const shut = change(open, [ref(0)], { do: 'close' });
    expect(contoursOf(shut.parts.a)?.[0].xy.length).toBe(square.xy.length);
    expect(pathArea(outlineOf(shut))).toBe(10_000);
    const halves = change(change(d, [ref(0), ref(2)], { do: 'break' }), [], { do: 'join' });
    expect(contoursOf(halves.parts.a)?.length).toBe(2);
    const joined = change(halves, [ref(2, 0), ref(0, 1)], { do: 'join' });
    expect(contoursOf(joined.parts.a)?.length).toBe(1);
    expect(pathLength(outlineOf(joined))).toBeCloseTo(400, 9);
    // Across parts the first takes the second's path in; an empty part goes.
    const apart = designOf(
      400,
      path('a', [
        straight(
          [
            [0, 0],
            [50, 0],
          ],
          false,
        ),
      ]),
      path(
        'b',
        [
          straight(
            [
              [0, 0],
              [0, 50],
            ],
            false,
          ),
        ],
        { place: { ...origin, x: 250, y: 200 } },
      ),
    );
    const one = change(apart, [ref(1), ref(0, 0, 'b')], { do: 'join' });
    expect(Object.keys(one.parts)).toEqual(['a']);
    expect(pathLength(outlineOf(one))).toBeCloseTo(100, 9);
    expect(() => readDesign(one)).not.toThrow();
    const turned = change(one, [ref(0)], { do: 'reverse' });
    expect(pointsOf(turned).map((p) => [p.x, p.y])).toEqual(
      pointsOf(one)
        .map((p) => [p.x, p.y])
        .reverse(),
    );
  });

  it('get exact corner radii of their own, live', () => {
    const round = change(d, [ref(0)], { do: 'round', radius: 20 });
    // One corner less by (1 − π/4) r².
    expect(pathArea(outlineOf(round))).toBeCloseTo(10_000 - (1 - Math.PI / 4) * 400, 0);
    const both = change(round, [ref(2)], { do: 'round', radius: 10 });
    expect(pathArea(outlineOf(both))).toBeCloseTo(10_000 - (1 - Math.PI / 4) * 500, 0);
    expect(both.parts.a.steps.length).toBe(1);
    const b = pathBounds(outlineOf(change(both, [ref(1)], { do: 'shift', dx: 30, dy: 0 })));
    expect(b && b.x1 - b.x0).toBeCloseTo(130, 6);
    expect(() => readDesign(both)).not.toThrow();
  });
});

describe('drawing', () => {
  it('goes on from either end of an open path', () => {
    const d = designOf(
      400,
      path('a', [
        straight(
          [
            [0, 0],
            [50, 0],
            [50, 40],
          ],
          false,
        ),
      ]),
    );
    for (const [x, y] of [
      [200, 200],
      [250, 240],
    ]) {
      const from = draftFrom(d, 'a', { x, y }, 3);
      const last = from?.nodes.at(-1);
      expect([last?.x, last?.y]).toEqual([x, y]);
      const longer = redrawnPath(d, 'a', 0, [...(from?.nodes ?? []), { x, y: y + 30, out: null }], false);
      expect(pathLength(outlineOf(longer))).toBeCloseTo(120, 9);
    }
    expect(draftFrom(d, 'a', { x: 250, y: 200 }, 3)).toBeNull();
  });

  it('freehand comes to few cubics within the tolerance, joined smoothly', () => {
    const points = Array.from({ length: 160 }, (_, i) => {
      const t = i / 20;
      return { x: 40 * t, y: 60 * Math.sin(t), pressure: 0.5 };
    });
    for (const tolerance of [0.2, 1, 4]) {
      const cubics = fitCubics(points, tolerance);
      for (const p of points) {
        const d = Math.min(...cubics.map((s) => nearestOnCubic(s, p).distance));
        expect(d).toBeLessThan(tolerance * 1.01);
      }
      cubics.slice(1).forEach((s, i) => {
        const end = cubicPoint(cubics[i], 1);
        expect([s[0], s[1]]).toEqual([end.x, end.y]);
        const [ux, uy] = [cubics[i][6] - cubics[i][4], cubics[i][7] - cubics[i][5]];
        const [vx, vy] = [s[2] - s[0], s[3] - s[1]];
        expect(Math.abs(ux * vy - uy * vx)).toBeLessThan(1e-6 * Math.hypot(ux, uy) * Math.hypot(vx, vy));
      });
    }
    expect(fitCubics(points, 4).length).toBeLessThan(fitCubics(points, 0.2).length);
    expect(fitCubics(points, 1).length).toBeLessThan(14);
    expect(fitCubics([{ x: 1, y: 1 }], 1)).toEqual([]);
  });

  it('freehand closes where it comes back, and keeps the pressure', () => {
    const loop = Array.from({ length: 90 }, (_, i) => ({
      x: 200 + 80 * Math.cos((i * 2 * Math.PI) / 89),
      y: 200 + 80 * Math.sin((i * 2 * Math.PI) / 89),
      pressure: i / 89,
    }));
    const { design, chosen } = freePath(designOf(400), 's', loop, 1, 5, 'Loop');
    const [c] = contoursOf(design.parts[chosen[0]]) ?? [];
    expect(c.closed).toBe(true);
    expect(c.pressure?.length).toBe(64);
    expect(Math.abs(pathArea(outlineOf(design, chosen[0])) / (Math.PI * 6400) - 1)).toBeLessThan(0.03);
    expect(() => readDesign(design)).not.toThrow();
    expect(freePath(designOf(400), 's', loop.slice(0, 1), 1, 5, 'Dot').chosen).toEqual([]);
  });
});

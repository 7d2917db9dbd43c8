import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { evaluatePart, makeCoat, makePart, makeStep, origin, pathArea, pathBounds, steps } from '@/core';
import { combine } from '@/core/arrange/combine';
import { bendCubic } from '@/core/bend/bend-cubic';
import { type Bend, bendPath } from '@/core/bend/bend-path';
import { fitAlike } from '@/core/bend/fit-alike';
import { jacobianOf, mapByPlaces, type PlaneMap } from '@/core/bend/map';
import type { HandleContext } from '@/core/document/handles';
import { Tally } from '@/core/geometry/budget';
import { type Cubic, cubicPoint, isLine, reverseCubic } from '@/core/geometry/cubic';
import { nearestOnPath } from '@/core/geometry/measure';
import { contourOf, pathOf, segmentsOf } from '@/core/geometry/path';
import type { SceneNode } from '@/core/scene/types';
import { runs } from '../../share';
import { designOf } from '../designs';
import { circle, rect } from '../shapes';

/** Maps whose images are known otherwise, written for the test alone. */
const sine = mapByPlaces((x, y) => ({ x, y: y + 40 * Math.sin(x / 50) }));
const perspective = mapByPlaces((x, y) => {
  const w = 1 + 0.001 * x + 0.0005 * y;
  return { x: x / w, y: y / w };
});
const bounds = { x0: -200, y0: -200, x1: 200, y1: 200 };
const context: HandleContext = { bounds, outline: [] };
const twist = (params: object): PlaneMap => {
  const map = steps.twist.map?.({ ...steps.twist.defaults, ...params }, context);
  if (!map) throw new Error('The twist does nothing.');
  return map;
};
const maps: Readonly<Record<string, PlaneMap>> = {
  sine,
  perspective,
  twist: twist({ turn: 140, radius: 260 }),
  tight: twist({ turn: 300, radius: 120, centreX: 40 }),
};

const bend = (map: PlaneMap, tolerance: number): Bend => ({
  map,
  tolerance,
  tally: new Tally(10_000, 'It has', 'segments; it may have'),
});

const coordinate = fc.double({ min: -200, max: 200, noNaN: true });
const cubics = fc
  .tuple(...(Array.from({ length: 8 }, () => coordinate) as [typeof coordinate]))
  .map((v) => v as unknown as Cubic);

describe.each(Object.entries(maps))('curves under a %s', (_, map) => {
  it('stay within the tolerance of their true images', () => {
    const tolerance = 0.01;
    fc.assert(
      fc.property(cubics, (s) => {
        const bent = pathOf([contourOf(bendCubic(s, map, tolerance), false)]);
        for (let i = 0; i <= 60; i++) {
          const p = cubicPoint(s, i / 60);
          const near = nearestOnPath(bent, map.at(p.x, p.y))?.distance ?? Number.POSITIVE_INFINITY;
          // In the sharpest of hairpins it may be over between the places that are checked.
          expect(near).toBeLessThan(2 * tolerance);
        }
      }),
      { numRuns: runs(400, 40) },
    );
  });

  it('are the same numbers in both directions', () => {
    fc.assert(
      fc.property(cubics, (s) => {
        const there = bendCubic(s, map, 0.01);
        const back = bendCubic(reverseCubic(s), map, 0.01);
        expect(back.map(reverseCubic).reverse()).toEqual(there);
      }),
      { numRuns: runs(400, 40) },
    );
  });
});

describe('under a wave that moves all places across it alike', () => {
  const wave = steps.wave.map?.({ ...steps.wave.defaults, length: 70, height: 30, direction: 25 }, context);
  if (!wave?.alike) throw new Error('A plain wave is alike across.');
  const along = wave.alike;

  it('places farther across are moved as far', () => {
    for (const k of [-90, 7, 140]) {
      const [p, q] = [wave.at(30, -20), wave.at(30 + k * along.x, -20 + k * along.y)];
      expect(q.x - p.x).toBeCloseTo(k * along.x, 9);
      expect(q.y - p.y).toBeCloseTo(k * along.y, 9);
    }
    expect(steps.wave.map?.({ ...steps.wave.defaults, crossHeight: 9 }, context)?.alike).toBeUndefined();
  });

  it('curves that are fitted once for all that lie alike stay near their true images, end on them and have no direction', () => {
    fc.assert(
      fc.property(cubics, fc.double({ min: -300, max: 300, noNaN: true }), (s, k) => {
        const moved = s.map((v, i) => v + k * (i % 2 ? along.y : along.x)) as unknown as Cubic;
        for (const c of [s, moved]) {
          const fitted = fitAlike(c, wave, along, 0.01);
          const last = fitted[fitted.length - 1];
          const ends = [wave.at(c[0], c[1]), wave.at(c[6], c[7])];
          expect([...fitted[0].slice(0, 2), ...last.slice(6)]).toEqual(ends.flatMap((p) => [p.x, p.y]));
          expect(fitAlike(reverseCubic(c), wave, along, 0.01).map(reverseCubic).reverse()).toEqual(fitted);
          const bent = pathOf([contourOf(fitted, false)]);
          for (let i = 0; i <= 40; i++) {
            const p = cubicPoint(c, i / 40);
            const near = nearestOnPath(bent, wave.at(p.x, p.y))?.distance ?? Number.POSITIVE_INFINITY;
            expect(near).toBeLessThan(0.02);
          }
        }
      }),
      { numRuns: runs(400, 30) },
    );
  });
});

it('turn and stretch as their differences say', () => {
  for (const map of Object.values(maps))
    for (const [x, y] of [
      [3, 5],
      [-80, 41],
      [40, 0.5],
      [199, -199],
    ]) {
      const own = jacobianOf(map, x, y);
      const differences = jacobianOf(mapByPlaces(map.at), x, y);
      for (let k = 0; k < 4; k++) expect(own[k]).toBeCloseTo(differences[k], 5);
    }
});

it('lines that stay straight stay lines, and few pieces are made', () => {
  const line = contourOf([[10, 20, 10, 20, 160, 90, 160, 90]], false);
  const bent = segmentsOf(bendPath(pathOf([line]), bend(perspective, 0.01)).contours[0]);
  expect(bent).toHaveLength(1);
  expect(isLine(bent[0])).toBe(true);
  // A line under five periods of a sine: no more than twice the quarters it has.
  const level = contourOf([[0, 0, 0, 0, 500 * Math.PI, 0, 500 * Math.PI, 0]], false);
  expect(segmentsOf(bendPath(pathOf([level]), bend(sine, 0.1)).contours[0]).length).toBeLessThanOrEqual(30);
});

describe('a twist', () => {
  it('keeps areas: it turns every circle about its centre in itself', () => {
    for (const shape of [circle(30, 10, 90), rect(-120, -50, 180, 140), circle(150, 0, 30)]) {
      const bent = bendPath(shape, bend(twist({ turn: 200, radius: 240 }), 0.002));
      expect(pathArea(bent) / pathArea(shape)).toBeCloseTo(1, 4);
    }
  });

  it('leaves what is out of its reach as it is', () => {
    const far = rect(300, 300, 50, 40);
    expect(bendPath(far, bend(twist({ turn: 90, radius: 100 }), 0.01))).toEqual(far);
  });
});

it('what would come to more than a part may have is refused in words, while it is made', () => {
  const budgeted = {
    ...bend(twist({ turn: 3600, radius: 280 }), 1e-9),
    tally: new Tally(50, 'It has', 'segments; it may have'),
  };
  expect(() => bendPath(circle(40, 0, 150), budgeted)).toThrow(/^It has \d+ segments; it may have 50\.$/);
});

describe('a group that is twisted', () => {
  const halves = ['a', 'b'].map((id, i) =>
    makePart(
      { kind: 'rectangle', width: 100, height: 80, topLeft: 0, topRight: 0, bottomLeft: 0, bottomRight: 0 },
      { id, place: { ...origin, x: i ? 50 : -50 }, coats: [makeCoat('fill')] },
    ),
  );
  const group = makePart(
    { kind: 'group' },
    {
      id: 'g',
      children: ['a', 'b'],
      steps: [makeStep('twist', { centreX: 20, centreY: 10, radius: 150, turn: 120 })],
    },
  );
  const result = evaluatePart(designOf(400, ...halves, group), group);
  const shapes = (nodes: readonly SceneNode[]): SceneNode[] =>
    nodes.flatMap((n) => (n.type === 'group' ? shapes(n.children) : [n]));
  const paths = shapes(result.nodes).flatMap((n) => (n.type === 'shape' ? [n.path] : []));

  it('is bent as one: its members abut as before, and come to what the whole would', () => {
    expect(paths).toHaveLength(2);
    // The edge they share is the same curve in both.
    expect(pathArea(combine('intersect', paths))).toBeLessThan(1e-6);
    const map = twist({ centreX: 20, centreY: 10, radius: 150, turn: 120 });
    const whole = bendPath(rect(-100, -40, 200, 80), bend(map, 0.001));
    expect(pathArea(combine('exclude', [combine('union', paths), whole]))).toBeLessThan(2);
    expect(pathArea(combine('union', paths))).toBeCloseTo(200 * 80, 0);
  });

  it('has the outline of what it paints', () => {
    const [outlined, painted] = [result.outline.map((p) => p.path), paths].map((list) =>
      pathBounds(combine('union', list)),
    );
    for (const k of ['x0', 'y0', 'x1', 'y1'] as const)
      expect(outlined?.[k]).toBeCloseTo(painted?.[k] ?? Number.NaN, 2);
  });
});

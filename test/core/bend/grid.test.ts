import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { evaluatePart, makePart, makeSource, makeStep, pathBounds, steps } from '@/core';
import {
  handleAt,
  withColumnAt,
  withHandle,
  withMoved,
  withoutColumn,
  withoutRow,
  withReset,
  withRowAt,
} from '@/core/bend/grid/edit';
import { determinantNet, foldedCells, leastDeterminant } from '@/core/bend/grid/folds';
import { gridForms, withForm } from '@/core/bend/grid/forms';
import {
  type BendGrid,
  gridFault,
  gridFrom,
  gridNumbers,
  gridOf,
  isPlain,
  plainGrid,
} from '@/core/bend/grid/grid';
import { gridMap, gridOver } from '@/core/bend/grid/grid-map';
import { surfaceAt } from '@/core/bend/grid/surface';
import { comesFrom } from '@/core/bend/invert';
import { jacobianOf, mapByPlaces } from '@/core/bend/map';
import { cubicPoint } from '@/core/geometry/cubic';
import { nearestOnPath } from '@/core/geometry/measure';
import { segmentsOf } from '@/core/geometry/path';
import { asPieces, pathsOf } from '@/core/outline/pieces';
import { takeShippedFaces } from '../../faces';
import { designOf } from '../designs';
import { numbers, rect, regular } from '../shapes';

takeShippedFaces();

/** A grid whose nodes are strewn about their places by up to `far` of a cell, some with handles of their own. */
function strewn(seed: number, columns: number, rows: number, far: number): BendGrid {
  const next = numbers(seed);
  const grid = plainGrid(columns, rows);
  const moves = new Map(
    grid.own.map((_, k) => [
      k,
      { x: ((2 * next() - 1) * far) / columns, y: ((2 * next() - 1) * far) / rows },
    ]),
  );
  return grid.own.reduce(
    (g, _, k) => {
      if (next() < 0.7) return g;
      const at = handleAt(g, k, 'right');
      return withHandle(g, k, 'right', { x: at.x + 0.05 * next(), y: at.y + 0.1 * next() - 0.05 });
    },
    withMoved(grid, moves),
  );
}

const seeds = fc.integer({ min: 1, max: 100_000 });
const shares = fc.double({ min: 0.01, max: 0.99, noNaN: true });
const at = (g: BendGrid, u: number, v: number) => surfaceAt(g, u, v, new Float64Array(8));
const bounds = { x0: -120, y0: 40, x1: 280, y1: 340 };

describe('a bend grid', () => {
  it('that is plain changes nothing, bit for bit', () => {
    const square = asPieces([rect(0, 0, 100, 80)]);
    const context = { bounds: { x0: 0, y0: 0, x1: 100, y1: 80 }, outline: square };
    expect(steps['bend-grid'].apply(square, steps['bend-grid'].defaults, context)).toBe(square);
    const bent = gridNumbers(strewn(3, 3, 3, 0.3));
    expect(steps['bend-grid'].apply(square, { grid: bent, strength: 0, mirror: 'none' }, context)).toBe(
      square,
    );
  });

  it('passes through its nodes, and with the slopes that they hold', () => {
    const g = strewn(11, 4, 3, 0.4);
    g.vs.forEach((v, j) => {
      g.us.forEach((u, i) => {
        const k = 8 * (j * g.us.length + i);
        at(g, u, v).forEach((n, c) => {
          expect(n).toBeCloseTo(g.nodes[k + c], 9);
        });
      });
    });
  });

  it('takes rows and columns and leaves the surface unmoved; taken out again, all is as before', () => {
    fc.assert(
      fc.property(seeds, shares, shares, (seed, u, v) => {
        const g = strewn(seed, 3, 4, 0.4);
        fc.pre(!g.us.includes(u) && !g.vs.includes(v));
        const more = withRowAt(withColumnAt(g, u), v);
        for (const [s, t] of [
          [u, v],
          [0.1, 0.9],
          [0.55, 0.35],
          [0.99, 0.02],
        ])
          at(more, s, t).forEach((n, c) => {
            expect(n).toBeCloseTo(at(g, s, t)[c], 9);
          });
        const back = withoutRow(withoutColumn(more, more.us.indexOf(u)), more.vs.indexOf(v));
        expect(back.nodes).toEqual(g.nodes);
        expect(back.own).toEqual(g.own);
      }),
      { numRuns: 60 },
    );
  });

  it('keeps bilinear surfaces as they are (Adini’s twists)', () => {
    const to = (u: number, v: number) => ({
      x: 0.2 + u + 0.3 * v - 0.4 * u * v,
      y: 0.1 * u + v + 0.25 * u * v,
    });
    const g = plainGrid(3, 3);
    const moves = new Map(
      g.own.map((_, k) => {
        const [u, v] = [g.us[k % 4], g.vs[Math.floor(k / 4)]];
        return [k, { x: to(u, v).x - u, y: to(u, v).y - v }];
      }),
    );
    const bent = withMoved(g, moves);
    for (const [u, v] of [
      [0.1, 0.2],
      [0.5, 0.77],
      [0.93, 0.01],
    ]) {
      const [x, y] = at(bent, u, v);
      expect(x).toBeCloseTo(to(u, v).x, 12);
      expect(y).toBeCloseTo(to(u, v).y, 12);
    }
  });

  it('bends there and back', () => {
    fc.assert(
      fc.property(seeds, fc.integer({ min: 0, max: 15 }), (seed, k) => {
        const g = strewn(seed, 3, 3, 0.3);
        const by = { x: 0.13, y: -0.21 };
        const back = withMoved(withMoved(g, new Map([[k, by]])), new Map([[k, { x: -by.x, y: -by.y }]]));
        back.nodes.forEach((n, i) => {
          expect(n).toBeCloseTo(g.nodes[i], 12);
        });
        // Three cells away nothing of a move is felt.
        const far = withMoved(plainGrid(8, 1), new Map([[0, by]]));
        for (const [u, v] of [
          [0.4, 0.5],
          [0.9, 0.1],
        ])
          expect([...at(far, u, v).slice(0, 2)]).toEqual([expect.closeTo(u, 14), expect.closeTo(v, 14)]);
      }),
      { numRuns: 40 },
    );
  });

  it('turns and stretches as its differences say, without a kink at its lines, its edge and far outside', () => {
    const map = gridMap(gridOver(strewn(5, 4, 3, 0.4), bounds));
    const next = numbers(8);
    for (let i = 0; i < 400; i++) {
      const [x, y] = [-520 + 1200 * next(), -260 + 900 * next()];
      const [own, differences] = [jacobianOf(map, x, y), jacobianOf(mapByPlaces(map.at), x, y)];
      for (let k = 0; k < 4; k++) expect(own[k]).toBeCloseTo(differences[k], 3);
    }
    for (const [x, y] of [
      [-120, 200],
      [280, 91],
      [-20, 140],
      [80, 340],
    ])
      for (const [dx, dy] of [
        [1e-7, 0],
        [0, 1e-7],
      ]) {
        const [p, q] = [jacobianOf(map, x - dx, y - dy), jacobianOf(map, x + dx, y + dy)];
        for (let k = 0; k < 4; k++) expect(p[k]).toBeCloseTo(q[k], 5);
      }
    // Nothing is cut off: it goes on without end, on either side.
    expect(map.at(1e5, 200).x - map.at(9e4, 200).x).toBeGreaterThan(5000);
    expect(map.at(-1e5, 200).x - map.at(-9e4, 200).x).toBeLessThan(-5000);
  });

  it('finds the place that comes to a point', () => {
    const map = gridMap(gridOver(strewn(21, 3, 3, 0.25), bounds));
    const next = numbers(4);
    for (let i = 0; i < 60; i++) {
      const from = { x: -100 + 360 * next(), y: 60 + 260 * next() };
      const found = comesFrom(map, map.at(from.x, from.y), bounds);
      expect(found?.x).toBeCloseTo(from.x, 5);
      expect(found?.y).toBeCloseTo(from.y, 5);
    }
  });

  it('forms to start from pass through their own places, and fold nowhere', () => {
    for (const [name, { at: form }] of Object.entries(gridForms)) {
      const g = withForm(plainGrid(4, 4), name);
      expect(foldedCells(g), name).toEqual([]);
      for (const [u, v] of [
        [0.25, 0.5],
        [1, 0],
        [0.4, 0.6],
      ]) {
        const [x, y] = at(g, u, v);
        expect(Math.hypot(x - form(u, v).x, y - form(u, v).y), name).toBeLessThan(4e-3);
      }
    }
  });

  it('resets nodes to their places, and all of them to the bit', () => {
    const g = strewn(9, 3, 3, 0.3);
    expect(isPlain(withReset(g, null))).toBe(true);
    const one = withReset(g, [5]);
    expect(one.nodes[40]).toBeCloseTo(1 / 3, 12);
    expect(one.nodes[41]).toBeCloseTo(1 / 3, 12);
    // Others stay where they were.
    for (const k of [0, 7, 15]) expect(one.nodes[8 * k]).toBe(g.nodes[8 * k]);
  });
});

it('no fold is missed: 10,000 grids against 12 × 12 places in each cell', () => {
  let [folded, missed, undecided] = [0, 0, 0];
  for (let seed = 1; seed <= 10_000; seed++) {
    const g = strewn(seed, 1, 1, 0.9);
    const [low, high] = leastDeterminant(determinantNet(g, 0, 0));
    let least = Number.POSITIVE_INFINITY;
    for (let j = 0; j <= 12; j++)
      for (let i = 0; i <= 12; i++) {
        const s = at(g, i / 12, j / 12);
        least = Math.min(least, s[2] * s[5] - s[3] * s[4]);
      }
    // The bounds hold whatever is sampled.
    expect(low).toBeLessThanOrEqual(least + 1e-9);
    if (least <= 0) folded++;
    if (least < -1e-9 && low > 0) missed++;
    if (low <= 0 && high > 0) undecided++;
  }
  expect(folded).toBeGreaterThan(1000);
  expect(missed).toBe(0);
  expect(undecided).toBeLessThan(100);
});

describe('the step', () => {
  const part = (params: Record<string, unknown>) =>
    makePart(makeSource('lettering', { text: 'Hollin', size: 400 }), {
      id: 'w',
      steps: [{ ...makeStep('bend-grid', params), id: 's' }],
    });

  it('carries curves within 1e-2 sheet units at 2000 of dense samples of their true images', () => {
    const g = strewn(17, 4, 4, 0.35);
    const star = regular(7, 1000, 1000, 1000);
    const b = pathBounds(star);
    if (!b) throw new Error('No star.');
    const context = { bounds: b, outline: asPieces([star]) };
    const [bent] = pathsOf(
      steps['bend-grid'].apply(
        context.outline,
        { grid: gridNumbers(g), strength: 1, mirror: 'none' },
        context,
      ),
    );
    const map = gridMap(gridOver(g, b));
    for (const s of star.contours.flatMap(segmentsOf))
      for (let i = 0; i <= 100; i++) {
        const p = cubicPoint(s, i / 100);
        expect(nearestOnPath(bent, map.at(p.x, p.y))?.distance ?? 9).toBeLessThan(1.2e-2);
      }
  });

  it('goes along with words while they are typed: it lies over their bounds', () => {
    const grid = gridNumbers(withForm(plainGrid(3, 3), 'canopy'));
    const [short, long] = ['Hol', 'Hollin Tarn'].map((text) => {
      const p = {
        ...part({ grid }),
        source: { ...part({}).source, text } as ReturnType<typeof part>['source'],
      };
      return evaluatePart(designOf(3000, p), p);
    });
    for (const r of [short, long]) expect(r.faults).toEqual([]);
    expect(long.outline.length).toBeGreaterThan(short.outline.length);
  });

  const g = gridNumbers(plainGrid(3, 3));
  const context = { bounds: { x0: 0, y0: 0, x1: 300, y1: 300 }, outline: [] };
  const drag = (params: object, handle: string, to: { x: number; y: number }) =>
    gridFrom(
      steps['bend-grid'].drag?.({ grid: g, strength: 1, mirror: 'none', ...params }, handle, to, context)
        .params.grid as number[],
    );
  const place = (grid: BendGrid, k: number) => [grid.nodes[8 * k], grid.nodes[8 * k + 1]];

  it('moves a node to where its grip is, and mirrored ones across from it', () => {
    const one = drag({ mirror: 'across' }, 'node-5', { x: 90, y: 120 });
    expect(place(one, 5)).toEqual([expect.closeTo(0.3, 12), expect.closeTo(0.4, 12)]);
    expect(place(one, 6)).toEqual([expect.closeTo(0.7, 12), expect.closeTo(0.4, 12)]);
    expect(place(one, 9)).toEqual([expect.closeTo(1 / 3, 12), expect.closeTo(2 / 3, 12)]);
    const handle = drag({ mirror: 'both' }, 'right-5', { x: 140, y: 110 });
    const [a, b] = [handleAt(handle, 5, 'right'), handleAt(handle, 10, 'left')];
    expect([a.x, a.y]).toEqual([expect.closeTo(140 / 300, 12), expect.closeTo(110 / 300, 12)]);
    expect([b.x, b.y]).toEqual([expect.closeTo(1 - 140 / 300, 12), expect.closeTo(1 - 110 / 300, 12)]);
  });

  it('at half its strength follows the grip all the same', () => {
    const half = drag({ strength: 0.5 }, 'node-5', { x: 110, y: 120 });
    const map = gridMap(gridOver(half, context.bounds, 0.5));
    const p = map.at(100, 100);
    expect([p.x, p.y]).toEqual([expect.closeTo(110, 9), expect.closeTo(120, 9)]);
  });

  it('says where it folds, and keeps what it makes', () => {
    const folded = gridNumbers(drag({}, 'node-5', { x: 290, y: 20 }));
    const p = part({ grid: folded });
    const { faults } = evaluatePart(designOf(3000, p), p);
    expect(faults.map((f) => [f.note, f.message])).toEqual([
      [true, expect.stringMatching(/folds over itself/)],
    ]);
  });

  it('bad numbers are refused in words', () => {
    expect(gridFault([2, 2, 0])).toMatch(/must have 89 numbers/);
    expect(gridFault([0, 2, 0])).toMatch(/columns and rows/);
    expect(gridFault(gridNumbers(plainGrid(1, 1)).map((v, i) => (i === 2 ? 0.5 : v)))).toMatch(
      /rising order/,
    );
    expect(gridFault([Number.NaN])).toMatch(/list of numbers/);
    expect(
      gridFault(gridNumbers(gridOf([0, 0.2, 1], [0, 1], (u, v) => [u, v, 1, 0, 0, 1, 0, 0]))),
    ).toBeNull();
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { evaluatePart, makePart, makeSource, makeStep, steps } from '@/core';
import { jacobianOf, mapByPlaces, type PlaneMap } from '@/core/bend/map';
import { type BendPin, pinNumbers, pinsFault, plainPin } from '@/core/bend/pins/pin';
import { Skyline } from '@/core/bend/pins/skyline';
import { addPin } from '@/core/edit/bend-pins';
import { type Point, radians } from '@/core/geometry/vector';
import { asPieces } from '@/core/outline/pieces';
import { designOf } from '../designs';
import { numbers, rect } from '../shapes';

const bounds = { x0: -240, y0: -240, x1: 240, y1: 240 };
const outline = asPieces([rect(-240, -240, 480, 480)]);
const context = { bounds, outline };

const mapOf = (pins: readonly BendPin[], more: object = {}): PlaneMap => {
  const map = steps['bend-pins'].map?.(
    { ...steps['bend-pins'].defaults, pins: pinNumbers(pins), ...more },
    context,
  );
  if (!map) throw new Error('The pins do nothing.');
  return map;
};

/** A pin by its place on the sheet and where it goes. */
const pin = (x: number, y: number, toX: number, toY: number, more: Partial<BendPin> = {}): BendPin => ({
  ...plainPin((x + 240) / 480, (y + 240) / 480),
  toX: (toX + 240) / 480,
  toY: (toY + 240) / 480,
  ...more,
});

const far = (map: PlaneMap, x: number, y: number, toX: number, toY: number): number => {
  const p = map.at(x, y);
  return Math.hypot(p.x - toX, p.y - toY);
};

const places = [
  [-240, -240],
  [10, 30],
  [200, -150],
  [-90, 220],
] as const;

describe('bend pins', () => {
  it('that stand still change nothing, bit for bit', () => {
    const still = pinNumbers([plainPin(0.2, 0.3), plainPin(0.8, 0.5)]);
    expect(steps['bend-pins'].apply(outline, { ...steps['bend-pins'].defaults, pins: still }, context)).toBe(
      outline,
    );
  });

  it('are met', () => {
    const place = fc.tuple(fc.integer({ min: -4, max: 4 }), fc.integer({ min: -4, max: 4 }));
    const shift = fc.tuple(fc.integer({ min: -60, max: 60 }), fc.integer({ min: -60, max: 60 }));
    fc.assert(
      fc.property(
        fc.uniqueArray(place, { minLength: 2, maxLength: 8, selector: String }),
        fc.array(shift, { minLength: 8, maxLength: 8 }),
        (at, by) => {
          const pins = at.map(([x, y], i) => pin(50 * x, 50 * y, 50 * x + by[i][0], 50 * y + by[i][1]));
          fc.pre(pins.some((p) => p.toX !== p.x || p.toY !== p.y));
          const map = mapOf(pins);
          at.forEach(([x, y], i) => {
            expect(far(map, 50 * x, 50 * y, 50 * x + by[i][0], 50 * y + by[i][1])).toBeLessThan(5e-3);
          });
        },
      ),
      { numRuns: 25 },
    );
  });

  it('moved by one rigid motion move all by it', () => {
    const [cos, sin] = [Math.cos(0.7), Math.sin(0.7)];
    const to = (x: number, y: number): [number, number] => [30 + cos * x - sin * y, -12 + sin * x + cos * y];
    const map = mapOf(
      [
        [-150, -100],
        [120, -40],
        [10, 160],
      ].map(([x, y]) => pin(x, y, ...to(x, y))),
    );
    for (const [x, y] of places) expect(far(map, x, y, ...to(x, y))).toBeLessThan(1e-6);
  });

  it('one alone moves all; turned, it turns all about itself', () => {
    const moved = mapOf([pin(50, 20, 80, -10)]);
    for (const [x, y] of places) expect(far(moved, x, y, x + 30, y - 30)).toBeLessThan(1e-9);
    const turned = mapOf([pin(50, 20, 50, 20, { turn: 40, turns: true, radius: 0.1 })]);
    const [cos, sin] = [Math.cos(radians(40)), Math.sin(radians(40))];
    for (const [x, y] of places)
      expect(
        far(turned, x, y, 50 + cos * (x - 50) - sin * (y - 20), 20 + sin * (x - 50) + cos * (y - 20)),
      ).toBeLessThan(1e-6);
  });

  it('bend smoothly everywhere: the Jacobian has no jump', () => {
    const map = mapOf([
      pin(-150, 0, -150, 0),
      pin(0, 0, 10, -90),
      pin(150, 20, 190, 40, { turn: 30, turns: true, radius: 0.1 }),
    ]);
    const next = numbers(6);
    for (let i = 0; i < 300; i++) {
      const [x, y] = [480 * next() - 240, 480 * next() - 240];
      const [own, differences] = [jacobianOf(map, x, y), jacobianOf(mapByPlaces(map.at), x, y)];
      for (let k = 0; k < 4; k++) expect(own[k]).toBeCloseTo(differences[k], 4);
      const beside = jacobianOf(map, x + 1e-4, y);
      for (let k = 0; k < 4; k++) expect(Math.abs(own[k] - beside[k])).toBeLessThan(1e-4);
    }
  });

  it('rest on where they stand and go alone: not on the order of their list', () => {
    const list = [pin(-150, 0, -150, 20), pin(40, 60, 60, 0), pin(150, -80, 150, -80)];
    const [a, b] = [mapOf(list), mapOf(list.toReversed())];
    for (const [x, y] of places) {
      const p = b.at(x, y);
      expect(far(a, x, y, p.x, p.y)).toBeLessThan(1e-6);
    }
  });

  it('done three times over are three times the map', () => {
    const list = [pin(-150, 0, -150, 0), pin(100, 0, 100, 40)];
    const [once, thrice] = [mapOf(list), mapOf(list, { times: 3 })];
    for (const [x, y] of places) {
      const p = [1, 2, 3].reduce<Point>((at) => once.at(at.x, at.y), { x, y });
      expect(far(thrice, x, y, p.x, p.y)).toBeLessThan(1e-9);
    }
  });

  it('with a reach are not felt well beyond it', () => {
    const map = mapOf([pin(-200, -200, -170, -180)], { reach: 40 });
    expect(far(map, -200, -200, -170, -180)).toBeLessThan(5e-3);
    expect(far(map, 200, 200, 200, 200)).toBeLessThan(0.05);
  });

  it('on one place are refused in words, and the last good outline is kept', () => {
    const p = makePart(makeSource('rectangle', { width: 480, height: 480 }), {
      id: 'r',
      steps: [
        { ...makeStep('bend-pins', { pins: pinNumbers([pin(0, 0, 10, 0), pin(0, 0, 0, 10)]) }), id: 's' },
      ],
    });
    const { faults, outline: kept } = evaluatePart(designOf(1000, p), p);
    expect(faults.map((f) => f.message)).toEqual([
      'Pins 1 and 2 stand in one place: take one away, or move it.',
    ]);
    expect(kept).toHaveLength(1);
    expect(pinsFault([1, 2, 3])).toMatch(/8 numbers/);
    expect(pinsFault([0, 0, 0, 0, 0, 0, 0, 0])).toMatch(/scales/);
    expect(pinsFault(['x'])).toMatch(/list of numbers/);
  });

  it('that are added hold what lies where the sheet is pressed, and move it no further', () => {
    const pins = pinNumbers([pin(-150, 0, -150, -60), pin(150, 0, 150, 60)]);
    const p = makePart(makeSource('rectangle', { width: 480, height: 480 }), {
      id: 'r',
      steps: [{ ...makeStep('bend-pins', { pins }), id: 's' }],
    });
    const before = mapOf([pin(-150, 0, -150, -60), pin(150, 0, 150, 60)]);
    const { design } = addPin(designOf(1000, p), 'r', { list: 'steps', id: 's' }, { x: 20, y: 90 });
    const beyond = addPin(design, 'r', { list: 'steps', id: 's' }, { x: 900, y: 90 });
    expect(beyond.design).toBe(design);
    expect(beyond.said).toMatch(/nothing to pin/);
    // Where those that are there do not go together, it is said why.
    const clash = pinNumbers([pin(0, 0, 10, 0), pin(0, 0, 0, 10)]);
    const bad = { ...p, steps: [{ ...p.steps[0], params: { ...p.steps[0].params, pins: clash } }] };
    const refused = addPin(designOf(1000, bad), 'r', { list: 'steps', id: 's' }, { x: 20, y: 90 });
    expect(refused.said).toMatch(/stand in one place/);
    const after = design.parts.r.steps[0].params.pins as number[];
    expect(after).toHaveLength(24);
    const map = steps['bend-pins'].map?.({ ...steps['bend-pins'].defaults, pins: after }, context);
    if (!map) throw new Error('The pins do nothing.');
    for (const [x, y] of places) {
      const q = before.at(x, y);
      expect(far(map, x, y, q.x, q.y)).toBeLessThan(1);
    }
  });
});

it('the banded factor solves what it was made of', () => {
  const n = 40;
  const next = numbers(2);
  const m = new Skyline(n, 6);
  const full = Array.from({ length: n }, () => new Array<number>(n).fill(0));
  for (let i = 0; i < n; i++)
    for (let j = Math.max(0, i - 6); j <= i; j++) {
      const v = i === j ? 8 + next() : next() - 0.5;
      m.add(i, j, v);
      full[i][j] = v;
      full[j][i] = v;
    }
  m.factor();
  const want = Array.from({ length: 2 * n }, () => next());
  const b = new Float64Array(2 * n);
  for (let i = 0; i < n; i++)
    for (let j = 0; j < n; j++) for (let c = 0; c < 2; c++) b[2 * i + c] += full[i][j] * want[2 * j + c];
  m.solve(b);
  b.forEach((v, i) => {
    expect(v).toBeCloseTo(want[i], 10);
  });
});

import { describe, expect, it } from 'vitest';
import { renderPixels } from '@/core';
import { bendNodes } from '@/core/bend/bend-nodes';
import { comesFrom } from '@/core/bend/invert';
import { jacobianOf, type PlaneMap } from '@/core/bend/map';
import { type BendPin, plainPin } from '@/core/bend/pins/pin';
import { pinMap } from '@/core/bend/pins/pin-map';
import { unbend } from '@/core/bend/unbend';
import { WorkFault } from '@/core/geometry/budget';
import { solveDense } from '@/core/geometry/dense';
import { radians } from '@/core/geometry/vector';
import { unbentPlace } from '@/core/scene/unbent';
import { bendOf } from '@/core/step/bend';
import { runs } from '../../share';
import { group, scene, shape } from '../raster/scenes';
import { numbers, rect } from '../shapes';

const size = 422;
const bounds = { x0: -size / 2, y0: -size / 2, x1: size / 2, y1: size / 2 };

const mapOf = (pins: readonly BendPin[], reach = Number.POSITIVE_INFINITY): PlaneMap =>
  pinMap(pins, bounds, { stiffness: 1, reach }, 1);

const pin = (x: number, y: number, toX: number, toY: number, more: Partial<BendPin> = {}): BendPin => ({
  ...plainPin(x, y),
  toX,
  toY,
  ...more,
});

/** Five pins on a ring, every other one pulled outwards by about half the frame: a spot drawn out to a soft triangle. */
const spread = (pulls: readonly number[]) =>
  pulls.map((pull, i) => {
    const a = radians(72 * i - 90);
    const [c, s] = [Math.cos(a), Math.sin(a)];
    return pin(100 * c, 100 * s, (100 + pull) * c, (100 + pull) * s);
  });
const drawnOut = spread([195, 0, 205, 0, 210]);

/** The least det J over places of the frame, on a raster. */
function leastArea(map: PlaneMap, places = 60): number {
  let least = Number.POSITIVE_INFINITY;
  for (let j = 0; j <= places; j++)
    for (let i = 0; i <= places; i++) {
      const [x, y] = [bounds.x0 + (size * i) / places, bounds.y0 + (size * j) / places];
      const [xx, yx, xy, yy] = jacobianOf(map, x, y);
      least = Math.min(least, xx * yy - yx * xy);
    }
  return least;
}

const missed = (map: PlaneMap, pins: readonly BendPin[]): number =>
  Math.max(
    ...pins.map(({ x, y, toX, toY }) => {
      const p = map.at(x, y);
      return Math.hypot(p.x - toX, p.y - toY);
    }),
  );

interface Wild {
  /** Least distance between pins, longest pull and most turn. */
  readonly apart: number;
  readonly pull: number;
  readonly turn: number;
  /** Share of pins that turn and grow, and their radius. */
  readonly turned: number;
  readonly radius: number;
}

/** Three to eight pins, a third of them at rest, the others pulled anywhere. */
function wildPins(next: () => number, wild: Wild): BendPin[] {
  const pins: BendPin[] = [];
  const many = 3 + Math.floor(6 * next());
  while (pins.length < many) {
    const [x, y] = [bounds.x0 + size * next(), bounds.y0 + size * next()];
    if (pins.some((p) => Math.hypot(p.x - x, p.y - y) < wild.apart * size)) continue;
    const [a, l] = [2 * Math.PI * next(), next() < 1 / 3 ? 0 : wild.pull * size * next()];
    const turned = next() < wild.turned;
    pins.push(
      pin(x, y, x + l * Math.cos(a), y + l * Math.sin(a), {
        ...(turned && {
          radius: wild.radius * size,
          turns: true,
          turn: wild.turn * (2 * next() - 1),
          scale: 0.5 + next(),
        }),
      }),
    );
  }
  return pins;
}

describe('pins that are pulled far', () => {
  it('fold nothing and are met, however they are pulled', () => {
    const next = numbers(31);
    for (let k = 0; k < runs(300, 12); k++) {
      const pins = wildPins(next, { apart: 0.08, pull: 1.5, turn: 0, turned: 0, radius: 0 });
      const map = mapOf(pins);
      expect(leastArea(map)).toBeGreaterThan(0);
      expect(missed(map, pins)).toBeLessThan(5e-3);
    }
  });

  it('turn and grow what lies about them, and fold nothing', () => {
    const next = numbers(32);
    for (let k = 0; k < runs(100, 6); k++) {
      const pins = wildPins(next, { apart: 0.3, pull: 0.3, turn: 120, turned: 0.5, radius: 0.08 });
      const map = mapOf(pins);
      expect(leastArea(map)).toBeGreaterThan(0);
      expect(missed(map, pins)).toBeLessThan(5e-3);
      for (const p of pins.filter((q) => q.turns && map.parts)) {
        const edge = map.at(p.x + p.radius, p.y);
        const a = radians(p.turn);
        const r = p.scale * p.radius;
        expect(Math.hypot(edge.x - p.toX - r * Math.cos(a), edge.y - p.toY - r * Math.sin(a))).toBeLessThan(
          5e-3,
        );
      }
    }
  });

  it('that stand in each other’s way are met and fold nothing, or are refused in words', () => {
    const next = numbers(33);
    for (let k = 0; k < runs(40, 2); k++) {
      const pins = wildPins(next, { apart: 0.04, pull: 1, turn: 300, turned: 0.7, radius: 0.15 });
      try {
        expect(missed(mapOf(pins), pins)).toBeLessThan(5e-3);
      } catch (e) {
        expect(e).toBeInstanceOf(WorkFault);
      }
    }
    // Discs that lie over each other and turn against each other.
    const against = Array.from({ length: 8 }, (_, i) =>
      pin(30 * i - 100, 20 * (i % 2), 30 * i - 100, 20 * (i % 2), {
        radius: 100,
        turns: true,
        turn: i % 2 ? 170 : -170,
      }),
    );
    expect(() => mapOf(against)).toThrow(/stand in each other’s way/);
  });

  it('that change places go round each other', () => {
    const pins = [pin(-100, 0, 100, 0), pin(100, 0, -100, 0), pin(0, 190, 0, 190)];
    const map = mapOf(pins);
    expect(missed(map, pins)).toBeLessThan(1e-6);
    expect(leastArea(map)).toBeGreaterThan(0.01);
  });

  it('go on smoothly from what a stiff part does: pulled a hundredth further, nothing jumps', () => {
    let before: PlaneMap | null = null;
    for (let k = 20; k <= 36; k++) {
      const map = mapOf(spread([195, 0, 205, 0, 210].map((p) => (p * k) / 100)));
      // A hundredth of the pull is 2.1 units.
      for (const [x, y] of [
        [0, -130],
        [60, 40],
        [-140, -140],
      ]) {
        const [p, q] = [map.at(x, y), before?.at(x, y) ?? map.at(x, y)];
        expect(Math.hypot(p.x - q.x, p.y - q.y)).toBeLessThan(5);
      }
      before = map;
    }
  });

  it('felt no further than a reach leave alone what lies beyond', () => {
    const pins = [pin(-100, 0, 60, 0), pin(100, 100, 100, 100)];
    const map = mapOf(pins, 30);
    expect(map.parts).toHaveLength(2);
    expect(missed(map, pins)).toBeLessThan(5e-3);
    expect(leastArea(map)).toBeGreaterThan(0);
    const far = map.at(-20, 200);
    expect(Math.hypot(far.x + 20, far.y - 200)).toBeLessThan(0.5);
  });

  it('are found again: each place comes from where it was', () => {
    const map = mapOf(drawnOut);
    const back = unbend(map, bounds);
    const next = numbers(34);
    for (let k = 0; k < 300; k++) {
      const [x, y] = [0.9 * size * (next() - 0.5), 0.9 * size * (next() - 0.5)];
      const to = map.at(x, y);
      const [from, near] = [comesFrom(map, to, bounds), unbentPlace(back, to)];
      expect(Math.hypot((from?.x ?? 1e9) - x, (from?.y ?? 1e9) - y)).toBeLessThan(1e-3);
      expect(Math.hypot(near.x - x, near.y - y)).toBeLessThan(1e-3 * size);
    }
  });

  it('that turn more often than can be followed are refused in words', () => {
    const pins = Array.from({ length: 60 }, (_, i) =>
      pin(7 * i - 210, i, 7 * i - 210, i + (i % 2 ? 90 : -90), { radius: 4, turns: true, turn: 9000 }),
    );
    expect(() => mapOf(pins)).toThrow(/turn them less/);
  });
});

it('a soft spot that is drawn out has soft tips: no step between neighbouring pixels', () => {
  const orange = (alpha: number) => [0.9, 0.3, 0.1, alpha] as const;
  const paint = {
    kind: 'radial',
    matrix: [150, 0, 0, 150, 0, 0],
    stops: [
      { at: 0, colour: orange(1) },
      { at: 0.55, colour: orange(1) },
      { at: 1, colour: orange(0) },
    ],
    interpolation: 'srgb',
    spread: 'pad',
  } as const;
  const square = rect(bounds.x0, bounds.y0, size, size);
  const nodes = bendNodes([shape(square, paint)], bendOf(mapOf(drawnOut), { bounds }));
  const side = 760;
  const { data } = renderPixels(
    scene([group(nodes, { matrix: [1, 0, 0, 1, side / 2, side / 2] })], side, side),
    side,
  );
  let [most, inked] = [0, 0];
  for (let k = 0; k + 4 * side < data.length; k += 4) {
    // On white, blue tells how much of the orange is there.
    if (data[k + 2] < 60) inked++;
    for (const next of [4, 4 * side]) most = Math.max(most, Math.abs(data[k + 2] - data[k + next + 2]));
  }
  expect(inked).toBeGreaterThan(60_000);
  expect(most).toBeLessThan(20);
});

it('a dense system is solved, and what is left open is 0', () => {
  const next = numbers(35);
  const n = 20;
  const a = Float64Array.from({ length: n * n }, () => next() - 0.5);
  const want = Array.from({ length: n }, () => next());
  const b = Float64Array.from({ length: n }, (_, i) => want.reduce((s, v, j) => s + a[i * n + j] * v, 0));
  solveDense(a, b, n);
  b.forEach((v, i) => {
    expect(v).toBeCloseTo(want[i], 9);
  });
  const open = Float64Array.of(4, 0);
  solveDense(Float64Array.of(2, 0, 0, 0), open, 2);
  expect([...open]).toEqual([2, 0]);
});

import { describe, expect, it } from 'vitest';
import {
  contourOf,
  evaluatePart,
  makePart,
  makeSource,
  makeStep,
  origin,
  type Path,
  pathArea,
  pathBounds,
  pathLength,
  pathOf,
  steps,
} from '@/core';
import { combine } from '@/core/arrange/combine';
import { jacobianOf, mapByPlaces, type PlaneMap } from '@/core/bend/map';
import { cubicPoint, isLine } from '@/core/geometry/cubic';
import { segmentsOf } from '@/core/geometry/path';
import { asPieces, pathsOf } from '@/core/outline/pieces';
import { designOf } from '../designs';
import { circle, numbers, rect } from '../shapes';

type Params = Record<string, unknown>;

const contextOf = (path: Path) => {
  const bounds = pathBounds(path);
  if (!bounds) throw new Error('The shape is empty.');
  return { bounds, outline: asPieces([path]) };
};

const bent = (kind: string, path: Path, params: Params = {}): Path => {
  const { defaults, apply } = steps[kind];
  return pathsOf(apply(asPieces([path]), { ...defaults, ...params }, contextOf(path)))[0];
};

const mapOf = (kind: string, path: Path, params: Params): PlaneMap => {
  const { defaults, map } = steps[kind];
  const made = map?.({ ...defaults, ...params }, contextOf(path));
  if (!made) throw new Error(`${kind} does nothing.`);
  return made;
};

const all = (path: Path) => path.contours.flatMap(segmentsOf);
const plank = rect(-100, -30, 200, 60);
const S = [-80, 40, -20, -90, 40, 120, 90, 0];

const bends: readonly (readonly [string, Params])[] = [
  ['wave', { length: 70, height: 12, direction: 20, phase: 33, grows: 0.3, fades: 0.4 }],
  ['wave', { form: 'full', length: 90, height: 5, crossHeight: 2, crossLength: 41, crossPhase: 70 }],
  ['bow', { turn: 75, kept: 0.2, direction: 15 }],
  ['bow', { turn: -140 }],
  ['belly', { amount: 0.7, at: 0.3, direction: -30 }],
  ['taper', { end: 0.3, straight: 0.8, direction: 70 }],
  ['rough-edge', { amount: 2, size: 20, seed: 3 }],
  ['along-path', { line: S, beside: 6, fit: 'kept', from: 0.1 }],
  ['twist', { turn: 200, radius: 160 }],
];

describe.each(bends)('%s %o', (kind, params) => {
  const map = mapOf(kind, plank, params);

  it('turns and stretches as its differences say, inside and well outside', () => {
    const next = numbers(5);
    for (let i = 0; i < 200; i++) {
      const [x, y] = [300 * next() - 150, 120 * next() - 60];
      const [own, differences] = [jacobianOf(map, x, y), jacobianOf(mapByPlaces(map.at), x, y)];
      for (let k = 0; k < 4; k++) expect(own[k]).toBeCloseTo(differences[k], 4);
    }
  });

  it('keeps abutting stripes together: they come to what the whole comes to', () => {
    const stripes = Array.from({ length: 5 }, (_, i) => rect(-100 + 40 * i, -30, 40, 60));
    const made = steps[kind].apply(
      asPieces(stripes),
      { ...steps[kind].defaults, ...params },
      contextOf(plank),
    );
    const paths = pathsOf(made);
    const shared = paths.slice(1).map((p, i) => pathArea(combine('intersect', [paths[i], p])));
    for (const area of shared) expect(area).toBeLessThan(1e-6);
    expect(pathArea(combine('union', paths))).toBeCloseTo(
      paths.reduce((sum, p) => sum + pathArea(p), 0),
      4,
    );
  });
});

it('what bends nothing leaves the very same outline', () => {
  const none: readonly (readonly [string, Params])[] = [
    ['wave', { height: 0 }],
    ['wave', { height: 0, runs: 'outline' }],
    ['bow', { turn: 0 }],
    ['belly', { amount: 0 }],
    ['taper', { end: 1 }],
    ['rough-edge', { amount: 0 }],
    ['teeth', { height: 0 }],
    ['swell', { points: 0, spans: 0 }],
    ['along-path', {}],
  ];
  for (const [kind, params] of none) expect(bent(kind, plank, params), kind).toBe(plank);
});

describe('waves', () => {
  it('move places across by the sine of how far along they lie, and keep areas', () => {
    const made = bent('wave', plank, { length: 50, height: 10, phase: 90 });
    expect(pathArea(made)).toBeCloseTo(pathArea(plank), 1);
    // A shear moves each column as a whole: the highest crest stands its height above the edge.
    expect(pathBounds(made)?.y0).toBeCloseTo(-40, 2);
    const map = mapOf('wave', plank, { length: 50, height: 10, phase: 90 });
    for (const x of [-93, -11.5, 4, 77]) {
      const at = map.at(x, 5);
      expect(at.x).toBe(x);
      expect(at.y).toBeCloseTo(5 - 10 * Math.sin((2 * Math.PI * x) / 50 + Math.PI / 2), 12);
    }
  });

  it('that cross say so where they would fold', () => {
    const note = (height: number) =>
      steps.wave.note?.(
        [],
        { ...steps.wave.defaults, length: 60, height, crossLength: 60, crossHeight: 10 },
        contextOf(plank),
      );
    expect(note(9)).toBeNull();
    expect(note(9.2)).toMatch(/fold/);
  });

  it('of points are lines between their crests, no more of them than there are', () => {
    const level = pathOf([contourOf([[-100, 0, -100, 0, 100, 0, 100, 0]], false)]);
    const made = all(bent('wave', level, { form: 'points', length: 50, height: 10 }));
    expect(made).toHaveLength(9);
    expect(made.every(isLine)).toBe(true);
    expect(made.slice(0, -1).map((s) => [s[6], s[7]])).toEqual(
      Array.from({ length: 8 }, (_, i) => [
        expect.closeTo(-87.5 + 25 * i, 9),
        expect.closeTo(i % 2 ? 10 : -10, 9),
      ]),
    );
  });

  it('grow from nothing and die away: both ends stay where they were', () => {
    const map = mapOf('wave', plank, { length: 37, height: 10, grows: 0.25, fades: 0.5 });
    for (const y of [-30, 7]) {
      expect(map.at(-100, y)).toEqual({ x: -100, y });
      expect(map.at(100, y)).toEqual({ x: 100, y });
    }
  });

  it('along a circle are r = R + h sin nθ: its area is π (R² + h²/2)', () => {
    const made = bent('wave', circle(3, -4, 90, 0, 16), {
      runs: 'outline',
      length: (2 * Math.PI * 90) / 12,
      height: 8,
    });
    expect(pathArea(made) / (Math.PI * (90 ** 2 + 32))).toBeCloseTo(1, 4);
    const far = all(made).map((s) => Math.hypot(s[0] - 3, s[1] + 4));
    expect(Math.max(...far)).toBeLessThan(98.01);
    expect(Math.min(...far)).toBeGreaterThan(81.99);
  });

  it('along sides between corners meet in these', () => {
    const made = all(bent('wave', plank, { runs: 'outline', length: 20, height: 4 }));
    for (const [x, y] of [
      [-100, -30],
      [100, -30],
      [100, 30],
      [-100, 30],
    ])
      expect(made.some((s) => Math.hypot(s[0] - x, s[1] - y) < 1e-6)).toBe(true);
  });
});

describe('a bow', () => {
  it('takes a plank to a sector of a ring: its area and both its arcs are those of one', () => {
    const turn = 90;
    const radius = 200 / (Math.PI / 2);
    const made = bent('bow', plank, { turn });
    expect(pathArea(made)).toBeCloseTo((Math.PI / 4) * ((radius + 30) ** 2 - (radius - 30) ** 2), 0);
    expect(pathLength(made)).toBeCloseTo(Math.PI * radius + 120, 1);
    // Every place lies as far from the arc's centre as its line does.
    for (const s of all(made)) {
      const p = cubicPoint(s, 0.37);
      const far = Math.hypot(p.x, p.y - radius);
      const onArc = Math.min(Math.abs(far - radius - 30), Math.abs(far - radius + 30)) < 0.01;
      expect(onArc || isLine(s)).toBe(true);
    }
  });

  it('keeps the length of the line that it is to keep', () => {
    for (const [kept, y] of [
      [0, -30],
      [0.5, 0],
      [1, 30],
    ]) {
      const map = mapOf('bow', plank, { turn: 130, kept });
      const line = pathOf([contourOf([[-100, y, -100, y, 100, y, 100, y]], false)]);
      const length = Array.from({ length: 2000 }, (_, i) => {
        const [p, q] = [map.at(-100 + 0.1 * i, y), map.at(-99.9 + 0.1 * i, y)];
        return Math.hypot(q.x - p.x, q.y - p.y);
      }).reduce((a, b) => a + b, 0);
      expect(length).toBeCloseTo(pathLength(line), 3);
    }
  });

  it('says so where its inner edge would pass the centre', () => {
    const note = (turn: number) => steps.bow.note?.([], { ...steps.bow.defaults, turn }, contextOf(plank));
    expect(note(350)).toBeNull();
    expect(note(390)).toMatch(/folds over/);
  });
});

it('a taper of a plank is a trapezium of four lines', () => {
  const made = all(bent('taper', plank, { end: 0.25 }));
  expect(made).toHaveLength(4);
  expect(made.every(isLine)).toBe(true);
  expect(pathArea(pathOf([contourOf(made, true)]))).toBeCloseTo(200 * 60 * 0.625, 6);
});

it('a belly of a plank adds two thirds of its amount: its edges are parabolas', () => {
  expect(pathArea(bent('belly', plank, { amount: 0.5 }))).toBeCloseTo(200 * 60 * (1 + 1 / 3), 0);
  expect(pathArea(bent('belly', plank, { amount: -0.6, at: 0.2 }))).toBeCloseTo(200 * 60 * 0.6, 0);
});

describe('a swell', () => {
  it('puts points and the middles of spans where it says, to the bit of a cubic', () => {
    const made = all(bent('swell', rect(-50, -50, 100, 100), { points: 0.2, spans: 0.5 }));
    for (const s of made) {
      expect(Math.hypot(s[0], s[1])).toBeCloseTo(0.8 * Math.hypot(50, 50), 9);
      const m = cubicPoint(s, 0.5);
      expect(Math.hypot(m.x, m.y)).toBeCloseTo(75, 9);
    }
  });

  it('is undone by its reverse where spans stay in proportion', () => {
    const there = bent('swell', circle(0, 0, 60), { points: 0.5, spans: -0.5 });
    expect(pathArea(there) / pathArea(circle(0, 0, 30))).toBeCloseTo(1, 9);
  });

  it('takes each piece about its own middle where that is wished', () => {
    const pieces = asPieces([rect(0, 0, 40, 40), rect(100, 0, 40, 40)]);
    const { defaults, apply } = steps.swell;
    const [a, b] = pathsOf(apply(pieces, { ...defaults, each: true }, contextOf(rect(0, 0, 140, 40))));
    expect(all(b).map((s) => s.map((v, i) => (i % 2 ? v : v - 100)))).toEqual(
      all(a).map((s) => s.map((v) => expect.closeTo(v, 9))),
    );
  });
});

describe('teeth', () => {
  const on = (form: string, more: Params = {}) =>
    bent('teeth', plank, { form, length: 20, height: 6, ...more });
  // 10 on each long side and 3 on each short one.
  const n = 26;

  it('are as many as whole ones fit on each side, and add what their forms have', () => {
    expect(pathArea(on('points'))).toBeCloseTo(12_000 + n * 60, 6);
    expect(pathArea(on('points', { gap: 0.5, lean: 1 }))).toBeCloseTo(12_000 + n * 30, 6);
    expect(pathArea(on('blocks', { gap: 0.25, height: -6 }))).toBeCloseTo(12_000 - n * 90, 6);
    // Half ellipses of 20 by 6, drawn by cubics that lie within 3e-4 of them.
    expect(pathArea(on('rounds')) / (12_000 + (n * Math.PI * 10 * 6) / 2)).toBeCloseTo(1, 3);
  });

  it('go round what has no corner, through its start as well', () => {
    const made = bent('teeth', circle(0, 0, 80), { form: 'blocks', length: 40, height: 10, gap: 0.5 });
    const out = all(made).filter((s) => isLine(s));
    // Three lines a tooth.
    expect(out).toHaveLength(3 * 13);
    expect(made.contours).toHaveLength(1);
  });
});

describe('a rough edge', () => {
  it('strays by its amount as a root mean square, the same for the same chance', () => {
    const map = mapOf('rough-edge', plank, { amount: 3, size: 25, seed: 7 });
    const next = numbers(3);
    let sum = 0;
    const n = 20_000;
    for (let i = 0; i < n; i++) {
      const [x, y] = [4000 * next(), 4000 * next()];
      const p = map.at(x, y);
      sum += (p.x - x) ** 2 + (p.y - y) ** 2;
    }
    expect(Math.sqrt(sum / n) / 3).toBeCloseTo(1, 1);
    const twice = [7, 7, 8].map((seed) => bent('rough-edge', plank, { amount: 3, size: 25, seed }));
    expect(twice[1]).toEqual(twice[0]);
    expect(twice[2]).not.toEqual(twice[0]);
  });

  it('is band-limited: nothing is shorter than half an octave below its size', () => {
    // Along any line the fastest wave has its own length at least, so that it changes its sign no more often.
    const map = mapOf('rough-edge', plank, { amount: 1, size: 30, seed: 2 });
    let changes = 0;
    for (let x = 0, before = 0; x < 3000; x += 0.25) {
      const d = map.at(x, 17).y - 17;
      if (before && Math.sign(d) !== Math.sign(before)) changes++;
      before = d;
    }
    expect(changes).toBeGreaterThan(60);
    expect(changes).toBeLessThanOrEqual(Math.ceil((2 * 3000) / (30 / Math.SQRT2)));
  });
});

describe('along a path', () => {
  it('that is straight it stands as it is, only there', () => {
    const made = bent('along-path', plank, { line: [0, 50, 0, 50, 200, 50, 200, 50] });
    expect(Object.values(pathBounds(made) ?? {})).toEqual([0, 20, 200, 80].map((v) => expect.closeTo(v, 9)));
    expect(all(made).every(isLine)).toBe(true);
  });

  it('that is a circle it becomes a ring, its middle as long as the circle', () => {
    const disc = makePart(makeSource('ellipse', { width: 240, height: 240 }), { id: 'path' });
    const art = makePart(makeSource('rectangle', { width: 200, height: 30 }), {
      id: 'art',
      place: { ...origin, x: 40, y: -30 },
      steps: [makeStep('along-path', { path: 'path' })],
    });
    const result = evaluatePart(designOf(500, disc, art), art);
    expect(result.faults).toEqual([]);
    const area = result.outline.reduce((sum, p) => sum + pathArea(p.path), 0);
    // Towards the middle distances from the circle are only just shortened, if at all.
    expect(area / (2 * Math.PI * 120 * 30)).toBeCloseTo(1, 2);
    expect(pathBounds(result.outline[0].path)?.x0).toBeCloseTo(-120 - 15 - 40, 0);
  });

  it('keeps lengths along it: places an equal way apart stay so, however the path bends', () => {
    const map = mapOf('along-path', plank, { line: S, fit: 'kept' });
    const step = Array.from({ length: 150 }, (_, i) => {
      const [p, q] = [map.at(-100 + i, 0), map.at(-99 + i, 0)];
      return Math.hypot(q.x - p.x, q.y - p.y);
    });
    for (const l of step) expect(Math.abs(l - 1)).toBeLessThan(2e-3);
  });

  it('never folds on the inner side of a bend that is tighter than it is wide', () => {
    const map = mapOf('along-path', rect(-200, -30, 400, 60), {
      line: [0, 0, 160, 0, 160, 24, 0, 24],
      fit: 'stretched',
    });
    const next = numbers(9);
    for (let i = 0; i < 5000; i++) {
      const [a, b, c, d] = jacobianOf(map, 400 * next() - 200, 60 * next() - 30);
      expect(a * d - b * c).toBeGreaterThan(0);
    }
  });

  it('keeps the line that it lay along once the part is gone', () => {
    const disc = makePart(makeSource('ellipse', { width: 240, height: 240 }), { id: 'path' });
    const guide = evaluatePart(designOf(500, disc), disc).outline[0].path;
    const context = { ...contextOf(plank), guide, centre: { x: 0, y: 0 } };
    const with_ = { ...steps['along-path'].defaults, path: 'path' };
    const alone = steps['along-path'].alone?.(with_, context);
    expect(alone?.path).toBe('');
    expect((alone?.line as number[] | undefined)?.length).toBe(guide.contours[0].xy.length);
  });
});

it('bad numbers are told in plain words', () => {
  expect(() => bent('wave', plank, { length: 0 })).toThrow(/length/);
  expect(() => bent('wave', plank, { crossHeight: 3, crossLength: 0 })).toThrow(/length/);
  expect(() => bent('teeth', plank, { length: 0 })).toThrow(/length/);
  expect(() => bent('rough-edge', plank, { size: 0 })).toThrow(/size/);
  expect(() => bent('teeth', plank, { length: 1e-4 })).toThrow(/segments; the most is/);
  expect(() => bent('wave', plank, { runs: 'outline', length: 1e-4 })).toThrow(/segments; the most is/);
  expect(() => bent('wave', plank, { length: 1e-6 })).toThrow(/waves; the most is/);
  expect(() => bent('wave', plank, { form: 'points', crossHeight: 1, crossLength: 1e-6 })).toThrow(
    /waves; the most is/,
  );
  expect(() => bent('rough-edge', plank, { amount: 1e-7, size: 1e-6 })).toThrow(
    /bumps in a row; the most is/,
  );
  expect(() => bent('along-path', plank, { path: 'gone' })).toThrow(/no line/);
  expect(() => bent('along-path', plank, { line: [5, 5, 5, 5, 5, 5, 5, 5] })).toThrow(/no length/);
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  type Design,
  makeCoat,
  makePart,
  makeSource,
  makeStep,
  origin,
  type Part,
  parsePath,
  pathBounds,
  primitives,
} from '@/core';
import { backThrough } from '@/core/bend/invert';
import { mapByPlaces } from '@/core/bend/map';
import {
  addStep,
  anchorOf,
  applyGesture,
  type CardRef,
  changePoints,
  commands,
  type Gesture,
  grainFor,
  memberAt,
  outlineText,
  type PointRef,
  placePart,
  reportOf,
  runCommand,
  sheetBounds,
} from '@/core/edit';
import { contoursOf, withOutline } from '@/core/edit/points/carried';
import { applyTo, placeMatrix } from '@/core/geometry/matrix';
import { box, designOf, difference, disc, withPart } from '../designs';

const source: CardRef = { list: 'source' };
const at = (node: number, part = 'a'): PointRef => ({ part, contour: 0, node });
const dragged = (d: Design, g: Gesture, reach = 0) => applyGesture(d, 's', g, reach).design;
const middleOf = (d: Design, id = 'a') => {
  const b = sheetBounds(d, id);
  return b && { x: (b.x0 + b.x1) / 2, y: (b.y0 + b.y1) / 2 };
};

describe('free drags land on round numbers', () => {
  it('of the power of ten that is at most a pixel', () => {
    expect([1, 0.25, 0.1, 0.05, 4, 20].map((zoom) => grainFor(zoom, 1))).toEqual([1, 1, 10, 10, 0.1, 0.01]);
    // A millimetre is 96 / 25.4 px (CSS Values 4): at 25 % a pixel is 1.06 mm.
    expect(grainFor(0.25, 96 / 25.4)).toBeCloseTo(96 / 25.4, 9);
  });

  it('in every kind of drag, unless something holds them or a number is typed', () => {
    const d = designOf(2000, box('a', 100.37, 200.41, 301, 99), disc('b', 1500, 1500, 100));
    const g = { type: 'move', ids: ['a'], dx: 411.033, dy: -57.77, straight: false, grain: 1 } as const;
    const moved = middleOf(dragged(d, g));
    expect([moved?.x, moved?.y].every(Number.isInteger)).toBe(true);
    // A typed shift is met exactly, a snap holds.
    expect(middleOf(dragged(d, { ...g, exact: [10.5, 0] }))?.x).toBeCloseTo(100.37 + 150.5 + 10.5, 9);
    const near = { ...g, dx: 1500.3 - 250.87, dy: 1000, grain: 1000 };
    expect(middleOf(dragged(d, near, 20))?.x).toBeCloseTo(1500, 9);
    const scaled = sheetBounds(
      dragged(d, {
        type: 'scale',
        ids: ['a'],
        side: [1, 1],
        to: { x: 777.7, y: 555.2 },
        keepShape: false,
        fromCentre: false,
        grain: 5,
      }),
      'a',
    );
    expect(scaled).toMatchObject({ x1: 780, y1: 555 });
    const to = { x: 1500 + 133.3, y: 1500 };
    const ring = designOf(
      2000,
      makePart(makeSource('polygon', { radius: 100, sides: 6 }), {
        id: 'b',
        place: { ...origin, x: 1500, y: 1500 },
      }),
    );
    const [grip] = reportOf(ring, ['b'], source).handles;
    const radius = dragged(ring, { type: 'handle', id: 'b', card: source, handle: grip.id, to, grain: 1 });
    expect(Number.isInteger((radius.parts.b.source as unknown as { radius: number }).radius)).toBe(true);
  });
});

describe('points of any part', () => {
  const corners = (d: Design) => reportOf(d, ['a'], source, true).points.map((p) => [p.x, p.y]);

  it('are shown at once, of what lies inside a holder too', () => {
    const d = designOf(
      1000,
      {
        ...makePart({ kind: 'combine', operation: 'union' }, { id: 'g' }),
        children: ['a', 'b'],
      },
      box('a', 100, 100, 200, 100),
      disc('b', 400, 400, 50),
    );
    const { points } = reportOf(d, ['g'], source, true);
    expect(points.filter((p) => p.part === 'a')).toHaveLength(4);
    expect(points.filter((p) => p.part === 'b')).toHaveLength(4);
    // One of them moved leaves the combination as it is, and chosen.
    const change = { do: 'shift', dx: 10, dy: 0 } as const;
    const moved = runCommand(
      d,
      { do: 'points', refs: [at(0, 'b')], change, ids: ['g'] },
      { sheetId: 's', lastTransform: null },
    );
    expect(moved.chosen).toEqual(['g']);
    expect([moved.design.parts.g.source.kind, moved.design.parts.b.source.kind]).toEqual(['combine', 'path']);
  });

  it('are those of what is in sight and stands by itself: none of hidden members, none of words along a part', () => {
    const along = makePart(makeSource('lettering', { follows: 'part', along: 'b' }), { id: 'w', name: 'w' });
    const d = designOf(
      1000,
      { ...makePart({ kind: 'group' }, { id: 'g' }), children: ['a', 'b', 'w'] },
      box('a', 100, 100, 200, 100, { hidden: true }),
      disc('b', 400, 400, 50),
      along,
    );
    const { points } = reportOf(d, ['g'], source, true);
    expect(new Set(points.map((p) => p.part))).toEqual(new Set(['b']));
  });

  it('two corners of a rectangle moved together leave it one, skewed or of another size', () => {
    const d = designOf(
      1000,
      box('a', 100, 100, 200, 100, { steps: [makeStep('round-corners', { radius: 10 })] }),
    );
    expect(corners(d)).toEqual([
      [100, 100],
      [300, 100],
      [300, 200],
      [100, 200],
    ]);
    const sideways = changePoints(d, 's', [at(0), at(1)], { do: 'shift', dx: 30, dy: 0 });
    expect(sideways.design.parts.a).toMatchObject({ source: { kind: 'rectangle', width: 200, height: 100 } });
    expect(sideways.design.parts.a.place.skew).toBeCloseTo((-Math.atan(30 / 100) * 180) / Math.PI, 6);
    expect(sideways.said).toBeUndefined();
    const taller = changePoints(d, 's', [at(0), at(1)], { do: 'shift', dx: 0, dy: -50 }).design;
    expect(taller.parts.a).toMatchObject({
      source: { kind: 'rectangle', width: 200, height: 150 },
      place: { x: 200, y: 125, scaleX: 1, scaleY: 1, skew: 0, turn: 0 },
    });
    expect(corners(taller)).toEqual([
      [100, 50],
      [300, 50],
      [300, 200],
      [100, 200],
    ]);
  });

  it('one corner alone makes it a drawn path within the same drag, which is said', () => {
    const d = designOf(1000, box('a', 100, 100, 200, 100));
    const g = { type: 'points', refs: [at(0)], dx: -40, dy: -20, straight: false } as const;
    const { design, said } = applyGesture(d, 's', g, 0);
    expect(design.parts.a.source.kind).toBe('path');
    expect(said).toBe('“a” is a drawn path now.');
    expect(corners(design)[0]).toEqual([60, 80]);
    expect(design.parts.a.coats).toBe(d.parts.a.coats);
  });

  it('what an affine map can say is said by size and place: the outline lies where the points were put (any kind, any place)', () => {
    const kinds = ['rectangle', 'ellipse', 'triangle', 'cross', 'star', 'notched-disc', 'ring'];
    fc.assert(
      fc.property(
        fc.constantFrom(...kinds),
        fc.tuple(...[0.4, 0.4].map((k) => fc.double({ min: -k, max: k, noNaN: true }))),
        fc.tuple(...[0.5, 0.5].map((k) => fc.double({ min: k, max: 3, noNaN: true }))),
        fc.double({ min: -170, max: 170, noNaN: true }),
        (kind, [shearX, shearY], [sx, sy], turn) => {
          const part = makePart(makeSource(kind as 'ellipse'), {
            id: 'a',
            name: 'a',
            place: { ...origin, x: 5, y: 7, turn, scaleX: 1.5 },
          });
          const own = contoursOf(part) ?? [];
          const wanted = own.map((c) => ({
            ...c,
            xy: c.xy.map((_, i, xy) => {
              const [x, y] = i % 2 ? [xy[i - 1], xy[i]] : [xy[i], xy[i + 1]];
              return i % 2 ? shearY * x + sy * y + 30 : sx * x + shearX * y - 20;
            }),
          }));
          const made = withOutline(part, wanted);
          const [from, to] = [placeMatrix(part.place), placeMatrix(made.place)];
          const [a, b] = [wanted, contoursOf(made) ?? []].map((list) => list.flatMap((c) => c.xy));
          expect(b).toHaveLength(a.length);
          for (let i = 0; i < a.length; i += 2) {
            const p = applyTo(from, { x: a[i], y: a[i + 1] });
            const q = applyTo(to, { x: b[i], y: b[i + 1] });
            expect(Math.hypot(p.x - q.x, p.y - q.y)).toBeLessThan(1e-4);
          }
          // What has a width and a height of its own stays live.
          if (['rectangle', 'ellipse', 'triangle'].includes(kind)) expect(made.source.kind).toBe(kind);
          expect(primitives[made.source.kind]).toBeDefined();
        },
      ),
      { numRuns: 120, seed: 4 },
    );
  });
});

describe('the first axis and centre', () => {
  const params = (d: Design) => d.parts.a.steps[0].params;

  it('a mirror stands on the sheet’s middle, or a guide, that an edge of the part lies on', () => {
    const right = designOf(1000, box('a', 500, 300, 120, 80));
    expect(params(addStep(right, 'a', 'mirror', null).design)).toMatchObject({ axisX: -60, axisAngle: 0 });
    const low = designOf(1000, box('a', 300, 500, 120, 80));
    expect(sheetBounds(addStep(low, 'a', 'mirror', null).design, 'a')).toMatchObject({
      y0: 420,
      y1: 580,
      x0: 300,
      x1: 420,
    });
    const away = designOf(1000, box('a', 100, 100, 120, 80));
    expect(params(addStep(away, 'a', 'mirror', null).design)).toMatchObject({ axisX: 60 });
    const guided = {
      ...away,
      sheets: [{ ...away.sheets[0], guides: [{ id: 'g', axis: 'x' as const, at: 100 }] }],
    };
    expect(params(addStep(guided, 'a', 'mirror', null).design)).toMatchObject({ axisX: -60 });
  });

  it('a mirror of a turned part stands there too', () => {
    const place = { ...origin, x: 500 + 50 * Math.SQRT2, y: 500, turn: 45 };
    const d = designOf(
      1000,
      makePart(makeSource('rectangle', { width: 100, height: 100 }), { id: 'a', place }),
    );
    const b = sheetBounds(addStep(d, 'a', 'mirror', null).design, 'a');
    expect(b?.x0).toBeCloseTo(500 - 100 * Math.SQRT2, 6);
    expect(b?.x1).toBeCloseTo(500 + 100 * Math.SQRT2, 6);
  });

  it('a ring stands about the crossing of guides that the part is lined up with, else about its foot', () => {
    const petal = designOf(1000, box('a', 450, 200, 100, 180));
    expect(params(addStep(petal, 'a', 'radial-repeat', null).design)).toMatchObject({
      centreX: 0,
      centreY: 210,
    });
    const off = designOf(1000, box('a', 130, 200, 100, 180));
    expect(params(addStep(off, 'a', 'radial-repeat', null).design)).toMatchObject({
      centreX: 0,
      centreY: 90,
    });
  });

  it('a ring can be laid on a point of the part itself, and on a member', () => {
    const d = designOf(
      1000,
      box('a', 450, 200, 100, 180, {
        steps: [{ ...makeStep('radial-repeat', { centreX: 0, centreY: 300 }), id: 'r' }],
      }),
    );
    const card: CardRef = { list: 'steps', id: 'r' };
    const to = { x: 552, y: 377 };
    const { design, hits } = applyGesture(
      d,
      's',
      { type: 'handle', id: 'a', card, handle: 'centre', to, grain: 10 },
      8,
    );
    expect(design.parts.a.steps[0].params).toMatchObject({ centreX: 50, centreY: 90 });
    expect(hits[0].what).toBe('node of a');
    const ring = makeStep('radial-repeat', { centreOn: 'hub', count: 4, unite: false });
    const grouped = designOf(
      1000,
      {
        ...makePart(
          { kind: 'group' },
          {
            id: 'g',
            place: { ...origin, x: 40, y: 0 },
            steps: [ring],
          },
        ),
        children: ['p', 'hub'],
      },
      disc('p', 300, 400, 20),
      disc('hub', 500, 400, 30),
    );
    // Four copies of the disc at 200 from the hub: 300 to 700, and the group's own 40.
    expect(sheetBounds(grouped, 'g')).toMatchObject({ x0: 320, x1: 760 });
    const settled = runCommand(
      grouped,
      { do: 'nudge', ids: ['g'], dx: 5, dy: 0 },
      { sheetId: 's', lastTransform: null },
    ).design;
    expect(settled.parts.g.steps[0].params.centreOn).toBe('hub');
  });
});

describe('place and size tell what is seen', () => {
  const mirrored = (): Design =>
    designOf(
      2000,
      box('a', 100, 100, 60, 40, {
        source: makeSource('rectangle', { width: 60, height: 40, topLeft: 12 }),
        steps: [{ ...makeStep('mirror', { axisX: 500, axisY: 0, keep: false, unite: false }), id: 'm' }],
      }),
    );

  it('after a step that moves the shape away', () => {
    const d = mirrored();
    expect(sheetBounds(d, 'a')).toMatchObject({ x0: 1100, x1: 1160 });
    const report = reportOf(d, ['a'], source);
    expect(report.anchor).toEqual({ x: 1130, y: 120 });
    expect(sheetBounds(placePart(d, 'a', { x: 1000 }), 'a')).toMatchObject({ x0: 970, x1: 1030 });
    // Grips of what it starts from stand on what is seen, and are dragged there.
    const [grip] = report.handles;
    expect(grip.x).toBeGreaterThan(1099);
    const to = { x: grip.x, y: grip.y };
    expect(difference(d, dragged(d, { type: 'handle', id: 'a', card: source, handle: grip.id, to }))).toBe(0);
  });

  it('of a ring its centre, however many copies', () => {
    for (const count of [3, 5, 12]) {
      const step = makeStep('radial-repeat', { centreX: 0, centreY: 200, count });
      const d = designOf(1000, disc('a', 500, 300, 40, { steps: [step] }));
      const anchor = anchorOf(d, d.parts.a);
      expect([anchor.x, anchor.y]).toEqual([0, 200]);
    }
  });

  it('grips of a bent shape go along with the bend, and back', () => {
    const step = makeStep('twist', { centreX: 0, centreY: 0, radius: 300, turn: 50 });
    const d = designOf(
      1000,
      makePart(makeSource('rectangle', { width: 200, height: 120 }), {
        id: 'a',
        place: { ...origin, x: 500, y: 500 },
        coats: [makeCoat('fill')],
        steps: [step],
      }),
    );
    const before = withPart(d, 'a', { steps: [] });
    const [bent, plain] = [d, before].map((x) => reportOf(x, ['a'], source).handles);
    expect(Math.hypot(bent[0].x - plain[0].x, bent[0].y - plain[0].y)).toBeGreaterThan(5);
    for (const h of bent) {
      const after = dragged(d, { type: 'handle', id: 'a', card: source, handle: h.id, to: h });
      const radii = ['topLeft', 'topRight', 'bottomRight', 'bottomLeft'].map(
        (k) => (after.parts.a.source as unknown as Record<string, number>)[k],
      );
      // A corner that is not rounded shows its grip a little way in.
      for (const r of radii) expect(Math.min(Math.abs(r), Math.abs(r - 0.08 * 120))).toBeLessThan(1e-6);
    }
    const square = mapByPlaces((x, y) => ({ x: x + 0.001 * y * y, y: y + 0.5 * x }));
    const found = backThrough(square, square.at(30, -20), { x: 0, y: 0 });
    expect(found.x).toBeCloseTo(30, 6);
    expect(found.y).toBeCloseTo(-20, 6);
  });
});

it('a press into a combination means the member whose outline holds the point, painted or not', () => {
  const d = designOf(
    1000,
    {
      ...makePart({ kind: 'combine', operation: 'union' }, { id: 'g', coats: [makeCoat('fill')] }),
      children: ['a', 'b'],
    },
    { ...box('a', 100, 100, 300, 300), coats: [] },
    { ...disc('b', 400, 250, 100), coats: [] },
  );
  const at = (x: number, y: number) => memberAt(d, 's', 'g', { x, y }, 2);
  expect([at(150, 150), at(460, 250), at(350, 250), at(700, 700)]).toEqual(['a', 'b', 'b', null]);
});

describe('flipping', () => {
  const context = { sheetId: 's', lastTransform: null };
  const flip = (d: Design, ids: string[], axis: 'x' | 'y', about?: { x: number; y: number }) =>
    runCommand(d, { do: 'flip', ids, axis, ...(about ? { about } : {}) }, context).design;

  it('turns parts over about their common middle or a reference point; twice is nothing', () => {
    const tip: Partial<Part> = { coats: [makeCoat('fill')] };
    const triangle = (id: string, x: number, turn = 0): Part =>
      makePart(makeSource('triangle', { width: 120, height: 80, apex: 0.1 }), {
        id,
        name: id,
        place: { ...origin, x, y: 300, turn },
        ...tip,
      });
    const d = designOf(1000, triangle('a', 300), triangle('b', 600, 33));
    const once = flip(d, ['a', 'b'], 'x');
    expect(difference(d, once)).toBeGreaterThan(100);
    const [was, now] = [sheetBounds(d, 'a'), sheetBounds(once, 'b')].map((b) => b as NonNullable<typeof b>);
    expect(now.x1 - now.x0).toBeCloseTo(
      sheetBounds(d, 'b') ? (sheetBounds(d, 'b')?.x1 ?? 0) - (sheetBounds(d, 'b')?.x0 ?? 0) : 0,
      6,
    );
    expect(was.y0).toBeCloseTo(sheetBounds(once, 'a')?.y0 ?? 0, 6);
    expect(difference(d, flip(once, ['a', 'b'], 'x'))).toBeLessThanOrEqual(1);
    const foot = flip(d, ['a'], 'y', { x: 0.5, y: 1 });
    const b = sheetBounds(d, 'a');
    expect(sheetBounds(foot, 'a')?.y0).toBeCloseTo(b?.y1 ?? 0, 6);
    expect(commands.flip.transforms).toBe(true);
  });
});

it('an outline of very many segments is shown by its box, and whole where it is asked for', () => {
  const discs = {
    ...disc('a', 300, 300, 100),
    steps: [makeStep('radial-repeat', { count: 1000 }), makeStep('radial-repeat', { count: 4 })],
  };
  const d = designOf(2000, discs);
  const [{ d: shown }] = reportOf(d, ['a'], null).outlines;
  const b = sheetBounds(d, 'a');
  expect(shown.match(/[A-Z]/g)).toHaveLength(5);
  expect(pathBounds(parsePath(shown))).toEqual(b);
  expect(outlineText(d, 'a', Number.POSITIVE_INFINITY).match(/C/g)).toHaveLength(16_000);
});

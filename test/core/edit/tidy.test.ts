import { describe, expect, it } from 'vitest';
import {
  type Design,
  makeCoat,
  makeFinish,
  makePart,
  makeSource,
  makeStep,
  origin,
  type Part,
  paints,
} from '@/core';
import {
  contoursOf,
  cutAlong,
  groupParts,
  mendFaults,
  partsLike,
  sheetBounds,
  tidyFaults,
} from '@/core/edit';
import { readDesign } from '@/core/reading';
import { box, designOf, difference, disc, solid } from '../designs';

const path = (id: string, contours: object[]): Part =>
  makePart(makeSource('path', { contours }), { id, name: id, coats: [solid('#203060')] });
const line = (closed: boolean, ...points: number[][]) => {
  const list = closed ? [...points, points[0]] : points;
  const xy = [...list[0]];
  for (let i = 1; i < list.length; i++) xy.push(...list[i - 1], ...list[i], ...list[i]);
  return { xy, closed };
};
const faults = (d: Design, tolerance = 1) => tidyFaults(d, 's', tolerance);
const kinds = (d: Design, tolerance = 1) => faults(d, tolerance).map((f) => f.kind);
const mended = (d: Design) => {
  const { design } = mendFaults(d, 's', 1, 'all');
  expect(() => readDesign(design)).not.toThrow();
  return design;
};

describe('the tidy check', () => {
  it('finds nothing where nothing is wrong', () => {
    const d = designOf(1000, box('a', 100, 100, 50, 50), box('b', 150, 100, 50, 50), disc('c', 700, 700, 80));
    expect(kinds(d)).toEqual([]);
    expect(mended(d)).toBe(d);
  });

  it('finds parts exactly on top of each other, however they were made, and removes the upper', () => {
    const d = designOf(
      1000,
      box('a', 100, 100, 80, 40),
      box('b', 100, 100, 80, 40),
      path('c', [line(true, [180, 140], [100, 140], [100, 100], [180, 100])]),
    );
    expect(faults(d).map((f) => [f.kind, f.parts])).toEqual([
      ['double', ['a', 'b']],
      ['double', ['a', 'c']],
    ]);
    expect(faults(d)[1].message).toContain('in another look');
    // The one in another look is seen: it goes only when it is asked for.
    expect(Object.keys(mended(d).parts)).toEqual(['a', 'c']);
    const seen = faults(d).find((f) => f.seen)?.id ?? '';
    expect(Object.keys(mendFaults(d, 's', 1, [seen]).design.parts)).toEqual(['a', 'b']);
    const grouped = groupParts(d, 's', ['b', 'c']).design;
    expect(faults(grouped).map((f) => f.parts)).toEqual([['b', 'c']]);
  });

  it('finds centres, edges and circles that just miss each other, says by how much, and moves the upper', () => {
    const d = designOf(
      1000,
      box('a', 100, 100, 200, 50),
      box('b', 300.4, 380, 81, 50),
      disc('c', 341.2, 700, 30),
    );
    const centre = faults(d).find((f) => f.kind === 'near centre');
    expect(centre?.size).toBeCloseTo(0.3, 6);
    expect(centre?.message).toContain('by 0.3 across');
    const gap = designOf(1000, box('a', 100, 100, 200, 50), box('b', 300.4, 117, 80, 50));
    expect(faults(gap).map((f) => [f.kind, Number(f.size.toFixed(6))])).toEqual([['near edge', 0.4]]);
    expect(sheetBounds(mended(gap), 'b')?.x0).toBeCloseTo(300, 9);
    const near = designOf(1000, disc('a', 300, 300, 100), disc('b', 400, 400.6, 42));
    expect(kinds(near)).toEqual(['near touch']);
    const { place } = mended(near).parts.b;
    expect(Math.hypot(place.x - 300, place.y - 300)).toBeCloseTo(142, 9);
  });

  it('finds open ends, stray points, needless points, slivers and leftovers in drawn paths', () => {
    const d = designOf(
      1000,
      path('open', [line(false, [100, 100], [300, 100], [300, 300], [100, 300], [100, 100.5])]),
      path('stray', [line(true, [500, 50], [620, 50], [560, 170]), line(false, [700, 700], [700, 700])]),
      path('idle', [line(true, [50, 600], [150, 600], [250, 600], [250, 781], [50, 781])]),
      path('thin', [
        line(true, [600, 500], [900, 500.1], [600, 500.2]),
        line(true, [620, 550], [905, 550], [700, 633]),
      ]),
      box('ghost', 820, 850, 33, 44, { hidden: true }),
    );
    expect(kinds(d).sort()).toEqual(['leftover', 'needless point', 'open end', 'sliver', 'stray']);
    const left = mended(d);
    expect(kinds(left)).toEqual([]);
    expect(contoursOf(left.parts.open)?.[0].closed).toBe(true);
    expect(contoursOf(left.parts.stray)?.length).toBe(1);
    expect(contoursOf(left.parts.idle)?.[0].xy.length).toBe(2 + 4 * 6);
    expect(contoursOf(left.parts.thin)?.length).toBe(1);
    expect(left.parts.ghost).toBeUndefined();
  });

  it('mends one by one, changes nothing that is seen of slivers a recipe makes, and leaves cut pieces be', () => {
    const two = designOf(
      1000,
      box('a', 100, 100, 80, 40),
      box('b', 100, 100, 80, 40),
      box('c', 600, 300, 50, 50),
      box('d', 600, 300, 50, 50),
    );
    const [first] = faults(two);
    const one = mendFaults(two, 's', 1, [first.id]).design;
    expect(Object.keys(one.parts).length).toBe(3);
    expect(faults(one).length).toBe(1);
    const thin = designOf(
      1000,
      box('a', 100, 100, 300, 40, { steps: [makeStep('offset', { distance: -19.95 })] }),
    );
    expect(kinds(thin)).toEqual(['sliver']);
    expect(difference(mended(thin), thin)).toBe(0);
    const knife = path('knife', [line(false, [50, 260], [450, 243])]);
    const cut = cutAlong(designOf(1000, disc('body', 250, 250, 120), knife), 's', ['body', 'knife']).design;
    expect(kinds(cut)).toEqual([]);
  });
});

it('parts like one are found by kind, look and size, inside groups too, locked and hidden ones left out', () => {
  const d = designOf(
    1000,
    box('a', 0, 0, 50, 50),
    box('b', 300, 0, 50, 50, { coats: [solid('#203060')] }),
    box('c', 500, 0, 70, 50),
    disc('d', 700, 700, 25),
    box('e', 0, 500, 50, 50, { locked: true }),
  );
  const like = (by: Parameters<typeof partsLike>[3]) => partsLike(d, 's', 'a', by).sort();
  expect(like('kind')).toEqual(['a', 'b', 'c']);
  expect(like('look')).toEqual(['a', 'c', 'd']);
  expect(like('size')).toEqual(['a', 'b', 'd']);
});

describe('the tidy check of light', () => {
  const lit = (id: string, finish: ReturnType<typeof makeFinish>, values: Partial<Part> = {}) => ({
    ...box(id, 100, 100, 80, 80),
    finishes: [finish],
    ...values,
  });
  const follows = lit('f', makeFinish('bevel'), { place: { ...origin, x: 500, y: 500 } });
  const found = (...parts: Part[]) => faults(designOf(1000, ...parts)).filter((f) => f.kind === 'light');

  it('tells lights of their own from another side, shadows toward the lamp and sheens away from it', () => {
    const cases: [string, ReturnType<typeof makeFinish>, RegExp | null][] = [
      ['a', makeFinish('bevel', { lamp: 'own', direction: 135, height: 45 }), /bevel has its light 90° from/],
      ['b', makeFinish('bevel', { lamp: 'own', direction: 300, height: 50 }), null],
      ['c', makeFinish('soft-shadow', { shiftX: -9, shiftY: -9 }), /soft shadow has its light 180° from/],
      ['d', makeFinish('soft-shadow', { shiftX: 0, shiftY: 12 }), null],
      ['e', makeFinish('soft-shadow', { shiftX: 0, shiftY: 0 }), null],
      ['g', makeFinish('sheen', { angle: 180 }), /sheen has its light 135° from/],
      ['h', makeFinish('sheen', { by: 'lamp' }), null],
    ];
    for (const [id, finish, message] of cases) {
      const list = found(follows, lit(id, finish));
      expect(list.map((f) => f.message).join(), id).toMatch(message ?? /^$/);
      expect(list.every((f) => f.seen && f.parts[0] === id)).toBe(true);
    }
    // Where nothing meets the lamp there is no light to agree with.
    expect(found(lit('c', makeFinish('soft-shadow', { shiftX: -9, shiftY: -9 })))).toEqual([]);
    const own = found(lit('a', makeFinish('bevel', { lamp: 'own', direction: 135, height: 45 })));
    expect(own).toEqual([]);
  });

  it('tells gradients that are light in the dark, by how they lie on the sheet', () => {
    const gradient = (id: string, turn: number, opaque = true) => ({
      ...box(id, 100, 100, 80, 80),
      place: { ...origin, x: 100, y: 100, turn },
      coats: [
        makeCoat('fill', {
          paint: {
            ...paints.linear.defaults,
            stops: [
              { at: 0, colour: '#f0e0c0' },
              { at: 1, colour: opaque ? '#203050' : '#20305000' },
            ],
          },
        }),
      ],
    });
    // Light on top of the part: right as it stands, wrong once it is turned over.
    expect(found(follows, gradient('a', 0))).toEqual([]);
    expect(found(follows, gradient('a', 180))[0]?.message).toMatch(/light on the side that lies in the dark/);
    expect(found(follows, gradient('a', 180, false))).toEqual([]);
  });

  it('mends each by what follows the lamp, only when asked, and then finds nothing', () => {
    const d = designOf(
      1000,
      follows,
      lit('a', makeFinish('bevel', { lamp: 'own', direction: 135, height: 45 })),
      {
        ...lit('c', makeFinish('soft-shadow', { shiftX: -9, shiftY: -9 })),
        place: { ...origin, x: 800, y: 200 },
      },
    );
    const ids = faults(d)
      .filter((f) => f.kind === 'light')
      .map((f) => f.id);
    expect(ids).toHaveLength(2);
    expect(mended(d)).toBe(d);
    const { design } = mendFaults(d, 's', 1, ids);
    expect(faults(design)).toEqual([]);
    // The shadow is as long as it was: 9√2 under a lamp half way up.
    expect(design.parts.c.finishes[0].params).toMatchObject({ by: 'lamp', over: 12.728 });
  });
});

import { describe, expect, it } from 'vitest';
import { type Design, evaluate, makeCoat, renderPixels } from '@/core';
import { pressureAlong } from '@/core/coat/width-profile';
import { type PenPoint, placePictures, runCommand } from '@/core/edit';
import { box, designOf, disc } from '../designs';
import { ruledId } from '../image/memory-images';

const context = { sheetId: 's', lastTransform: null };
const line = (y: number, pressure: (t: number) => number = () => 0.5): PenPoint[] =>
  Array.from({ length: 81 }, (_, i) => ({ x: 10 + i * 2.25, y, pressure: pressure(i / 80) }));

/** Colour of a sheet 200 units wide at a place, drawn a pixel a unit. */
function colours(design: Design): (x: number, y: number) => number[] {
  const { data } = renderPixels(evaluate(design, 's'), 200);
  return (x, y) => [...data.slice(4 * (200 * y + x), 4 * (200 * y + x) + 3)];
}

const brown = [0x9a, 0x6b, 0x1f];
const white = [255, 255, 255];

describe('the eraser', () => {
  const start = designOf(200, box('a', 0, 0, 200, 200), disc('b', 100, 100, 50));
  const erase = (d: Design, ids: string[], points: PenPoint[], width = 20) =>
    runCommand(d, { do: 'erase', ids, points, tolerance: 0.5, width }, context);

  it('leaves out what it goes over, and its strokes stay parts that can be taken away', () => {
    const once = erase(start, ['a'], line(40));
    const at = colours(once.design);
    expect([at(100, 40), at(100, 55), at(100, 20), at(100, 31), at(100, 29)]).toEqual([
      white,
      brown,
      brown,
      white,
      brown,
    ]);
    const [group] = once.chosen;
    // What lies over it is as it was; one stroke more goes to the same strokes, of a width of its own.
    const twice = erase(once.design, [group], line(150), 40);
    expect(twice.chosen).toEqual([group]);
    // The disc over it is not erased.
    expect(colours(twice.design)(100, 145)).toEqual(brown);
    expect(colours(twice.design)(20, 133)).toEqual(white);
    const strokes = twice.design.parts[twice.design.parts[group].children.at(-1) ?? ''];
    expect(strokes.children).toHaveLength(2);
    const without = runCommand(twice.design, { do: 'remove', ids: [...strokes.children] }, context);
    expect(colours(without.design)(100, 40)).toEqual(brown);
  });

  it('erases from what is in a group already, and does nothing to nothing', () => {
    const once = erase(start, ['a'], line(40));
    const inner = erase(once.design, ['a'], line(80));
    expect(Object.keys(inner.design.parts)).toHaveLength(Object.keys(once.design.parts).length + 1);
    // What leaves out a shape of the designer's own is wrapped like any other.
    const own = {
      ...once.design,
      parts: {
        ...once.design.parts,
        [once.chosen[0]]: { ...once.design.parts[once.chosen[0]], children: ['a', 'hole'] },
        hole: { ...disc('hole', 50, 50, 20), id: 'hole' },
      },
    };
    const wrapped = erase(own, [once.chosen[0]], line(120));
    expect(wrapped.chosen).not.toEqual(once.chosen);
    expect(wrapped.design.parts.hole.children).toEqual([]);
    expect(erase(start, [], line(40)).design.parts).toEqual(start.parts);
    expect(erase(start, ['a'], line(40).slice(0, 1)).design.parts).toEqual(start.parts);
  });
});

describe('pressure of the pen', () => {
  it('goes through its curve', () => {
    const pressures = [0, 0.5, 1];
    const plain = pressureAlong([0, 0, 1, 1], pressures);
    expect([0, 0.5, 1].map(plain)).toEqual([0, 0.5, 1]);
    const firm = pressureAlong([0, 0.4, 0.5, 0.9, 1, 1], pressures);
    expect(firm(0)).toBeCloseTo(0.4, 12);
    expect(firm(0.5)).toBeCloseTo(0.9, 12);
    expect(pressureAlong([0, 0, 1, 1], undefined)(0.3)).toBe(1);
  });

  it('thickens a stroke, and lets the ground through where it was light', () => {
    const drawn = runCommand(
      designOf(200),
      { do: 'draw-free', points: line(100, (t) => t), tolerance: 0.5, reach: 1, name: 'Line' },
      context,
    );
    const [id] = drawn.chosen;
    const inked = (params: object): Design => ({
      ...drawn.design,
      parts: {
        [id]: {
          ...drawn.design.parts[id],
          coats: [makeCoat('stroke', { width: 40, paint: { kind: 'solid', colour: '#000000' }, ...params })],
        },
      },
    });
    const wide = colours(inked({ profile: 'pressure' }));
    // Half as firm in the middle: half of 40.
    expect([wide(100, 108)[0], wide(100, 113)[0], wide(180, 115)[0], wide(20, 106)[0]]).toEqual([
      0, 255, 0, 255,
    ]);
    const faint = colours(inked({ thinned: 1 }));
    // As opaque as the pen was firm, all along.
    for (const x of [40, 100, 160])
      expect(Math.abs(faint(x, 100)[0] - 255 * (1 - (x - 10) / 180))).toBeLessThan(6);
    const half = colours(inked({ thinned: 0.5 }));
    expect(Math.abs(half(55, 100)[0] - 255 * 0.5 * 0.75)).toBeLessThan(6);
  });
});

describe('pictures that are placed', () => {
  it('stand in the middle or where they were let go, none larger than the sheet has room for', () => {
    const images = [ruledId(100, 50), ruledId(4000, 1000, 'b')].map((image, i) => ({ image, name: `P${i}` }));
    const middle = placePictures(designOf(200), 's', null, images.slice(0, 1), null);
    const [first] = middle.chosen.map((id) => middle.design.parts[id]);
    expect(first.place).toMatchObject({ x: 100, y: 100 });
    expect(first.source).toMatchObject({ kind: 'rectangle', width: 100, height: 50 });
    expect(middle.card).toEqual({ list: 'coats', id: first.coats[0].id });
    const both = placePictures(designOf(200), 's', null, images, { x: 30, y: 40 });
    const [, large] = both.chosen.map((id) => both.design.parts[id]);
    expect(large.source).toMatchObject({ width: 160, height: 40 });
    expect(both.design.sheets[0].parts).toEqual(both.chosen);
    const traced = runCommand(
      { ...middle.design, parts: { [first.id]: { ...first, place: { ...first.place, turn: 30 } } } },
      { do: 'trace-pictures', ids: [first.id] },
      context,
    );
    const [id] = traced.chosen;
    expect(traced.design.parts[id].place).toMatchObject({ x: 100, y: 100 });
    expect(traced.design.parts[id].place.turn).toBeCloseTo(30, 9);
    expect(traced.design.parts[id].source).toMatchObject({ kind: 'traced', width: 100 });
    expect(traced.design.parts[first.id].hidden).toBe(true);
  });

  it('to work by are dim on the sheet, and in no picture of it', () => {
    const d = designOf(200, box('a', 0, 0, 200, 200, { reference: true }));
    expect(colours(d)(100, 100)).toEqual(white);
    const { data } = renderPixels(evaluate(d, 's', true), 200);
    expect(Math.abs(data[0] - (255 + 0.4 * (0x9a - 255)))).toBeLessThan(1.5);
  });
});

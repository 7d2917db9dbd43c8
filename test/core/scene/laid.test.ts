import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  type Design,
  evaluate,
  evaluatePart,
  evaluateSheet,
  makeFinish,
  makePart,
  makeSheet,
  makeSource,
  origin,
  type Part,
  renderPixels,
} from '@/core';
import { drawnPath } from '@/core/edit';
import { releaseParts } from '@/core/edit/release';
import { runs } from '../../share';
import { difference, disc, box as filledBox, solid } from '../designs';

/** A design whose sheet `s` has parts on it, and others stand on a sheet `mark`, 200 units square. */
function twoSheets(on: readonly Part[], mark: readonly Part[], ground: string | null = null): Design {
  const parts = Object.fromEntries([...on, ...mark].map((p) => [p.id, p]));
  return {
    ...base,
    sheets: [
      makeSheet({ id: 's', width: 400, height: 400, ground: '#ffffff', parts: on.map((p) => p.id) }),
      makeSheet({ id: 'mark', width: 200, height: 200, ground, parts: mark.map((p) => p.id) }),
    ],
    parts,
  };
}
const base = { format: 'silent-compass/design', version: 10, name: 'Laid' } as Design;

const laid = (params: object, at: object = {}, values: Partial<Part> = {}): Part =>
  makePart(makeSource('laid-sheet', { sheet: 'mark', width: 200, height: 200, ...params }), {
    id: 'laid',
    place: { ...origin, x: 200, y: 200, ...at },
    ...values,
  });

const pixel = (d: Design, x: number, y: number, size = 400): number[] => {
  const { data } = renderPixels(evaluate(d, 's'), size);
  return [...data.slice(4 * (y * size + x), 4 * (y * size + x) + 3)];
};

describe('a sheet laid on another', () => {
  it('is the very parts where they would lie there', () => {
    const mark = [filledBox('a', 20, 30, 100, 60), disc('b', 120, 120, 50, { opacity: 0.5 })];
    const by = twoSheets([laid({ shown: 'sheet' })], mark);
    const moved = mark.map((p) => ({ ...p, place: { ...p.place, x: p.place.x + 100, y: p.place.y + 100 } }));
    expect(difference(by, twoSheets(moved, []))).toBeLessThanOrEqual(1);
  });

  it('has its shadows as soft as it is large', () => {
    const shadow = makeFinish('soft-shadow', { shiftX: 10, shiftY: 10, softness: 20 });
    const mark = disc('a', 100, 100, 40, { finishes: [shadow] });
    const by = twoSheets([laid({ shown: 'sheet', width: 400, height: 400 })], [mark]);
    const large = disc('a', 200, 200, 80, {
      finishes: [makeFinish('soft-shadow', { shiftX: 20, shiftY: 20, softness: 40 })],
    });
    expect(difference(by, twoSheets([large], []))).toBeLessThanOrEqual(1);
  });

  it('follows what changes there, and stays the same object while nothing does', () => {
    const d = twoSheets([laid({})], [disc('a', 100, 100, 50)]);
    const node = (of: Design) => evaluateSheet(of, 's').scene.nodes[0];
    const before = node(d);
    expect(node({ ...d, parts: { ...d.parts } })).toBe(before);
    const a = { ...d.parts.a, coats: [solid('#204060')] };
    const changed = { ...d, parts: { ...d.parts, a } };
    expect(node(changed)).not.toBe(before);
    expect(pixel(changed, 200, 200)).toEqual([0x20, 0x40, 0x60]);
  });

  it('fits what is painted into its box, whatever is painted where', () => {
    fc.assert(
      fc.property(
        fc.record({
          x: fc.double({ min: 0, max: 120, noNaN: true }),
          y: fc.double({ min: 0, max: 120, noNaN: true }),
          w: fc.double({ min: 5, max: 80, noNaN: true }),
          h: fc.double({ min: 5, max: 80, noNaN: true }),
          width: fc.double({ min: 20, max: 380, noNaN: true }),
          height: fc.double({ min: 20, max: 380, noNaN: true }),
          covers: fc.boolean(),
        }),
        ({ x, y, w, h, width, height, covers }) => {
          const d = twoSheets(
            [laid({ width, height, fit: covers ? 'cover' : 'contain' })],
            [filledBox('a', x, y, w, h)],
          );
          const { data } = renderPixels(evaluate(d, 's'), 400);
          const k = (covers ? Math.max : Math.min)(width / w, height / h);
          // What is painted lies in the middle of the box, and is cut by it where it covers it.
          const [wide, high] = [Math.min(width, k * w), Math.min(height, k * h)];
          let painted = 0;
          for (let i = 0; i < data.length; i += 4) painted += (255 - data[i + 2]) / (255 - 0x1f);
          expect(Math.abs(painted - wide * high)).toBeLessThan(2 + 0.002 * wide * high);
        },
      ),
      { numRuns: runs(500, 30) },
    );
  });

  it('is one ink by shape, or by tone against its ground', () => {
    const mark = [
      filledBox('pale', 0, 0, 200, 100, { coats: [solid('#e0e0e0')] }),
      filledBox('dark', 0, 100, 200, 100),
    ];
    const one = (inks: string, ground: string | null) =>
      twoSheets([laid({ shown: 'sheet', inks, ink: '#ff0000' })], mark, ground);
    const [top, foot] = [
      [200, 150],
      [200, 250],
    ] as const;
    const red = [255, 0, 0];
    const white = [255, 255, 255];
    expect([pixel(one('shape', null), ...top), pixel(one('shape', null), ...foot)]).toEqual([red, red]);
    expect([pixel(one('tone', null), ...top), pixel(one('tone', null), ...foot)]).toEqual([white, red]);
    expect([pixel(one('tone', '#101010'), ...top), pixel(one('tone', '#101010'), ...foot)]).toEqual([
      red,
      white,
    ]);
  });

  it('goes through four corners as a projective map does', () => {
    const corners = {
      topLeftX: 0.1,
      topLeftY: 0.2,
      topRightX: 0.9,
      topRightY: 0,
      bottomRightX: 1,
      bottomRightY: 1,
      bottomLeftX: 0,
      bottomLeftY: 0.8,
    };
    const quarter = filledBox('q', 0, 0, 100, 100);
    const whole = filledBox('w', 0, 0, 200, 200, { coats: [solid('#c0c0c0')] });
    const d = twoSheets(
      [
        laid(
          { shown: 'sheet', width: 300, height: 300 },
          {},
          { finishes: [makeFinish('four-corners-painted', corners)] },
        ),
      ],
      [whole, quarter],
    );
    // The middle of the square goes to where the diagonals of the four corners meet: a projective map keeps lines.
    const at = (x: number, y: number) => [50 + 300 * x, 50 + 300 * y] as const;
    const [[ax, ay], [bx, by], [cx, cy], [dx, dy]] = [at(0.1, 0.2), at(0.9, 0), at(1, 1), at(0, 0.8)];
    const t =
      ((bx - ax) * (by - dy) - (by - ay) * (bx - dx)) / ((cx - ax) * (by - dy) - (cy - ay) * (bx - dx));
    const [mx, my] = [ax + t * (cx - ax), ay + t * (cy - ay)];
    const near = (x: number, y: number) => pixel(d, Math.round(x), Math.round(y));
    expect(near(mx - 5, my - 4)).toEqual([0x9a, 0x6b, 0x1f]);
    expect(near(mx + 5, my - 4)).toEqual([0xc0, 0xc0, 0xc0]);
    expect(near(mx - 5, my + 6)).toEqual([0xc0, 0xc0, 0xc0]);
  });

  it('never shows itself, by whatever way round, and says so', () => {
    const faultsOf = (d: Design, sheet: string) => evaluateSheet(d, sheet).faults.map((f) => f.message);
    const own = twoSheets([laid({ sheet: 's' })], []);
    expect(faultsOf(own, 's')).toEqual(['The sheet is gone, or it would show itself: choose another one.']);
    const other = makePart(makeSource('laid-sheet', { sheet: 's' }), { id: 'other' });
    const round = twoSheets([laid({}), filledBox('a', 0, 0, 40, 40)], [other]);
    for (const sheet of ['s', 'mark']) {
      const { scene, faults } = evaluateSheet(round, sheet);
      expect(scene.nodes.length).toBeGreaterThan(0);
      expect(faults.some((f) => f.message.includes('would show itself'))).toBe(true);
    }
    expect(faultsOf(twoSheets([laid({ sheet: 'none' })], []), 's')).toHaveLength(1);
    expect(faultsOf(twoSheets([laid({ sheet: '' })], []), 's')).toEqual(['Choose the sheet that is laid.']);
    expect(faultsOf(twoSheets([laid({})], []), 's')).toEqual([
      'There is nothing on the sheet that could be laid.',
    ]);
  });

  it.each([
    ['the mark alone', { shown: 'mark' }],
    ['the whole sheet', { shown: 'sheet' }],
    ['filling its box', { shown: 'sheet', fit: 'cover', width: 300, height: 150 }],
  ])('taken apart it is the same picture, of copies that follow no more: %s', (_, params) => {
    const corners = makeFinish('four-corners-painted', { topLeftX: 0.1, topLeftY: 0.1 });
    const d = twoSheets(
      [laid(params, {}, { finishes: [corners] })],
      [filledBox('a', 20, 30, 100, 60), disc('b', 120, 120, 50)],
      '#e0e8f0',
    );
    const { design, chosen } = releaseParts(d, 's', ['laid']);
    expect(chosen).toEqual(['laid']);
    expect(design.parts.laid.source.kind).toBe('group');
    expect(difference(design, d)).toBeLessThanOrEqual(1);
    const changed = { ...design, parts: { ...design.parts, a: { ...design.parts.a, hidden: true } } };
    expect(difference(changed, design)).toBe(0);
  });

  it('is counted: sheets that lay each other twice over come to too much in words', () => {
    const sheets = Array.from({ length: 30 }, (_, i) => `s${i}`);
    const parts: Record<string, Part> = { a: disc('a', 100, 100, 50) };
    const all = sheets.map((id, i) => {
      const on = i ? [`${id}-1`, `${id}-2`] : ['a'];
      if (i)
        for (const p of on)
          parts[p] = makePart(makeSource('laid-sheet', { sheet: sheets[i - 1], shown: 'sheet' }), { id: p });
      return makeSheet({ id, width: 200, height: 200, parts: on });
    });
    const d: Design = { ...base, sheets: all, parts };
    const { faults } = evaluateSheet(d, 's29');
    expect(faults.some((f) => /Not drawn/.test(f.message))).toBe(true);
  });

  it('keeps its box in a part that is made of it', () => {
    const d = twoSheets([laid({})], [disc('a', 100, 100, 50)]);
    expect(evaluatePart(d, d.parts.laid).outline).toHaveLength(1);
    const drawn = drawnPath(
      d,
      'mark',
      [
        { x: 0, y: 0, out: null },
        { x: 50, y: 0, out: null },
        { x: 0, y: 50, out: null },
      ],
      true,
      'More',
    );
    expect(evaluate(drawn.design, 's').nodes[0]).not.toBe(evaluate(d, 's').nodes[0]);
  });
});

describe('light of a surface', () => {
  const surface = filledBox('wall', 0, 0, 400, 400, { coats: [solid('#808080')] });
  const on = (params: object): Design => {
    const light = makeFinish('surface-light', {
      from: 'wall',
      strength: 1,
      level: 1,
      contrast: 1,
      ...params,
    });
    return twoSheets(
      [surface, laid({ shown: 'sheet' }, {}, { finishes: [light] })],
      [filledBox('a', 0, 0, 200, 200, { coats: [solid('#c08040')] })],
    );
  };
  const shown = (params: object) => pixel(on(params), 200, 200);

  it('is multiplied by how far the surface is from its plain tone', () => {
    // W3C Compositing and Blending Level 1, section 9: multiply is the product, hard light twice the product below half.
    const grey = 0x80 / 255;
    const product = [0xc0, 0x80, 0x40].map((v) => Math.round(v * grey));
    const within = (a: number[], b: number[]) => a.every((v, i) => Math.abs(v - b[i]) <= 1);
    expect(within(shown({ blend: 'multiply' }), product)).toBe(true);
    expect(within(shown({ blend: 'multiply', level: grey }), [0xc0, 0x80, 0x40])).toBe(true);
    expect(within(shown({ blend: 'hard-light', level: grey }), [0xc0, 0x80, 0x40])).toBe(true);
    expect(
      within(
        shown({ blend: 'hard-light', level: 0.75 }),
        [0xc0, 0x80, 0x40].map((v) => Math.round(2 * v * (grey - 0.25))),
      ),
    ).toBe(true);
    expect(shown({ strength: 0 })).toEqual([0xc0, 0x80, 0x40]);
  });

  it('lies on the part alone', () => {
    expect(pixel(on({ blend: 'multiply' }), 50, 50)).toEqual([0x80, 0x80, 0x80]);
  });
});

import { beforeAll, describe, expect, it } from 'vitest';
import {
  type Design,
  evaluatePart,
  faceById,
  type Lettering,
  makePart,
  makeSource,
  makeStep,
  origin,
  type Part,
  pathArea,
  pathBounds,
  stepKinds,
} from '@/core';
import {
  addLettering,
  addStep,
  alignParts,
  applyGesture,
  blendParts,
  clipParts,
  combineParts,
  duplicateParts,
  groupParts,
  letterChangeAt,
  makeFaces,
  removeParts,
  reportOf,
  setLettering,
  settleTies,
  sheetBounds,
  withLetters,
  withPair,
  withPart,
  withWords,
} from '@/core/edit';
import { contourArea } from '@/core/geometry/measure';
import { readDesign } from '@/core/reading';
import { takeShippedFaces } from '../../faces';
import { sampled } from '../../share';
import { box, designOf, disc, words as wordsAt } from '../designs';

beforeAll(takeShippedFaces);

const words = (values: Partial<Lettering>, extra: Partial<Part> = {}): Part =>
  wordsAt('w', 500, 500, values, extra);
/** A level line from (100, y). */
const line = (length: number, y = 300): Part =>
  makePart(makeSource('path', { contours: [{ closed: false, xy: [0, 0, 0, 0, length, 0, length, 0] }] }), {
    id: 'l',
    name: 'l',
    place: { ...origin, x: 100, y },
  });
const lettersOf = (d: Design) => evaluatePart(d, d.parts.w).outline.map((p) => pathBounds(p.path));
const notesOf = (d: Design) => evaluatePart(d, d.parts.w).faults.map((f) => f.message);

describe('lettering in a design', () => {
  it('is sound when stored, and refused in words where its numbers are absurd', () => {
    const d = designOf(1000, words({ letters: [{ at: 0, dx: 0, dy: 0.1, turn: 3, scale: 1 }] }));
    expect(readDesign(JSON.parse(JSON.stringify(d)))).toEqual(d);
    for (const values of [
      { size: -4 },
      { text: 'x'.repeat(10_001) },
      { letters: [{ at: 0, dx: 0, dy: 0, turn: 0, scale: 0 }] },
      { runs: [{ from: 0, to: 1, colour: 'red' }] },
      { axes: { weight: 400 } },
      { kerning: 'tight' },
    ])
      expect(() => readDesign(JSON.parse(JSON.stringify(designOf(1000, words(values as never)))))).toThrow(
        /w/,
      );
  });

  it('is a piece a letter for steps and coats, or one piece where it is united', () => {
    const d = designOf(1000, words({}));
    expect(lettersOf(d)).toHaveLength(4);
    expect(lettersOf(designOf(1000, words({ pieces: 'united' })))).toHaveLength(1);
    const bounced = words({}, { steps: [makeStep('bounce', { rule: 'alternate', lift: 10, turn: 0 })] });
    const [before, after] = [d, designOf(1000, bounced)].map(lettersOf);
    after.forEach((b, i) => {
      expect((before[i]?.y0 ?? 0) - (b?.y0 ?? 0)).toBeCloseTo(i % 2 ? -10 : 10, 6);
    });
    const coloured = designOf(
      1000,
      words({ letters: [{ at: 1, dx: 0, dy: 0, turn: 0, scale: 1, colour: '#b23a48' }] }),
    );
    expect(evaluatePart(coloured, coloured.parts.w).outline.map((p) => p.tint)).toEqual([
      undefined,
      '#b23a48',
      undefined,
      undefined,
    ]);
  });

  it('follows another part, and what that becomes', () => {
    const along = { follows: 'part', along: 'l', evenSpacing: false } as const;
    const at = { place: origin };
    const straight = designOf(2000, line(800), words(along, at));
    const plain = designOf(2000, words({}, { place: origin }));
    lettersOf(straight).forEach((b, i) => {
      expect(b?.x0).toBeCloseTo((lettersOf(plain)[i]?.x0 ?? 0) + 100, 4);
      expect(b?.y1).toBeCloseTo((lettersOf(plain)[i]?.y1 ?? 0) + 300, 4);
    });
    const lower = {
      ...straight,
      parts: { ...straight.parts, l: line(800, 350) },
    };
    expect((lettersOf(lower)[0]?.y1 ?? 0) - (lettersOf(straight)[0]?.y1 ?? 0)).toBeCloseTo(50, 6);
    const short = { ...straight, parts: { ...straight.parts, l: line(60) } };
    expect(notesOf(short).join()).toMatch(/too short: [23] letters do not fit/);
    // Round a circle they go on where it closes.
    const ring = designOf(2000, disc('l', 1000, 1000, 80), words({ ...along, start: 0.95 }, at));
    expect(lettersOf(ring)).toHaveLength(4);
    expect(notesOf(ring)).toEqual([]);
    // What would follow itself follows nothing.
    expect(notesOf(designOf(1000, words({ follows: 'part', along: 'w' }))).join()).toMatch(/Choose the part/);
  });

  it('comes to lie on what it follows, wherever it stood, and stays there when it leaves it', () => {
    const d = designOf(
      2000,
      line(800),
      words({ evenSpacing: false }, { place: { ...origin, x: 1200, y: 900 } }),
    );
    const set = (e: Design, change: Partial<Lettering>) => setLettering(e, 'w', change).design;
    const middle = (e: Design) => {
      const b = sheetBounds(e, 'w');
      return b && [(b.x0 + b.x1) / 2, (b.y0 + b.y1) / 2];
    };
    const waiting = set(d, { follows: 'part' });
    expect(waiting.parts.w.place).toEqual(d.parts.w.place);
    const on = set(waiting, { along: 'l' });
    expect(sheetBounds(on, 'w')?.y1).toBeCloseTo(300, -1);
    expect(sheetBounds(on, 'w')?.x0).toBeCloseTo(100, -1);
    const off = set(on, { follows: 'line' });
    middle(off)?.forEach((v, i) => {
      expect(v).toBeCloseTo(middle(on)?.[i] ?? 0, 6);
    });
    // A copy of both follows the copy.
    const { design, chosen } = duplicateParts(on, 's', ['l', 'w']);
    const copies = chosen.map((id) => design.parts[id]);
    const copy = copies.find((p) => p.source.kind === 'lettering')?.source as Lettering | undefined;
    expect(copy?.along).toBe(copies.find((p) => p.source.kind === 'path')?.id);
  });

  it('is drawn along what it follows by a grip, and runs straight where it was once that goes', () => {
    const on = setLettering(
      setLettering(designOf(2000, line(800), words({ evenSpacing: false })), 'w', { follows: 'part' }).design,
      'w',
      { along: 'l' },
    ).design;
    const [grip] = reportOf(on, ['w'], { list: 'source' }).handles;
    expect(grip).toMatchObject({ id: 'start', x: 100, y: 300 });
    const { design } = applyGesture(
      on,
      's',
      { type: 'handle', id: 'w', card: { list: 'source' }, handle: 'start', to: { x: 340, y: 360 } },
      0,
    );
    expect((design.parts.w.source as Lettering).start).toBeCloseTo(0.3, 6);
    expect(sheetBounds(design, 'w')?.x0).toBeCloseTo((sheetBounds(on, 'w')?.x0 ?? 0) + 240, 6);
    const gone = settleTies(design, removeParts(design, 's', ['l']).design);
    expect(gone.parts.w.source).toMatchObject({ follows: 'line', along: '' });
    const [was, is] = [sheetBounds(design, 'w'), sheetBounds(gone, 'w')];
    for (const side of ['x0', 'x1', 'y0', 'y1'] as const) expect(is?.[side]).toBeCloseTo(was?.[side] ?? 0, 6);
  });

  it('is levelled with other words by baselines or by capitals, whatever their size', () => {
    const second = { ...words({ size: 40, text: 'gypsum' }), id: 'v', name: 'v' };
    const d = designOf(
      2000,
      words({}),
      { ...second, place: { ...origin, x: 900, y: 650 } },
      disc('m', 300, 300, 20),
    );
    const by = (how: 'baseline' | 'capitals') => alignParts(d, 's', ['w', 'v', 'm'], how).design;
    const level = by('baseline');
    expect(level.parts.v.place.y).toBe(level.parts.w.place.y);
    expect(sheetBounds(level, 'm')?.y1).toBeCloseTo(500, 9);
    const high = (size: number) => {
      const face = faceById('anton')?.at({});
      return ((face?.metrics.capHeight ?? 0) / (face?.unitsPerEm ?? 1)) * size;
    };
    const tops = by('capitals');
    expect(tops.parts.v.place.y - high(40)).toBeCloseTo(tops.parts.w.place.y - high(100), 9);
    expect(sheetBounds(tops, 'm')?.y0).toBeCloseTo(500 - high(100), 9);
  });

  it('is put on the sheet empty, and tells where its letters and carets stand', () => {
    const { design, chosen } = addLettering(designOf(1000), 's', null, { x: 200, y: 700 }, 90);
    const [id] = chosen;
    const empty = reportOf(design, [id], { list: 'source' }).lettering;
    expect(empty?.carets).toHaveLength(1);
    expect(empty?.carets[0][0].x).toBeCloseTo(200, 9);
    const typed = { ...design, parts: { [id]: withWords(design.parts[id], 'Lamp') } };
    const report = reportOf(typed, [id], { list: 'source' }).lettering;
    expect(report?.letters.map((c) => [c.from, c.to])).toEqual([
      [0, 1],
      [1, 2],
      [2, 3],
      [3, 4],
    ]);
    expect(report?.face?.name).toMatch(/Spartan/);
    expect(report?.letters[0].corners).toHaveLength(4);
  });

  it('forgets changes that leave a letter as its face has it', () => {
    const l = words({}).source as unknown as Lettering;
    const moved = withLetters(l, [1, 2], (c, i) => ({ ...c, dx: c.dx + 0.1 * (i + 1) }));
    expect(moved.letters.map((c) => [c.at, c.dx])).toEqual([
      [1, 0.1],
      [2, 0.2],
    ]);
    expect(letterChangeAt(moved, 2).dx).toBe(0.2);
    expect(withLetters(moved, [1], (c) => ({ ...c, dx: 0 })).letters).toHaveLength(1);
    expect(withPair(withPair(l, 2, 0.1), 2, 0).pairs).toEqual([]);
    expect(withPair(l, 2, 0.1).pairs).toEqual([{ at: 2, by: 0.1 }]);
  });
});

describe('what works on other parts', () => {
  const cover = (d: Design, id = 'w') =>
    evaluatePart(d, d.parts[id]).outline.reduce((sum, p) => sum + Math.abs(pathArea(p.path)), 0);
  const base = designOf(1000, words({ text: 'Radio' }));

  const kinds = stepKinds.filter((k) => k !== 'close' && k !== 'reverse');
  it.each(sampled(kinds, kinds.length))('%s works on words, which stay words after it', (kind) => {
    const { design, card } = addStep(base, 'w', kind, null);
    expect(card).toMatchObject({ list: 'steps' });
    const { faults, outline } = evaluatePart(design, design.parts.w);
    expect(faults.filter((f) => !f.note)).toEqual([]);
    expect(outline.length).toBeGreaterThan(0);
    const other = withPart(design, withWords(design.parts.w, 'Radar'));
    expect(other.parts.w.steps).toBe(design.parts.w.steps);
    expect(evaluatePart(other, other.parts.w).outline).not.toEqual(outline);
  });

  it('bars are cut through words, and the words change under them', () => {
    const bar = (id: string, y: number) => box(id, 480, y, 400, 6);
    const d = designOf(1000, words({ text: 'Radio' }), bar('p', 440), bar('q', 460));
    const { design, chosen } = combineParts(d, 's', ['w', 'p', 'q'], 'subtract');
    const [id] = chosen;
    // Seven bands: each stem is cut twice.
    expect(cover(design, id)).toBeLessThan(cover(base) - 100);
    const other = withPart(design, withWords(design.parts.w, 'Radioactive'));
    expect(cover(other, id)).toBeGreaterThan(cover(design, id));
  });

  it('a letter is mirrored and joined with itself', () => {
    const r = designOf(1000, words({ text: 'R' }));
    const b = sheetBounds(r, 'w');
    if (!b) throw new Error('There is no letter.');
    const mirror = makeStep('mirror', { axisX: b.x0 - 500 + 2, keep: true, unite: true });
    const both = withPart(r, { ...r.parts.w, steps: [mirror] });
    const [{ path }, ...more] = evaluatePart(both, both.parts.w).outline;
    expect(more).toEqual([]);
    // The stems overlap by four units and are one outline with its counters.
    expect(path.contours.filter((c) => contourArea(c) > 0)).toHaveLength(1);
    const wide = sheetBounds(both, 'w');
    expect((wide?.x1 ?? 0) - (wide?.x0 ?? 0)).toBeCloseTo(2 * (b.x1 - b.x0) - 4, 6);
  });

  it('words clip, are clipped, blended into other words and taken into faces', () => {
    const second = { ...words({ text: 'Radar', size: 140 }), id: 'v', name: 'v' };
    const d = designOf(1000, words({ text: 'Radio' }), { ...second, place: { ...origin, x: 500, y: 700 } });
    for (const make of [
      () => clipParts(d, 's', ['w', 'v']),
      () => blendParts(d, 's', ['w', 'v'], false),
      () => makeFaces(d, 's', ['w', 'v']),
      () => groupParts(d, 's', ['w', 'v']),
    ]) {
      const { design, chosen } = make();
      const result = evaluatePart(design, design.parts[chosen[0]]);
      expect(result.faults.filter((f) => !f.note)).toEqual([]);
      expect(result.nodes.length).toBeGreaterThan(0);
      const other = withPart(design, withWords(design.parts.v, 'Lunar'));
      expect(evaluatePart(other, other.parts[chosen[0]]).nodes).not.toEqual(result.nodes);
    }
  });
});

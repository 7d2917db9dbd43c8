import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import {
  applyTo,
  type Bounds,
  type Design,
  evaluatePart,
  type Lettering,
  makePart,
  makeSource,
  makeStep,
  type Part,
  type PieceChange,
  pathArea,
  pathBounds,
} from '@/core';
import {
  applyGesture,
  duplicateParts,
  letterChangeAt,
  nothing,
  removeParts,
  takeLettersOut,
  withLettering,
  withLetters,
  withPart,
  withPieces,
  withWords,
  worldOf,
} from '@/core/edit';
import { pathsOf } from '@/core/outline/pieces';
import { readDesign } from '@/core/reading';
import { takeShippedFaces } from '../../faces';
import { designOf, disc, words as wordsAt } from '../designs';

beforeAll(takeShippedFaces);

const words = (values: Partial<Lettering>, extra: Partial<Part> = {}): Part =>
  wordsAt('w', 500, 500, { text: 'din', ...values }, extra);

const boxes = (d: Design): Bounds[] =>
  evaluatePart(d, d.parts.w).outline.map((p) => pathBounds(p.path) as Bounds);
const areas = (d: Design): number[] => evaluatePart(d, d.parts.w).outline.map((p) => pathArea(p.path));
const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0);
const change = (d: Design, f: (l: Lettering) => Lettering): Design =>
  withPart(d, withLettering(d.parts.w, f));
/** The i of “din” with something done to its dot. */
const dotted = (d: Design, p: Partial<PieceChange>): Design =>
  change(d, (l) => withPieces(l, 1, [1], () => ({ ...nothing, ...p })));

describe('pieces of letters', () => {
  const plain = designOf(1000, words({}));
  const dot = () => {
    const pieces = boxes(change(plain, (l) => withLetters(l, [1], (c) => ({ ...c, apart: true }))));
    return pieces[2];
  };

  it('part a letter, or all of them, and lose nothing', () => {
    const one = change(plain, (l) => withLetters(l, [1], (c) => ({ ...c, apart: true })));
    expect(areas(one)).toHaveLength(4);
    expect(sum(areas(one))).toBeCloseTo(sum(areas(plain)), 6);
    const all = change(plain, (l) => ({ ...l, pieces: 'contours' }));
    expect(areas(all)).toHaveLength(4);
    // The bowl of the d keeps its hole.
    expect(evaluatePart(all, all.parts.w).outline[0].path.contours).toHaveLength(2);
  });

  it('drop one and come back', () => {
    const without = dotted(plain, {});
    expect(boxes(without)[1].y0).toBeGreaterThan(dot().y1);
    expect(boxes(without)[0]).toEqual(boxes(plain)[0]);
    expect(boxes(without)[2]).toEqual(boxes(plain)[2]);
    const back = change(without, (l) => withPieces(l, 1, [1], () => null));
    expect(back.parts.w.source).toMatchObject({ letters: [] });
    expect(boxes(back)[1]).toEqual(boxes(plain)[1]);
  });

  it('give their place to a drawing that stays there, whatever the words become', () => {
    const moon = { ...disc('moon', 900, 100, 30), construction: true };
    const d = dotted(designOf(1000, words({}), moon), { by: 'moon' });
    const stand = boxes(d)[2];
    const was = dot();
    expect(stand.y1 - stand.y0).toBeCloseTo(was.y1 - was.y0, 6);
    expect((stand.x0 + stand.x1) / 2).toBeCloseTo((was.x0 + was.x1) / 2, 6);
    expect((stand.y0 + stand.y1) / 2).toBeCloseTo((was.y0 + was.y1) / 2, 6);
    // A letter before it: the drawing moves along; the drawing becomes another: so does the dot.
    const longer = withPart(d, withWords(d.parts.w, 'radin'));
    expect(letterChangeAt(longer.parts.w.source as Lettering, 3).pieces?.[0].by).toBe('moon');
    expect(boxes(longer)).toHaveLength(6);
    const square = withPart(d, {
      ...moon,
      source: makeSource('rectangle', { width: 20, height: 20 }),
    });
    const b = boxes(square)[2];
    expect(areas(square)[2]).toBeCloseTo((b.x1 - b.x0) * (b.y1 - b.y0), 6);
    // Twice the height, shifted by a tenth of the size.
    const greater = boxes(dotted(d, { by: 'moon', scale: 2, dx: 0.1 }))[2];
    expect(greater.y1 - greater.y0).toBeCloseTo(2 * (was.y1 - was.y0), 6);
    expect((greater.x0 + greater.x1) / 2).toBeCloseTo((was.x0 + was.x1) / 2 + 10, 6);
  });

  it('are painted by a stand-in’s own look where it keeps that, and shadowed with the words', () => {
    const moon = disc('moon', 900, 100, 30);
    const d = dotted(designOf(1000, words({}), { ...moon, construction: true }), { by: 'moon', own: true });
    expect(boxes(d)).toHaveLength(3);
    const { nodes } = evaluatePart(d, d.parts.w);
    const [last] = nodes.slice(-1);
    expect(last).toMatchObject({ type: 'group', children: [{ part: 'moon' }] });
  });

  it('come back when the stand-in goes, and copies take theirs along', () => {
    const d = dotted(designOf(1000, words({}), disc('moon', 900, 100, 30)), { by: 'moon' });
    const { design: gone } = removeParts(d, 's', ['moon']);
    expect(sum(areas(gone))).toBeCloseTo(sum(areas(plain)), 6);
    const { design: both, chosen } = duplicateParts(d, 's', ['w', 'moon']);
    const copy = chosen.map((id) => both.parts[id]).find((p) => p.source.kind === 'lettering') as Part;
    const by = (copy.source as Lettering).letters[0].pieces?.[0].by ?? '';
    expect(chosen).toContain(by);
    expect(by).not.toBe('moon');
  });

  it('never hold themselves: a drawing that rests on the words stands in for nothing', () => {
    const ring = makePart({ kind: 'group' }, { id: 'g', name: 'g', children: ['w'] });
    const d = dotted(designOf(1000, words({}), ring), { by: 'g' });
    expect(sum(areas(d))).toBeCloseTo(sum(areas(plain)), 6);
  });

  it('are sound when stored, and refused where they are absurd', () => {
    const d = dotted(designOf(1000, words({}), disc('moon', 900, 100, 30)), { by: 'moon', own: true });
    expect(readDesign(JSON.parse(JSON.stringify(d)))).toEqual(d);
    for (const p of [{ scale: 0 }, { by: 'a b' }, { dx: 1e9 }])
      expect(() => readDesign(JSON.parse(JSON.stringify(dotted(d, p))))).toThrow(/letters/);
  });
});

describe('a mirrored letter', () => {
  it.each(['mirrorX', 'mirrorY'] as const)('%s keeps its box, its area and the way it winds', (how) => {
    const d = designOf(1000, words({ text: 'R' }));
    const mirrored = change(d, (l) => withLetters(l, [0], (c) => ({ ...c, [how]: true })));
    const [a, b] = [boxes(d)[0], boxes(mirrored)[0]];
    for (const side of ['x0', 'y0', 'x1', 'y1'] as const) expect(b[side]).toBeCloseTo(a[side], 9);
    expect(areas(mirrored)[0]).toBeCloseTo(areas(d)[0], 6);
    expect(evaluatePart(mirrored, mirrored.parts.w).outline).not.toEqual(evaluatePart(d, d.parts.w).outline);
  });
});

describe('letters taken out', () => {
  it('become paths where they stood, with the words’ steps and look, and leave their room', () => {
    const d = designOf(1000, words({}, { steps: [makeStep('offset', { distance: 2 })] }));
    const { design, chosen } = takeLettersOut(d, 's', 'w', [1], false);
    expect(chosen).toHaveLength(1);
    const made = design.parts[chosen[0]];
    expect(made).toMatchObject({ name: 'i', source: { kind: 'path' }, steps: [{ kind: 'offset' }] });
    const before = pathsOf(evaluatePart(d, d.parts.w).outline);
    const [{ path }] = evaluatePart(design, made).outline;
    expect(pathArea(path)).toBeCloseTo(pathArea(before[1]), 4);
    const left = pathsOf(evaluatePart(design, design.parts.w).outline);
    expect(left).toHaveLength(2);
    expect(pathBounds(left[1])).toEqual(pathBounds(before[2]));
    expect(design.sheets[0].parts).toEqual(['w', chosen[0]]);
  });

  it('keep a colour of their own and the drawing that stands in them', () => {
    const moon = { ...disc('moon', 900, 100, 30), construction: true };
    const d = change(dotted(designOf(1000, words({}), moon), { by: 'moon' }), (l) =>
      withLetters(l, [1], (c) => ({ ...c, colour: '#b23a48' })),
    );
    const { design, chosen } = takeLettersOut(d, 's', 'w', [1], false);
    const out = design.parts[chosen[0]];
    expect(out.coats[0].paint).toEqual({ kind: 'solid', colour: '#b23a48' });
    const before = pathsOf(evaluatePart(d, d.parts.w).outline);
    const [{ path }] = evaluatePart(design, out).outline;
    expect(pathArea(path)).toBeCloseTo(pathArea(before[1]) + pathArea(before[2]), 4);
    expect(boxes(design)).toHaveLength(2);
    // One that paints itself stays in the words.
    const own = change(d, (l) => withPieces(l, 1, [1], (p) => p && { ...p, own: true }));
    const left = takeLettersOut(own, 's', 'w', [1], false).design;
    expect(evaluatePart(left, left.parts.w).nodes.at(-1)).toMatchObject({ children: [{ part: 'moon' }] });
  });

  it('go piece by piece, their holes with them', () => {
    const { design, chosen } = takeLettersOut(designOf(1000, words({})), 's', 'w', [0, 1], true);
    expect(chosen.map((id) => design.parts[id].name)).toEqual(['d', 'i 1', 'i 2']);
    const d = design.parts[chosen[0]].source;
    expect(d.kind === 'path' && d.contours).toHaveLength(2);
  });
});

describe('letters dragged on the sheet', () => {
  const gesture = (
    d: Design,
    how: 'shift' | 'turn' | 'scale',
    to: readonly [number, number],
    rest: Partial<{ straight: boolean; exact: number[]; starts: number[] }> = {},
  ): { d: Design; readout: string } => {
    const [, i] = boxes(d);
    const at = evaluatePart(d, d.parts.w);
    const m = at.node.matrix;
    const middle = { x: (i.x0 + i.x1) / 2 + m[4], y: (i.y0 + i.y1) / 2 + m[5] };
    const { design, readout } = applyGesture(
      d,
      's',
      {
        type: 'letters',
        id: 'w',
        starts: [1],
        how,
        from: how === 'shift' ? middle : { x: middle.x + 50, y: middle.y },
        to: { x: middle.x + to[0], y: middle.y + to[1] },
        straight: false,
        ...rest,
      },
      0,
    );
    return { d: design, readout };
  };
  const middleOf = (b: Bounds) => [(b.x0 + b.x1) / 2, (b.y0 + b.y1) / 2];

  it('follow the pointer and leave the others alone', () => {
    const d = designOf(1000, words({}));
    const { d: moved, readout } = gesture(d, 'shift', [12, -30]);
    expect(readout).toBe('12, -30');
    const [before, after] = [boxes(d), boxes(moved)];
    expect(middleOf(after[1])[0] - middleOf(before[1])[0]).toBeCloseTo(12, 9);
    expect(middleOf(after[1])[1] - middleOf(before[1])[1]).toBeCloseTo(-30, 9);
    expect([after[0], after[2]]).toEqual([before[0], before[2]]);
    expect(gesture(d, 'shift', [12, -30], { straight: true }).readout).toBe('0, -30');
    expect(gesture(d, 'shift', [12, -30], { exact: [5, 7] }).readout).toBe('5, 7');
  });

  it('follow it on a circle, stretched and turned with their part, whatever way they stand', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 359 }),
        fc.integer({ min: -80, max: 80 }),
        fc.constantFrom(1, -1),
        fc.integer({ min: -60, max: 60 }),
        fc.integer({ min: -60, max: 60 }),
        (angle, turn, mirror, x, y) => {
          const d = designOf(
            1000,
            words(
              { follows: 'circle', radius: 200, angle, stretchX: 1.4, slantX: 10 },
              { place: { x: 500, y: 500, turn, skew: 0, scaleX: mirror, scaleY: 1 } },
            ),
          );
          const at = (v: Design) => {
            const m = worldOf(v, 'w');
            const path = evaluatePart(v, v.parts.w).outline[1].path;
            const [a, b] = path.contours[0].xy;
            return applyTo(m, { x: a, y: b });
          };
          const { d: moved } = gesture(d, 'shift', [x, y]);
          expect(at(moved).x - at(d).x).toBeCloseTo(x, 6);
          expect(at(moved).y - at(d).y).toBeCloseTo(y, 6);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('turn about their middle, by fifteens when kept straight, and scale', () => {
    const d = designOf(1000, words({}));
    const turned = gesture(d, 'turn', [0, 50]);
    expect(turned.readout).toBe('90°');
    const [b, was] = [boxes(turned.d)[1], boxes(d)[1]];
    expect(b.x1 - b.x0).toBeCloseTo(was.y1 - was.y0, 6);
    expect(middleOf(b)[0]).toBeCloseTo(middleOf(was)[0], 6);
    expect(gesture(d, 'turn', [50, 17], { straight: true }).readout).toBe('15°');
    const scaled = gesture(d, 'scale', [100, 0]);
    expect(scaled.readout).toBe('200 %');
    expect(boxes(scaled.d)[1].y1 - boxes(scaled.d)[1].y0).toBeCloseTo(2 * (was.y1 - was.y0), 6);
    expect(
      letterChangeAt(gesture(d, 'scale', [60, 0], { exact: [150] }).d.parts.w.source as Lettering, 1),
    ).toMatchObject({ scale: 1.5 });
  });
});

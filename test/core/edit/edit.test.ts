import { describe, expect, it } from 'vitest';
import { type Design, makeCoat, makeDesign, makePart, makeSource, makeStep, origin, type Part } from '@/core';
import {
  alignParts,
  applyGesture,
  combineParts,
  distributeParts,
  duplicateParts,
  freeName,
  groupParts,
  jointBounds,
  orderParts,
  partsWithin,
  pickDeep,
  pickParts,
  placePart,
  releaseParts,
  removeParts,
  reparentParts,
  reportOf,
  resizeParts,
  sheetBounds,
  turnParts,
} from '@/core/edit';
import { readDesign } from '@/core/reading';

const disc = (id: string, x: number, y: number, size = 100): Part =>
  makePart(makeSource('ellipse', { width: size, height: size }), {
    id,
    name: id,
    coats: [makeCoat('fill')],
    place: { ...origin, x, y },
  });

function designOf(...parts: Part[]): Design {
  const d = makeDesign('Test', { id: 's', width: 1000, height: 1000 });
  return {
    ...d,
    sheets: [{ ...d.sheets[0], parts: parts.map((p) => p.id) }],
    parts: Object.fromEntries(parts.map((p) => [p.id, p])),
  };
}

const three = () => designOf(disc('a', 100, 100), disc('b', 150, 100), disc('c', 500, 500));
const sound = (d: Design) => expect(() => readDesign(JSON.parse(JSON.stringify(d)))).not.toThrow();

describe('picking', () => {
  it('finds what lies under a point, the topmost first, and passes over what is locked', () => {
    const d = three();
    expect(pickParts(d, 's', null, { x: 125, y: 100 }, 2)).toEqual(['b', 'a']);
    expect(pickParts(d, 's', null, { x: 300, y: 300 }, 2)).toEqual([]);
    const locked = { ...d, parts: { ...d.parts, b: { ...d.parts.b, locked: true } } };
    expect(pickParts(locked, 's', null, { x: 125, y: 100 }, 2)).toEqual(['a']);
    expect(partsWithin(d, 's', null, { x0: 0, y0: 0, x1: 250, y1: 200 })).toEqual(['a', 'b']);
  });

  it('finds the topmost part however deep it lies in groups, and a repeat of it', () => {
    const { design, chosen } = groupParts(three(), 's', ['a', 'b']);
    const [group] = chosen;
    const at = { x: 125, y: 100 };
    expect(pickDeep(design, 's', at, 2)).toBe('b');
    expect(pickDeep(design, 's', at, 2, ['b'])).toBe('a');
    expect(pickDeep(design, 's', at, 2, [group])).toBeNull();
    const repeated = {
      ...design,
      parts: {
        ...design.parts,
        [group]: {
          ...design.parts[group],
          steps: [makeStep('grid-repeat', { columns: 2, rows: 1, across: 5000 })],
        },
      },
    };
    const far = jointBounds(repeated, [group]);
    const copy = { x: (far?.x1 ?? 0) - 20, y: 100 };
    expect(pickParts(repeated, 's', group, copy, 2)).toEqual([]);
    expect(pickDeep(repeated, 's', copy, 2)).toBe('b');
  });
});

describe('gestures', () => {
  it('snap a move to the middle of the sheet and say so', () => {
    const r = applyGesture(three(), 's', { type: 'move', ids: ['a'], dx: 397, dy: 0, straight: true }, 6);
    expect(r.design.parts.a.place).toMatchObject({ x: 500, y: 100 });
    expect(r.hits[0].what).toBe('middle of the sheet');
    const free = applyGesture(three(), 's', { type: 'move', ids: ['a'], dx: 397, dy: 3, straight: false }, 0);
    expect(free.design.parts.a.place).toMatchObject({ x: 497, y: 103 });
  });

  it('snap a moved corner onto another part’s corner, and a drawn one too, in words', () => {
    const box = (id: string, x: number, y: number) =>
      makePart(makeSource('rectangle', { width: 80, height: 40 }), {
        id,
        name: id,
        coats: [makeCoat('fill')],
        place: { ...origin, x, y },
      });
    const d = designOf(box('p', 200, 200), box('q', 700, 640));
    // Corner (160, 180) of p to corner (740, 660) of q, missed by a little.
    const r = applyGesture(d, 's', { type: 'move', ids: ['p'], dx: 581, dy: 479, straight: false }, 6);
    expect(r.design.parts.p.place).toMatchObject({ x: 780, y: 680 });
    const line = applyGesture(
      d,
      's',
      {
        type: 'draw',
        id: 'n',
        kind: 'line',
        name: 'n',
        parent: null,
        from: { x: 161, y: 181 },
        to: { x: 661, y: 619 },
        keepShape: false,
        fromCentre: false,
      },
      6,
    );
    expect(line.design.parts.n.source).toMatchObject({ x2: 250, y2: 220 });
    expect(line.hits[0].what).toBe('node of q');
  });

  it('scale a circle by its numbers, so that its size stays exact and its other side stays put', () => {
    const r = applyGesture(
      three(),
      's',
      { type: 'scale', ids: ['a'], side: [1, 0], to: { x: 250, y: 0 }, keepShape: false, fromCentre: false },
      0,
    );
    expect(r.design.parts.a.source).toMatchObject({ width: 200, height: 100 });
    expect(r.design.parts.a.place).toMatchObject({ x: 150, y: 100, scaleX: 1 });
    const b = sheetBounds(r.design, 'a');
    expect(b?.x0).toBeCloseTo(50, 9);
  });

  it('scale a polygon by its radius, and by its place where the factors differ', () => {
    const five = makePart(makeSource('polygon', { radius: 100, sides: 5 }), {
      id: 'f',
      name: 'f',
      coats: [makeCoat('fill')],
      place: { ...origin, x: 300, y: 300 },
    });
    const d = designOf(five);
    const b = sheetBounds(d, 'f');
    if (!b) throw new Error('A polygon has bounds.');
    const to = { x: b.x0 + 2 * (b.x1 - b.x0), y: b.y0 + 2 * (b.y1 - b.y0) };
    const g = { type: 'scale', ids: ['f'], side: [1, 1], to, keepShape: true, fromCentre: false } as const;
    const twice = applyGesture(d, 's', g, 0).design;
    expect(twice.parts.f.source).toMatchObject({ radius: 200 });
    expect(sheetBounds(twice, 'f')?.x0).toBeCloseTo(b.x0, 6);
    expect(sheetBounds(twice, 'f')?.y1).toBeCloseTo(to.y, 6);
    const wide = resizeParts(d, ['f'], 500).design;
    expect(wide.parts.f.source).toMatchObject({ radius: 100 });
    const w = sheetBounds(wide, 'f');
    expect((w?.x1 ?? 0) - (w?.x0 ?? 0)).toBeCloseTo(500, 6);
  });

  it('turn parts about their middle by exact steps', () => {
    const r = applyGesture(
      three(),
      's',
      { type: 'turn', ids: ['c'], from: { x: 600, y: 500 }, to: { x: 500, y: 612 }, straight: true },
      0,
    );
    expect(r.design.parts.c.place.turn).toBe(90);
    const both = turnParts(three(), ['a', 'b'], 180, { x: 125, y: 100 });
    expect(both.parts.a.place.x).toBeCloseTo(150, 9);
  });

  it('keep a ring’s centre on the sheet while its radius is dragged', () => {
    const step = makeStep('radial-repeat', { centreX: 0, centreY: 200, count: 8 });
    const d = designOf({ ...disc('a', 500, 300, 40), steps: [step] });
    const r = applyGesture(
      d,
      's',
      {
        type: 'handle',
        id: 'a',
        card: { list: 'steps', id: step.id },
        handle: 'radius',
        to: { x: 500, y: 250 },
      },
      0,
    );
    const p = r.design.parts.a;
    expect(p.place.y).toBeCloseTo(250, 9);
    expect(p.place.y + (p.steps[0].params.centreY as number)).toBeCloseTo(500, 9);
    const n = applyGesture(
      d,
      's',
      {
        type: 'handle',
        id: 'a',
        card: { list: 'steps', id: step.id },
        handle: 'next',
        to: { x: 700, y: 500 },
      },
      0,
    );
    expect(n.design.parts.a.steps[0].params.count).toBe(4);
  });

  it('draw from corner or centre, with equal sides when asked', () => {
    const g = {
      type: 'draw',
      id: 'n',
      kind: 'rectangle',
      name: 'N',
      parent: null,
      from: { x: 10, y: 10 },
      to: { x: 110, y: 60 },
      keepShape: false,
      fromCentre: false,
    } as const;
    const d = applyGesture(three(), 's', g, 0).design;
    expect(d.parts.n.source).toMatchObject({ width: 100, height: 50 });
    expect(d.parts.n.place).toMatchObject({ x: 60, y: 35 });
    expect(
      applyGesture(three(), 's', { ...g, keepShape: true, fromCentre: true }, 0).design.parts.n.source,
    ).toMatchObject({ width: 200, height: 200 });
    sound(d);
  });
});

describe('commands', () => {
  it('group, combine, release and leave every part where it stood', () => {
    const d = three();
    const before = jointBounds(d, ['a', 'c']);
    const g = groupParts(d, 's', ['a', 'c']);
    sound(g.design);
    expect(g.design.sheets[0].parts).toEqual(['b', g.chosen[0]]);
    const moved = placePart(g.design, g.chosen[0], { turn: 30 });
    sound(moved);
    const out = releaseParts(g.design, 's', g.chosen);
    sound(out.design);
    expect(jointBounds(out.design, ['a', 'c'])).toEqual(before);
    const c = combineParts(d, 's', ['a', 'b'], 'subtract');
    sound(c.design);
    expect(c.design.parts[c.chosen[0]]).toMatchObject({
      source: { operation: 'subtract' },
      children: ['a', 'b'],
    });
    expect(combineParts(c.design, 's', c.chosen, 'union').design.parts[c.chosen[0]].source).toEqual({
      kind: 'combine',
      operation: 'union',
    });
    expect(combineParts(d, 's', ['a'], 'union').design).toBe(d);
  });

  it('align, space, order, size and place exactly', () => {
    const d = three();
    const aligned = alignParts(d, 's', ['a', 'c'], 'left').design;
    expect(sheetBounds(aligned, 'c')?.x0).toBeCloseTo(50, 9);
    const centred = alignParts(d, 's', ['a'], 'centre').design;
    expect(centred.parts.a.place.x).toBeCloseTo(500, 9);
    const spaced = distributeParts(d, ['a', 'b', 'c'], 'x').design;
    expect(spaced.parts.b.place.x).toBeCloseTo(300, 9);
    expect(orderParts(d, 's', ['a'], 'front').design.sheets[0].parts).toEqual(['b', 'c', 'a']);
    expect(orderParts(d, 's', ['c'], 'backward').design.sheets[0].parts).toEqual(['a', 'c', 'b']);
    const sized = resizeParts(d, ['a'], 40).design;
    expect(sized.parts.a.source).toMatchObject({ width: 40, height: 100 });
    expect(placePart(d, 'a', { x: 7 }).parts.a.place.x).toBe(7);
  });

  it('duplicate under fresh ids, remove with all inside, and move between parents', () => {
    const g = groupParts(three(), 's', ['a', 'b']);
    const two = duplicateParts(g.design, 's', g.chosen);
    sound(two.design);
    expect(Object.keys(two.design.parts)).toHaveLength(7);
    expect(two.design.parts[two.chosen[0]].name).toBe('Group 2');
    const gone = removeParts(two.design, 's', two.chosen);
    sound(gone.design);
    expect(Object.keys(gone.design.parts).sort()).toEqual(Object.keys(g.design.parts).sort());
    expect(Object.keys(removeParts(g.design, 's', ['a', 'b']).design.parts)).toEqual(['c']);
    const inside = reparentParts(g.design, 's', ['c'], g.chosen[0], 0);
    sound(inside.design);
    expect(inside.design.parts[g.chosen[0]].children).toEqual(['c', 'a', 'b']);
    expect(reparentParts(g.design, 's', g.chosen, g.chosen[0], 0).design.parts).toEqual(g.design.parts);
    expect(freeName(three(), 'a')).toBe('a 2');
  });

  it('report the box, the numbers and the handles of what is chosen', () => {
    const d = designOf({ ...disc('a', 500, 500), place: { ...origin, x: 500, y: 500, turn: 45 } });
    const r = reportOf(d, ['a'], { list: 'source' });
    expect(r.size).toEqual({ width: 100, height: 100 });
    expect(r.box?.[0].x).toBeCloseTo(500, 6);
    expect(r.anchor).toEqual({ x: 500, y: 500 });
    expect(reportOf(d, [], null).box).toBeNull();
  });
});

import { describe, expect, it } from 'vitest';
import {
  type Design,
  evaluatePart,
  makeCoat,
  makePart,
  makeSource,
  makeStep,
  origin,
  type Part,
} from '@/core';
import {
  applyGesture,
  type CardRef,
  type Gesture,
  pressHandle,
  reportOf,
  scaleOwn,
  sheetBounds,
} from '@/core/edit';
import { designOf, withPart } from '../designs';

const size = { width: 200, height: 100 };

const block = (extra: Partial<Part> = {}): Design =>
  designOf(
    1000,
    makePart(makeSource('rectangle', size), {
      id: 'a',
      name: 'a',
      coats: [makeCoat('fill')],
      place: { ...origin, x: 500, y: 500 },
      ...extra,
    }),
  );

const gestured = (d: Design, g: Gesture) => applyGesture(d, 's', g, 50).design;
const widthAndHeight = (d: Design, id = 'a') => {
  const b = sheetBounds(d, id);
  return b && [b.x1 - b.x0, b.y1 - b.y0].map((v) => Number(v.toFixed(6)));
};

/** Drags a handle of a card with numbers typed. */
function handle(d: Design, card: CardRef, id: string, exact: number[]): Part {
  const h = reportOf(d, ['a'], card).handles.find((x) => x.id === id);
  if (!h) throw new Error(`There is no handle “${id}”.`);
  const to = { x: h.x + 7, y: h.y + 11 };
  return gestured(d, { type: 'handle', id: 'a', card, handle: id, to, exact }).parts.a;
}

describe('typed numbers', () => {
  it('move along the drag by a distance, or by both shifts, and nothing snaps', () => {
    const d = block();
    const move = (exact: number[]) =>
      gestured(d, { type: 'move', ids: ['a'], dx: 30, dy: 40, straight: false, exact }).parts.a.place;
    expect(move([100])).toMatchObject({ x: 560, y: 580 });
    expect(move([1.5, -2.25])).toMatchObject({ x: 501.5, y: 497.75 });
  });

  it('scale a side, a corner evenly, or both', () => {
    const scale = (side: [number, number], exact: number[], d = block()) =>
      widthAndHeight(
        gestured(d, {
          type: 'scale',
          ids: ['a'],
          side,
          to: { x: 650, y: 600 },
          keepShape: false,
          fromCentre: false,
          exact,
        }),
      );
    expect(scale([1, 0], [320])).toEqual([320, 100]);
    expect(scale([0, 1], [320])).toEqual([200, 320]);
    expect(scale([1, 1], [320])).toEqual([320, 160]);
    expect(scale([1, 1], [320, 10])).toEqual([320, 10]);
    // In sheet units, though the part has a scale of its own.
    const doubled = block({ place: { ...origin, x: 500, y: 500, scaleX: 2, scaleY: 2 } });
    expect(scale([1, 0], [320], doubled)).toEqual([320, 200]);
  });

  it('turn by degrees', () => {
    const to = { x: 600, y: 610 };
    const g = {
      type: 'turn',
      ids: ['a'],
      from: { x: 600, y: 500 },
      to,
      straight: true,
      exact: [33.3],
    } as const;
    expect(gestured(block(), g).parts.a.place.turn).toBeCloseTo(33.3, 9);
  });

  it('draw a size towards the pointer, from the centre too, and a line by length and angle', () => {
    const draw = (kind: string, fromCentre: boolean, exact: number[]) =>
      gestured(block(), {
        type: 'draw',
        id: 'n',
        kind,
        name: 'n',
        parent: null,
        from: { x: 300, y: 300 },
        to: { x: 250, y: 340 },
        keepShape: false,
        fromCentre,
        exact,
      });
    expect(sheetBounds(draw('rectangle', false, [80, 60]), 'n')).toMatchObject({
      x0: 220,
      x1: 300,
      y0: 300,
      y1: 360,
    });
    expect(sheetBounds(draw('ellipse', true, [80]), 'n')).toMatchObject({
      x0: 260,
      x1: 340,
      y0: 260,
      y1: 340,
    });
    expect(draw('line', false, [100, 90]).parts.n.source).toMatchObject({ y1: -50, y2: 50 });
  });

  it('set what a handle stands for: radii, copies, centres, stops', () => {
    expect(handle(block(), { list: 'source' }, 'topRight', [25]).source).toMatchObject({
      topRight: 25,
      topLeft: 0,
    });
    const ring = makeStep('radial-repeat', { centreX: 0, centreY: 300, count: 6 });
    const d = block({ steps: [ring] });
    const card = { list: 'steps', id: ring.id } as const;
    expect(handle(d, card, 'next', [17]).steps[0].params).toMatchObject({ count: 17 });
    expect(handle(d, card, 'next', [5000]).steps[0].params).toMatchObject({ count: 1000 });
    // A place as the sheet tells it: the part stands at (500, 500).
    expect(handle(d, card, 'centre', [512, 840]).steps[0].params).toMatchObject({
      centreX: 12,
      centreY: 340,
    });
    const rounded = makeStep('round-corners', { radius: 10 });
    expect(
      handle(block({ steps: [rounded] }), { list: 'steps', id: rounded.id }, 'radius', [24]).steps[0].params,
    ).toMatchObject({ radius: 24 });
    const fill = makeCoat('fill', {
      paint: {
        kind: 'linear',
        fixed: false,
        x1: 0,
        y1: 0,
        x2: 1,
        y2: 0,
        stops: [
          { at: 0, colour: '#000000' },
          { at: 0.5, colour: '#ffffff' },
        ],
        interpolation: 'srgb',
        spread: 'pad',
      },
    });
    const painted = handle(block({ coats: [fill] }), { list: 'coats', id: fill.id }, 'stop-1', [80]);
    expect(painted.coats[0].paint).toMatchObject({ stops: [{ at: 0 }, { at: 0.8 }] });
  });
});

it('shows the radius of round corners at a corner, at the centre of its arc', () => {
  const rounded = makeStep('round-corners', { radius: 20 });
  const d = block({ steps: [rounded] });
  const card = { list: 'steps', id: rounded.id } as const;
  const { handles } = reportOf(d, ['a'], card);
  // Four corners have a dot; one of them leads all.
  expect(handles.length).toBe(4);
  const h = handles.find((k) => k.id === 'radius') ?? handles[0];
  // A right angle: the centre lies one radius from both sides.
  expect(h.x).toBeCloseTo(400 + 20, 6);
  expect(h.y).toBeCloseTo(450 + 20, 6);
  const g = { type: 'handle', id: 'a', card, handle: 'radius', to: { x: 435, y: 485 } } as const;
  const { params } = applyGesture(d, 's', g, 0).design.parts.a.steps[0];
  expect((params as { radius: number }).radius).toBeCloseTo(35, 6);
});

it('gives single corners a radius of their own, which stays as the shape changes', () => {
  const rounded = makeStep('round-corners', { radius: 20 });
  const d = block({ steps: [rounded] });
  const card = { list: 'steps', id: rounded.id } as const;
  const small = reportOf(d, ['a'], card).handles.find((h) => h.small);
  if (!small) throw new Error('There are no other corners.');
  const ownOf = (x: Design) => x.parts.a.steps[0].params.own as Record<string, number>;
  const single = pressHandle(d, 'a', card, small.id).design;
  expect(Object.values(ownOf(single))).toEqual([20]);
  const name = Object.keys(ownOf(single))[0];
  const dragged = applyGesture(
    single,
    's',
    { type: 'handle', id: 'a', card, handle: small.id, to: { x: small.x, y: small.y }, exact: [45] },
    0,
  ).design;
  expect(ownOf(dragged)[name]).toBeCloseTo(45, 6);
  expect(dragged.parts.a.steps[0].params.radius).toBe(20);
  expect(ownOf(pressHandle(dragged, 'a', card, small.id).design)).toEqual({});
  // Too large a radius gives way, and says so.
  const faults = evaluatePart(
    d,
    withPart(d, 'a', { steps: [{ ...rounded, params: { radius: 900, own: {} } }] }).parts.a,
  ).faults;
  expect(faults).toMatchObject([{ note: true, message: expect.stringContaining('room for') }]);
});

describe('strokes and radii when parts are scaled', () => {
  const stroke = makeCoat('stroke', { width: 8, dashes: [10, 4] });
  const tile = makePart(makeSource('rectangle', { width: 100, height: 60, topLeft: 12 }), {
    id: 'tile',
    coats: [stroke],
  });
  const scaled = (d: Design, id: string, sx: number, sy: number, along: boolean) =>
    scaleOwn(d, id, sx, sy, { x: 0, y: 0 }, along).parts;

  it('grow along with even scaling, or stay', () => {
    const d = designOf(400, tile);
    const grown = scaled(d, 'tile', 3, 3, true).tile;
    expect(grown.source).toMatchObject({ width: 300, topLeft: 36 });
    expect(grown.coats[0]).toMatchObject({ width: 24, dashes: [30, 12] });
    const kept = scaled(d, 'tile', 3, 3, false).tile;
    expect(kept.source).toMatchObject({ width: 300, topLeft: 12 });
    expect(kept.coats[0]).toMatchObject({ width: 8 });
    // Drawn out along one side only, the stroke keeps its width.
    expect(scaled(d, 'tile', 3, 1, true).tile.coats[0]).toMatchObject({ width: 8 });
  });

  it('inside a group are seen to stay: the width on the sheet is what it was', () => {
    const rounded = { ...tile, steps: [makeStep('round-corners', { radius: 9 })] };
    const group = makePart({ kind: 'group' }, { id: 'g', children: ['tile'] });
    const d = designOf(400, rounded, group);
    const kept = scaled(d, 'g', 4, 4, false);
    expect(kept.g.place).toMatchObject({ scaleX: 4 });
    expect(kept.tile.coats[0]).toMatchObject({ width: 2 });
    expect(kept.tile.steps[0].params.radius).toBeCloseTo(9 / 4, 12);
    expect(scaled(d, 'g', 4, 4, true).tile).toBe(d.parts.tile);
  });

  it('of a drawn path stay even when it is drawn out: its nodes move, nothing is stretched', () => {
    const path = makePart(
      makeSource('path', { contours: [{ closed: false, xy: [0, 0, 10, 0, 20, 5, 30, 5] }] }),
      {
        id: 'p',
        coats: [stroke],
      },
    );
    const p = scaled(designOf(400, path), 'p', 2, 5, true).p;
    expect(p.place).toMatchObject({ scaleX: 1, scaleY: 1 });
    expect(p.source).toMatchObject({ contours: [{ xy: [0, 0, 20, 0, 40, 25, 60, 25] }] });
  });
});

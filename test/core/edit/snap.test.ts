import { describe, expect, it } from 'vitest';
import {
  type Design,
  faceById,
  makeCoat,
  makeDesign,
  makePart,
  makeSource,
  origin,
  type SheetGrid,
  squareGrid,
} from '@/core';
import { applyGesture, type Gesture, gridAngles, sheetBounds, uprightGap } from '@/core/edit';
import { readDesign } from '@/core/reading';
import { takeShippedFaces } from '../../faces';
import { box, designOf, disc } from '../designs';

const moved = (d: Design, id: string, dx: number, dy: number, reach = 6) =>
  applyGesture(d, 's', { type: 'move', ids: [id], dx, dy, straight: false }, reach);
const words = (hits: readonly { what: string }[]) => [...new Set(hits.map((h) => h.what))];
const withGrid = (d: Design, grid: Partial<SheetGrid>): Design => ({
  ...d,
  sheets: [{ ...d.sheets[0], grid: { ...squareGrid, on: true, ...grid } }],
});

describe('snapping', () => {
  it('leaves equal gaps between neighbours, and says how wide', () => {
    const d = designOf(
      1000,
      box('left', 100, 100, 80, 50),
      box('right', 400, 108, 80, 50),
      box('m', 205, 700, 60, 50),
    );
    const { design, hits } = moved(d, 'm', 56, -597);
    expect(words(hits)).toContain('equal gap 80');
    expect(sheetBounds(design, 'm')?.x0).toBeCloseTo(260, 9);
    expect(hits.find((h) => h.what.startsWith('equal'))?.proof?.length).toBe(2);
  });

  it('goes on with the gap of a row, on either side', () => {
    const d = designOf(
      2000,
      box('a', 400, 100, 50, 50),
      box('b', 487, 103, 50, 50),
      box('m', 900, 900, 64, 50),
    );
    expect(sheetBounds(moved(d, 'm', 574 - 900 + 2, -803).design, 'm')?.x0).toBeCloseTo(574, 9);
    expect(sheetBounds(moved(d, 'm', 363 - 64 - 900 + 3, -803).design, 'm')?.x1).toBeCloseTo(363, 9);
  });

  it('makes circles touch from outside and inside, to 1e-9', () => {
    const d = designOf(1000, disc('big', 300, 310, 100), disc('small', 700, 730, 40));
    const at = (x: number, y: number) => {
      const { design, hits } = moved(d, 'small', x - 700, y - 730);
      const { place } = design.parts.small;
      return { d: Math.hypot(place.x - 300, place.y - 310), words: words(hits) };
    };
    const outside = at(300 + 113, 310 + 85);
    expect(outside.d).toBeCloseTo(140, 9);
    expect(outside.words).toEqual(['touches big']);
    expect(at(300 + 49, 310 - 37).d).toBeCloseTo(60, 9);
  });

  it('finds where outlines cross', () => {
    const d = designOf(1000, disc('p', 400, 500, 100), disc('q', 520, 500, 100), box('m', 0, 0, 30, 30));
    // Two circles of radius 100, centres 120 apart, cross 80 above and below their middle.
    const { design, hits } = moved(d, 'm', 461, 422);
    expect(words(hits)).toEqual(['crossing of p and q']);
    const b = sheetBounds(design, 'm');
    expect(b?.x0).toBeCloseTo(460, 1);
    expect(b?.y0).toBeCloseTo(420, 1);
  });

  it('draws on an isometric grid: axes at 30° (ISO 5456-3), all three families through one crossing', () => {
    const d = withGrid(designOf(1000), { kind: 'angled', spacing: 40 });
    const [sheet] = d.sheets;
    expect(gridAngles(sheet)).toEqual([30, 150, 90]);
    // Crossings of lines 40 apart at 60° lie 40 / sin 60° apart along an axis, 40 apart across.
    expect(uprightGap(sheet.grid)).toBeCloseTo(40, 9);
    const line = (from: [number, number], to: [number, number]): Gesture => ({
      type: 'draw',
      id: 'l',
      kind: 'line',
      name: 'Line',
      parent: null,
      from: { x: from[0], y: from[1] },
      to: { x: to[0], y: to[1] },
      keepShape: false,
      fromCentre: false,
    });
    const step = 40 / Math.sin(Math.PI / 3);
    const goal = [500 + 3 * step * Math.cos(Math.PI / 6), 500 + 3 * step * Math.sin(Math.PI / 6)];
    const { design, hits } = applyGesture(d, 's', line([502, 499], [goal[0] + 3, goal[1] - 2]), 8);
    expect(words(hits)).toEqual(['grid']);
    const b = sheetBounds(design, 'l');
    expect(b?.x0).toBeCloseTo(500, 9);
    expect(b?.x1).toBeCloseTo(goal[0], 9);
    expect(b?.y1).toBeCloseTo(goal[1], 9);
    expect(() => readDesign(design)).not.toThrow();
  });

  it('draws on a polar grid: on rays and circles about the middle', () => {
    const d = withGrid(designOf(1000, disc('m', 100, 100, 20)), { kind: 'polar', spacing: 50, spokes: 12 });
    const a = Math.PI / 6;
    const { design } = moved(d, 'm', 500 + 150 * Math.cos(a) + 3 - 100, 500 + 150 * Math.sin(a) + 2 - 100);
    const { x, y } = design.parts.m.place;
    expect(Math.hypot(x - 500, y - 500)).toBeCloseTo(150, 6);
    expect(Math.atan2(y - 500, x - 500)).toBeCloseTo(a, 9);
  });

  it('holds to a slanted guide and to where two cross', () => {
    const d = designOf(1000, disc('m', 100, 100, 20));
    const guides = [
      { id: 'g', axis: 'x' as const, at: 500, slant: 30 },
      { id: 'h', axis: 'y' as const, at: 500, slant: 20 },
    ];
    const slanted = { ...d, sheets: [{ ...d.sheets[0], guides }] };
    const at = moved(slanted, 'm', 403, 398).design.parts.m.place;
    expect([at.x, at.y].map((v) => Number(v.toFixed(6)))).toEqual([500, 500]);
    const on = moved(slanted, 'm', 400 - 200 * Math.tan(Math.PI / 6) + 3, 600, 8).design.parts.m.place;
    expect((on.x - 500) / (500 - on.y)).toBeCloseTo(Math.tan(Math.PI / 6), 9);
    expect(() => readDesign(slanted)).not.toThrow();
  });

  const drawing = (
    kind: string,
    from: [number, number],
    to: [number, number],
    keepShape = false,
  ): Gesture => ({
    type: 'draw',
    id: 'new',
    kind,
    name: 'New',
    parent: null,
    from: { x: from[0], y: from[1] },
    to: { x: to[0], y: to[1] },
    keepShape,
    fromCentre: false,
  });

  it('draws a line onto a curved edge, in line with an edge, and tangent to a circle', () => {
    const d = designOf(1000, disc('moon', 620, 330, 100));
    const end = (gesture: Gesture, of = d) => {
      const { design, hits } = applyGesture(of, 's', gesture, 6);
      const { place, source } = design.parts.new;
      const { x2, y2 } = source as unknown as { x2: number; y2: number };
      return { x: place.x + x2, y: place.y + y2, words: words(hits) };
    };
    // On the rim, 37° down from level, three units off it.
    const a = (37 * Math.PI) / 180;
    const rim = end(drawing('line', [900, 900], [620 + 103 * Math.cos(a), 330 + 103 * Math.sin(a)]));
    expect(rim.words).toEqual(['edge of moon']);
    // Four cubics stay within 2.73e-4 r of the circle.
    expect(Math.abs(Math.hypot(rim.x - 620, rim.y - 330) - 100)).toBeLessThan(0.03);
    // A tangent is square to the radius.
    const t = end(drawing('line', [220, 330], [620 - 100 * (100 / 400) + 2, 330 - 96]));
    expect(t.words).toEqual(['tangent to moon']);
    expect((t.x - 620) * (t.x - 220) + (t.y - 330) * (t.y - 330)).toBeCloseTo(0, 6);

    const beam = box('beam', 0, 0, 200, 40, {
      place: { x: 300, y: 700, turn: 20, skew: 0, scaleX: 1, scaleY: 1 },
    });
    const e = designOf(1000, beam);
    const along = { x: Math.cos((20 * Math.PI) / 180), y: Math.sin((20 * Math.PI) / 180) };
    const far = { x: 300 + 320 * along.x + 20 * along.y, y: 700 + 320 * along.y - 20 * along.x };
    const line = end(drawing('line', [900, 200], [far.x + 2 * along.y, far.y - 2 * along.x]), e);
    expect(line.words).toEqual(['in line with an edge of beam']);
    expect((line.x - 300) * -along.y + (line.y - 700) * along.x).toBeCloseTo(-20, 9);
  });

  it('makes a circle touch a slanted edge to 1e-9', () => {
    const beam = box('beam', 0, 0, 600, 40, {
      place: { x: 500, y: 600, turn: 25, skew: 0, scaleX: 1, scaleY: 1 },
    });
    const d = designOf(1000, beam, disc('ball', 100, 100, 35));
    const a = (25 * Math.PI) / 180;
    // Above the beam's upper edge: 20 to the edge and 35 more, and 2 too far.
    const at = { x: 500 + 57 * Math.sin(a) + 71 * Math.cos(a), y: 600 - 57 * Math.cos(a) + 71 * Math.sin(a) };
    const { design, hits } = moved(d, 'ball', at.x - 100, at.y - 100);
    expect(words(hits)).toEqual(['touches an edge of beam']);
    const { x, y } = design.parts.ball.place;
    expect((x - 500) * -Math.sin(a) + (y - 600) * Math.cos(a)).toBeCloseTo(-55, 9);
  });

  it('meets the size of another part, drawing and scaling', () => {
    const d = designOf(1000, box('tile', 700, 700, 173, 88), box('own', 130, 130, 60, 60));
    const drawn = applyGesture(d, 's', drawing('rectangle', [300, 210], [471, 365]), 6);
    expect(words(drawn.hits)).toEqual(['as wide as tile']);
    expect(drawn.design.parts.new.source).toMatchObject({ width: 173, height: 155 });
    const scaled = applyGesture(
      d,
      's',
      {
        type: 'scale',
        ids: ['own'],
        side: [1, 1],
        to: { x: 305, y: 216 },
        keepShape: false,
        fromCentre: false,
      },
      6,
    );
    expect(words(scaled.hits)).toEqual(['as wide as tile', 'as high as tile']);
    expect(scaled.design.parts.own.source).toMatchObject({ width: 173, height: 88 });
    expect(scaled.design.parts.own.place).toMatchObject({ x: 130 + 173 / 2, y: 130 + 44 });
  });

  it('with Shift keeps to the axes of an isometric grid, and snaps only along them', () => {
    const d = withGrid(designOf(1000, disc('m', 500, 500, 20)), { kind: 'angled', spacing: 40 });
    const shift = (dx: number, dy: number) =>
      applyGesture(d, 's', { type: 'move', ids: ['m'], dx, dy, straight: true }, 6).design.parts.m.place;
    const { x, y } = shift(130, 60);
    expect((y - 500) / (x - 500)).toBeCloseTo(Math.tan(Math.PI / 6), 9);
    // A whole number of cells away.
    expect(Math.hypot(x - 500, y - 500) / (40 / Math.sin(Math.PI / 3))).toBeCloseTo(3, 9);
    expect(shift(3, -90)).toMatchObject({ x: 500 });
  });

  it('is off where reach is nothing', () => {
    const d = designOf(1000, disc('big', 300, 300, 100), disc('m', 700, 700, 40));
    expect(moved(d, 'm', -299.5, -300.5, 0).hits).toEqual([]);
  });
});

it('a sheet of an older document gets the square grid it meant', () => {
  const d = makeDesign('Old', { id: 's' });
  const [{ grid, ...sheet }] = d.sheets;
  const old = { ...d, sheets: [{ ...sheet, grid: { on: true, spacing: 32 } }] };
  expect(readDesign(old).sheets[0].grid).toEqual({ ...squareGrid, on: true, spacing: 32 });
  expect(grid).toEqual(squareGrid);
});

describe('words on the sheet', () => {
  const lettering = (id: string, x: number, y: number, size = 100) =>
    makePart(makeSource('lettering', { text: 'Hgx', face: 'anton', size }), {
      id,
      name: id,
      coats: [makeCoat('fill')],
      place: { ...origin, x, y },
    });

  it('are led by their baselines, and other parts meet the heights of their face', () => {
    takeShippedFaces();
    const two = designOf(3000, lettering('first', 200, 400), lettering('second', 900, 900, 63));
    const { design, hits } = moved(two, 'second', 37, -503);
    expect(words(hits)).toContain('baseline of first');
    expect(design.parts.second.place.y).toBe(400);
    const face = faceById('anton')?.at({});
    const cap = 400 - ((face?.metrics.capHeight ?? 0) / (face?.unitsPerEm ?? 1)) * 100;
    const beside = designOf(3000, lettering('first', 200, 400), box('box', 1500, cap + 3, 50, 50));
    const up = moved(beside, 'box', 0.5, 0.5);
    expect(up.design.parts.box.place.y - 25).toBeCloseTo(cap, 6);
  });
});

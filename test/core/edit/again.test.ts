import { describe, expect, it } from 'vitest';
import { type Design, makePart, makeSource, origin } from '@/core';
import {
  applyGesture,
  type Gesture,
  groupParts,
  putParts,
  resizeParts,
  sheetBounds,
  transformAgain,
  transformBetween,
  turnParts,
} from '@/core/edit';
import { designOf, solid } from '../designs';

const design = designOf(
  1000,
  makePart(makeSource('rectangle', { width: 100, height: 60 }), {
    id: 'a',
    name: 'a',
    coats: [solid('#9a6b1f')],
    place: { ...origin, x: 500, y: 200 },
  }),
);
const middle = (d: Design, id: string) => {
  const b = sheetBounds(d, id);
  return b && [(b.x0 + b.x1) / 2, (b.y0 + b.y1) / 2].map((v) => Number(v.toFixed(6)));
};
const again = (before: Design, after: Design, times: number, copy: boolean) => {
  const map = transformBetween(before, after, 'a');
  if (!map) throw new Error('Nothing was transformed.');
  let out = { design: after, chosen: ['a'] as readonly string[] };
  for (let i = 0; i < times; i++) out = transformAgain(out.design, 's', out.chosen, map, copy);
  return out;
};

describe('the last transform once more', () => {
  it('moves on by as much, and copies at equal steps', () => {
    const move: Gesture = { type: 'move', ids: ['a'], dx: 30, dy: -7, straight: false };
    const moved = applyGesture(design, 's', move, 0).design;
    expect(middle(again(design, moved, 2, false).design, 'a')).toEqual([590, 179]);
    const { design: row, chosen } = again(design, moved, 3, true);
    expect(Object.keys(row.parts).length).toBe(4);
    expect(middle(row, chosen[0])).toEqual([620, 172]);
  });

  it('turns on about the same point: twelve times 30° come back', () => {
    const turned = turnParts(design, ['a'], 30, { x: 500, y: 500 });
    const back = again(design, turned, 11, false).design;
    expect(middle(back, 'a')).toEqual(middle(design, 'a'));
    const ring = again(design, turned, 10, true).design;
    const far = Object.keys(ring.parts).map((id) => {
      const [x, y] = middle(ring, id) ?? [0, 0];
      return Math.hypot(x - 500, y - 500);
    });
    expect(far.length).toBe(11);
    for (const d of far) expect(d).toBeCloseTo(300, 4);
  });

  it('scales on, a primitive by its own numbers or not, and works for groups', () => {
    const larger = resizeParts(design, ['a'], 150, 90).design;
    const b = sheetBounds(again(design, larger, 1, false).design, 'a');
    expect(b && [b.x1 - b.x0, b.y1 - b.y0].map((v) => Number(v.toFixed(6)))).toEqual([225, 135]);
    const { design: grouped, chosen } = groupParts(design, 's', ['a']);
    const moved = applyGesture(
      grouped,
      's',
      { type: 'move', ids: chosen, dx: 5, dy: 5, straight: false },
      0,
    ).design;
    expect(transformBetween(grouped, moved, chosen[0])).toEqual([1, 0, 0, 1, 5, 5]);
    expect(transformBetween(grouped, grouped, chosen[0])).toBeNull();
  });
});

it('a size is given about any of nine points', () => {
  const about = (x: number, y: number) =>
    sheetBounds(resizeParts(design, ['a'], 200, 60, { x, y }).design, 'a');
  expect(about(0, 0)).toMatchObject({ x0: 450, x1: 650 });
  expect(about(1, 0.5)).toMatchObject({ x0: 350, x1: 550 });
  expect(about(0.5, 1)).toMatchObject({ x0: 400, x1: 600 });
});

it('parts are put where a point of their bounds is wanted, along one axis or both', () => {
  const put = (x?: number, y?: number) =>
    sheetBounds(putParts(design, ['a'], { x: 0, y: 1 }, x, y).design, 'a');
  expect(put(10)).toMatchObject({ x0: 10, y0: 170 });
  expect(put(undefined, 10)).toMatchObject({ x0: 450, y1: 10 });
  expect(put(-5, 7)).toMatchObject({ x0: -5, y1: 7 });
});

import { describe, expect, it } from 'vitest';
import { steps } from '@/core';
import { outlineBounds } from '@/core/outline/bounds';
import { commonMarks } from '@/core/outline/pieces';
import type { Outline, Piece } from '@/core/outline/types';
import { circle, rect } from '../shapes';

const red = '#cc2200';
const blue = '#0044cc';

const run = (kind: string, outline: Outline, params: object = {}): Outline => {
  const bounds = outlineBounds(outline);
  if (!bounds) throw new Error('The shapes are empty.');
  return steps[kind].apply(outline, { ...steps[kind].defaults, ...params }, { bounds, outline });
};

const marksOf = (outline: Outline) => outline.map(({ path: _, ...marks }) => marks);

const two: readonly [Piece, Piece] = [
  { path: rect(0, 0, 60, 40), tint: red, role: 'side' },
  { path: circle(120, 20, 4), tint: blue, opacity: 0.5, role: 'front' },
];
const marks = [
  { tint: red, role: 'side' },
  { tint: blue, opacity: 0.5, role: 'front' },
];

describe('the marks of pieces', () => {
  it.each(['round-corners', 'outline-stroke', 'simplify', 'reverse', 'close', 'bounce'])(
    'stay with them through %s',
    (kind) => {
      expect(marksOf(run(kind, two))).toEqual(marks);
    },
  );

  it('stay with what is left where a step swallows a piece, and with each of several outlines', () => {
    expect(marksOf(run('offset', two, { distance: -6 }))).toEqual([marks[0]]);
    expect(marksOf(run('offset', two, { distance: 4, also: [2] }))).toEqual([...marks, ...marks]);
    expect(marksOf(run('parallels', two, { count: 1 }))).toEqual([...marks, ...marks]);
  });

  it('stay with copies, whose opacity is a share of the piece’s own', () => {
    const copies = run('trail', two, { count: 2, stepOpacity: 0.5, nearestInFront: false });
    expect(marksOf(copies)).toEqual([
      ...marks,
      { tint: red, role: 'side', opacity: 0.5 },
      { tint: blue, role: 'front', opacity: 0.25 },
    ]);
  });

  it('that all share are those of their union', () => {
    expect(commonMarks(two)).toEqual({});
    const alike = [two[0], { ...two[1], tint: red, opacity: 1 }];
    expect(marksOf(run('unite-pieces', alike))).toEqual([{ tint: red }]);
    expect(marksOf(run('mirror', [two[0]], { axisX: 60 }))).toEqual([marks[0]]);
  });
});

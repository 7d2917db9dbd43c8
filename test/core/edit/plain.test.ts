import { describe, expect, it } from 'vitest';
import { combine, makeCoat, makePart, makeSource, makeStep, origin, type Part, pathArea } from '@/core';
import { piecesOf } from '@/core/arrange/separate';
import { combineParts, groupParts, plainParts, releasePieces, sheetBounds } from '@/core/edit';
import { readDesign } from '@/core/reading';
import { designOf, difference } from '../designs';
import { circle, rect, ring } from '../shapes';

const gradient = makeCoat('fill', {
  paint: {
    kind: 'radial',
    ratio: 1,
    focusX: 0,
    focusY: 0,
    fixed: false,
    x1: 0.3,
    y1: 0.4,
    x2: 1,
    y2: 0.8,
    stops: [
      { at: 0, colour: '#fff3d0' },
      { at: 1, colour: '#5a2a10' },
    ],
    interpolation: 'oklab',
    spread: 'pad',
  },
});

const disc = (id: string, x: number, y: number, size: number, extra: Partial<Part> = {}): Part =>
  makePart(makeSource('ellipse', { width: size, height: size }), {
    id,
    name: id,
    coats: [gradient],
    place: { ...origin, x, y, turn: 20 },
    ...extra,
  });

describe('a plain path', () => {
  it('looks as its recipe did, and needs nothing of it', () => {
    const combined = combineParts(
      designOf(400, disc('a', 180, 200, 200), disc('b', 260, 200, 120)),
      's',
      ['a', 'b'],
      'subtract',
    );
    const id = combined.chosen[0];
    const ringed = {
      ...combined.design,
      parts: {
        ...combined.design.parts,
        [id]: {
          ...combined.design.parts[id],
          steps: [
            makeStep('offset', { distance: 6 }),
            makeStep('radial-repeat', { centreX: 0, centreY: 30, count: 3 }),
          ],
        },
      },
    };
    const { design } = plainParts(ringed, [id]);
    expect(Object.keys(design.parts)).toEqual([id]);
    expect(design.parts[id]).toMatchObject({ source: { kind: 'path' }, steps: [], children: [] });
    expect(readDesign(structuredClone(design))).toBeTruthy();
    expect(difference(ringed, design)).toBe(0);
  });

  it('is made of the members of a group, which stays a group', () => {
    const grouped = groupParts(designOf(400, disc('a', 100, 100, 80), disc('b', 250, 250, 80)), 's', [
      'a',
      'b',
    ]);
    const { design } = plainParts(grouped.design, grouped.chosen);
    expect(design.parts[grouped.chosen[0]].source.kind).toBe('group');
    expect(design.parts.a.source.kind).toBe('path');
    expect(difference(grouped.design, design)).toBe(0);
  });
});

describe('pieces', () => {
  it('are the outer contours, each with its own holes, islands in holes their own', () => {
    const p = combine('union', [ring(0, 0, 100, 60), circle(0, 0, 30), rect(200, -20, 40, 40)]);
    const pieces = piecesOf(p);
    expect(pieces.map((x) => x.contours.length).sort()).toEqual([1, 1, 2]);
    expect(pieces.reduce((s, x) => s + pathArea(x), 0)).toBeCloseTo(pathArea(p), 6);
    // An evenodd path of nested squares falls into the same.
    const nested = {
      fillRule: 'evenodd' as const,
      contours: [0, 10, 20, 30].flatMap((d) => rect(d, d, 100 - 2 * d, 100 - 2 * d).contours),
    };
    const [outer, inner] = piecesOf(nested);
    expect([pathArea(outer), pathArea(inner)].map(Math.round)).toEqual([
      100 ** 2 - 80 ** 2,
      60 ** 2 - 40 ** 2,
    ]);
  });

  it('take the place of the part in the list and look as they did in the whole', () => {
    const dots = disc('a', 120, 200, 60, {
      steps: [makeStep('trail', { count: 4, stepX: 55, stepY: 20 })],
      opacity: 0.8,
    });
    const before = designOf(400, disc('under', 200, 200, 300), dots, disc('over', 300, 300, 50));
    const { design, chosen } = releasePieces(before, 's', ['a']);
    expect(chosen).toHaveLength(1);
    const apart = {
      ...before,
      parts: {
        ...before.parts,
        a: { ...dots, steps: [makeStep('trail', { count: 4, stepX: 70, stepY: 20 })] },
      },
    };
    const released = releasePieces(apart, 's', ['a']);
    expect(design.sheets[0].parts).toEqual(['under', 'a', 'over']);
    expect(released.chosen).toHaveLength(4);
    expect(released.design.sheets[0].parts).toEqual(['under', ...released.chosen, 'over']);
    expect(readDesign(structuredClone(released.design))).toBeTruthy();
    expect(difference(apart, released.design)).toBeLessThanOrEqual(1);
    const all = released.chosen.map((id) => sheetBounds(released.design, id));
    expect(Math.min(...all.map((b) => b?.x0 ?? 0))).toBeCloseTo(sheetBounds(apart, 'a')?.x0 ?? -1, 6);
  });
});

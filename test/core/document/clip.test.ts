import { expect, it } from 'vitest';
import { type Design, evaluate, makePart, makeSource, makeStep, origin, renderPixels } from '@/core';
import { clipParts, pickParts, releaseParts, sheetBounds } from '@/core/edit';
import { readDesign } from '@/core/reading';
import { designOf, solid, withPart } from '../designs';

/** A red square under a circle, both about (100, 100). */
function pair(): Design {
  const place = { ...origin, x: 100, y: 100 };
  const square = makePart(makeSource('rectangle', { width: 120, height: 120 }), {
    id: 'square',
    coats: [solid('#ff0000')],
    place,
  });
  const disc = makePart(makeSource('ellipse', { width: 120, height: 120 }), {
    id: 'disc',
    coats: [solid('#0000ff')],
    place,
  });
  return designOf(200, square, disc);
}

const pixel = (d: Design, x: number, y: number) =>
  Array.from(renderPixels(evaluate(d, 's'), 200).data.slice(4 * (200 * y + x), 4 * (200 * y + x) + 3));

it('shows of the others what lies in the topmost part, which is not painted', () => {
  const { design, chosen } = clipParts(pair(), 's', ['square', 'disc']);
  const [id] = chosen;
  expect(pixel(design, 100, 100)).toEqual([255, 0, 0]);
  // A corner of the square lies outside of the circle.
  expect(pixel(design, 45, 45)).toEqual([255, 255, 255]);
  expect(pickParts(design, 's', null, { x: 100, y: 100 }, 1)).toEqual([id]);
  expect(pickParts(design, 's', null, { x: 45, y: 45 }, 1)).toEqual([]);
  expect(readDesign(structuredClone(design))).toBeTruthy();

  // The clip stays live: moved, it shows another part; hidden, it clips nothing.
  const moved = withPart(design, 'disc', { place: { ...origin, x: 60, y: 60 } });
  expect(pixel(moved, 45, 45)).toEqual([255, 0, 0]);
  expect(pixel(moved, 150, 150)).toEqual([255, 255, 255]);
  const hidden = withPart(design, 'disc', { hidden: true });
  expect(pixel(hidden, 45, 45)).toEqual([255, 0, 0]);

  const off = clipParts(design, 's', chosen).design;
  expect(pixel(off, 100, 100)).toEqual([0, 0, 255]);
  expect(clipParts(off, 's', chosen).design.parts[id].source).toEqual({ kind: 'group', clip: true });
  expect(releaseParts(design, 's', chosen).design.sheets[0].parts).toEqual(['square', 'disc']);
});

it('is repeated and nested as a whole', () => {
  const { design, chosen } = clipParts(pair(), 's', ['square', 'disc']);
  const [id] = chosen;
  const small = { ...origin, x: 0, y: 0, scaleX: 0.4, scaleY: 0.4 };
  const trail = makeStep('trail', { count: 2, stepX: 250, stepY: 250 });
  const repeated = {
    ...design,
    parts: { ...design.parts, [id]: { ...design.parts[id], place: small, steps: [trail] } },
  };
  expect(pixel(repeated, 40, 40)).toEqual([255, 0, 0]);
  expect(pixel(repeated, 140, 140)).toEqual([255, 0, 0]);
  // The corners of both squares are cut off.
  expect(pixel(repeated, 20, 20)).toEqual([255, 255, 255]);
  expect(pixel(repeated, 120, 120)).toEqual([255, 255, 255]);

  // A strip clips the clipped group again.
  const strip = makePart(makeSource('rectangle', { width: 200, height: 20 }), {
    id: 'strip',
    place: { ...origin, x: 100, y: 100 },
  });
  const withStrip = {
    ...design,
    sheets: [{ ...design.sheets[0], parts: [...design.sheets[0].parts, 'strip'] }],
    parts: { ...design.parts, strip },
  };
  const nested = clipParts(withStrip, 's', [id, 'strip']);
  expect(pixel(nested.design, 100, 100)).toEqual([255, 0, 0]);
  expect(pixel(nested.design, 100, 130)).toEqual([255, 255, 255]);
  expect(sheetBounds(nested.design, nested.chosen[0])).toMatchObject({ x0: 0, x1: 200, y0: 90, y1: 110 });
});

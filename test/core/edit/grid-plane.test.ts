import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Design, evaluatePart } from '@/core';
import { type GridPlane, gridPlanes, planeMatrix, putOnPlane, sheetBounds } from '@/core/edit';
import { applyTo, determinant, placeMatrix } from '@/core/geometry/matrix';
import { box, designOf } from '../designs';

const iso = { angleA: 30, angleB: 150 };
const d = designOf(1000, box('a', 300, 300, 200, 100));
const on = (plane: GridPlane | null, from: Design = d) => putOnPlane(from, 's', ['a'], plane).design;
const linear = (x: Design) => placeMatrix(x.parts.a.place).slice(0, 4);

describe('planes of the grid', () => {
  it('have their axes at 30° and upright, lengths along them kept (ISO 5456-3)', () => {
    for (const [plane, first, second] of [
      ['top', 30, 150],
      ['left', 30, 90],
      ['right', -30, 90],
    ] as const) {
      const m = planeMatrix(plane, iso);
      for (const [p, angle] of [
        [applyTo(m, { x: 1, y: 0 }), first],
        [applyTo(m, { x: 0, y: 1 }), second],
      ] as const) {
        expect(Math.hypot(p.x, p.y)).toBeCloseTo(1, 9);
        expect((Math.atan2(p.y, p.x) * 180) / Math.PI).toBeCloseTo(angle, 9);
      }
      // Nothing is mirrored.
      expect(determinant(m)).toBeGreaterThan(0);
    }
  });

  it('take a part from one to the next and off again, whatever it was turned and scaled by', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -180, max: 180 }),
        fc.integer({ min: 20, max: 300 }),
        fc.array(fc.constantFrom(...gridPlanes), { minLength: 1, maxLength: 4 }),
        (turn, scale, planes) => {
          const place = { ...d.parts.a.place, turn, scaleX: scale / 100, scaleY: scale / 100 };
          const own: Design = { ...d, parts: { a: { ...d.parts.a, place } } };
          let moved: Design = own;
          for (const plane of planes) moved = on(plane, moved);
          const back = on(null, moved);
          linear(back).forEach((v, i) => {
            expect(v).toBeCloseTo(linear(own)[i], 6);
          });
          expect(back.parts.a.place.x).toBeCloseTo(place.x, 6);
        },
      ),
    );
  });

  it('keep its middle where it is', () => {
    const b = sheetBounds(on('left'), 'a');
    expect([b && (b.x0 + b.x1) / 2, b && (b.y0 + b.y1) / 2]).toEqual([400, 350]);
    expect(evaluatePart(d, d.parts.a).outline).toHaveLength(1);
  });
});

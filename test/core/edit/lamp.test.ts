import fc from 'fast-check';
import { expect, it } from 'vitest';
import { lampAt, lampBy, lampPlace } from '@/core/edit';

const sheet = { width: 1600, height: 900 };

it('the handle of a lamp and the lamp tell each other, whole degrees round', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 359 }), fc.integer({ min: 0, max: 89 }), (direction, height) => {
      const lamp = { direction, height };
      expect(lampAt(lampPlace(lamp, sheet), sheet, { direction: 0, height: 45 })).toEqual(lamp);
    }),
  );
});

it('the higher it is the nearer it stands to the middle, where it keeps its direction', () => {
  const out = (height: number) => {
    const p = lampPlace({ direction: 90, height }, sheet);
    return p.x - 800;
  };
  expect([out(90), out(45)]).toEqual([0, 450]);
  expect(out(10)).toBeGreaterThan(out(20));
  expect(lampAt({ x: 801, y: 450 }, sheet, { direction: 77, height: 3 })).toEqual({
    direction: 77,
    height: 90,
  });
  // Farther off than level it stays level.
  expect(lampAt({ x: 5000, y: 450 }, sheet, { direction: 0, height: 45 })).toEqual({
    direction: 90,
    height: 0,
  });
  expect(lampBy(-45, 120)).toEqual({ direction: 315, height: 90 });
});

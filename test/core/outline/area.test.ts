import fc from 'fast-check';
import { expect, it } from 'vitest';
import { pathOf, polygonContour } from '@/core/geometry/path';
import { Area } from '@/core/nearest/area';

it('tells how far a place lies from an outline as all its edges one by one do, however near is asked for', () => {
  const place = fc.record({ x: fc.integer({ min: -50, max: 150 }), y: fc.integer({ min: -50, max: 150 }) });
  fc.assert(
    fc.property(
      fc.array(place, { minLength: 3, maxLength: 9 }),
      place,
      fc.integer({ min: 1, max: 300 }),
      (corners, { x, y }, within) => {
        const area = new Area(pathOf([polygonContour(corners)]));
        const far = corners.map((a, i) => {
          const b = corners[(i + 1) % corners.length];
          const [dx, dy] = [b.x - a.x, b.y - a.y];
          const length = dx * dx + dy * dy;
          const t = length && Math.min(1, Math.max(0, ((x - a.x) * dx + (y - a.y) * dy) / length));
          return Math.hypot(a.x + t * dx - x, a.y + t * dy - y);
        });
        expect(area.far(x, y, within)).toBeCloseTo(Math.min(within, ...far), 9);
      },
    ),
    { numRuns: 500 },
  );
});

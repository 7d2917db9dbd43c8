import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { squaredToChord } from '@/core/nearest/chord';
import { ChordTree } from '@/core/nearest/chord-tree';

const place = fc.tuple(fc.integer({ min: -400, max: 400 }), fc.integer({ min: -400, max: 400 }));

/** Five numbers a chord of a line through places, as outlines have them. */
function chordsThrough(places: readonly (readonly [number, number])[]): Float64Array {
  const rows = places.slice(1).flatMap(([x, y], i) => {
    const [dx, dy] = [x - places[i][0], y - places[i][1]];
    return dx || dy ? [[places[i][0], places[i][1], dx, dy, 1 / (dx * dx + dy * dy)]] : [];
  });
  return Float64Array.from(rows.flat());
}

describe('A tree of chords', () => {
  it('finds all that lie as near as the nearest and the slack, in the order of the outline, place after place', () => {
    fc.assert(
      fc.property(
        fc.array(place, { minLength: 2, maxLength: 700 }),
        fc.array(place, { minLength: 1, maxLength: 12 }),
        fc.double({ min: 0, max: 60, noNaN: true }),
        (line, asked, slack) => {
          const chords = chordsThrough(line);
          const count = chords.length / 5;
          const tree = new ChordTree(chords, count);
          for (const [x, y] of asked) {
            const far = Array.from({ length: count }, (_, i) => squaredToChord(chords, 5 * i, x, y));
            const limit = (Math.sqrt(Math.min(...far)) + 2 * slack) ** 2;
            const near = far.flatMap((d, i) => (d <= limit ? [i] : []));
            const n = tree.near(x, y, slack);
            expect([...tree.found.subarray(0, n)]).toEqual(near);
          }
        },
      ),
      { numRuns: 200 },
    );
  });
});

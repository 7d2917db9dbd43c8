import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { offsetPath, type Path, pathArea, pathBounds, transformPath, translation } from '@/core';
import { combine } from '@/core/arrange/combine';
import { partsOf, unite } from '@/core/arrange/unite';
import { layOut } from '@/core/lettering/layout';
import { asPieces } from '@/core/outline/pieces';
import { copyOutline, fullCopies } from '@/core/step/copies';
import { letteringOf, takeShippedFaces } from '../../faces';
import { runs, sampled } from '../../share';
import { polygonArea } from '../arrange/truth';

beforeAll(takeShippedFaces);

const small = 'abcdefghijklmnopqrstuvwxyz';
const script = ['pacifico', 'sacramento', 'great-vibes'] as const;

const lettersOf = (face: string, text: string): Path[] =>
  layOut(letteringOf({ face, text, size: 400 }))
    .letters.map((c) => c.path)
    .filter((p) => p.contours.length);

/** The same path with numbers of its own: what it was united from is not known of it. */
const bare = (path: Path): Path => ({
  ...path,
  contours: path.contours.map((c) => ({ ...c, xy: [...c.xy] })),
});

/** Letters that follow: all, or a few. */
const seconds = sampled([...small], 2);

describe('letters of a connected script', () => {
  it.each(script)('%s: every pair united leaves no overlap and covers what it covered', (face) => {
    let joined = 0;
    for (const first of small + small.toUpperCase())
      for (const second of seconds) {
        const [a, b, more] = lettersOf(face, first + second);
        // Some pairs are one letter by themselves.
        if (!b || more) continue;
        const [p, q] = [pathBounds(a), pathBounds(b)];
        if (!p || !q || p.x1 < q.x0 || q.x1 < p.x0) continue;
        joined++;
        const whole = combine('union', [a, b]);
        // |A ∪ B| = |A| + |B| − |A ∩ B|: signed areas of contours count an overlap that is left twice.
        const sum = pathArea(a) + pathArea(b) - pathArea(combine('intersect', [a, b]));
        expect(Math.abs(pathArea(whole) / sum - 1), first + second).toBeLessThan(1e-4);
        // One in seven is laid beside the polygon library’s, which takes its time.
        if (joined % 7 === 0)
          expect(Math.abs(pathArea(whole) / polygonArea('union', [a, b]).area - 1)).toBeLessThan(1e-3);
      }
    // 400 of all.
    expect(joined).toBeGreaterThan((400 / small.length) * seconds.length);
  });
});

describe('united words', () => {
  const texts = ['Supper room', 'lll', 'moon and stars', 'oo', 'Tarn'];

  it('are the union of their letters, wherever they stand', () => {
    for (const face of script)
      for (const text of texts) {
        const letters = lettersOf(face, text);
        const whole = unite(letters);
        expect(partsOf(whole)).toBe(letters);
        expect(pathArea(whole) / pathArea(combine('union', letters))).toBeCloseTo(1, 6);
        const moved = unite(letters.map((p) => transformPath(p, translation(333.3, -71.9))));
        expect(pathArea(moved) / pathArea(whole)).toBeCloseTo(1, 9);
      }
  });

  it('are offset part by part as they are as a whole', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...script),
        fc.constantFrom(...texts),
        fc.constantFrom(-6, -2.5, 3, 11, 30),
        fc.constantFrom('round', 'miter', 'bevel'),
        (face, text, d, join) => {
          const whole = unite(lettersOf(face, text));
          const style = { join, miterLimit: 4 } as const;
          const [byParts, atOnce] = [offsetPath(whole, d, style), offsetPath(bare(whole), d, style)];
          const scale = pathArea(whole);
          expect(Math.abs(pathArea(byParts) - pathArea(atOnce)) / scale).toBeLessThan(1e-4);
          // They cover the same, not only as much.
          const apart = pathArea(combine('exclude', [byParts, atOnce]));
          expect(apart / scale).toBeLessThan(2e-3);
        },
      ),
      { numRuns: runs(24, 8) },
    );
  });

  it('leave a trail part by part as they do as a whole', () => {
    const steps = fullCopies(Array.from({ length: 9 }, (_, i) => translation(4 * i, 3 * i)));
    for (const face of script) {
      const whole = offsetPath(unite(lettersOf(face, 'Supper')), 8, { join: 'round', miterLimit: 4 });
      const [{ path: byParts }] = copyOutline(asPieces([whole]), steps, true);
      const [{ path: atOnce }] = copyOutline(asPieces([bare(whole)]), steps, true);
      expect(pathArea(byParts) / pathArea(atOnce)).toBeCloseTo(1, 4);
      expect(pathArea(combine('exclude', [byParts, atOnce])) / pathArea(atOnce)).toBeLessThan(1e-3);
    }
  });

  it('are no longer known by their parts once anything has changed them', () => {
    const whole = unite(lettersOf('pacifico', 'Supper'));
    expect(partsOf(transformPath(whole, translation(1, 0)))).toBeNull();
    expect(partsOf({ ...whole, contours: whole.contours.slice(1) })).toBeNull();
    expect(
      partsOf({ ...whole, contours: whole.contours.map((c) => ({ ...c, origins: [] })) }),
    ).not.toBeNull();
  });
});

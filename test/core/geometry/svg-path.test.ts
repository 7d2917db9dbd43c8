import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import svgpath from 'svgpath';
import { describe, expect, it } from 'vitest';
import { type Cubic, cubicPoint } from '@/core/geometry/cubic';
import { nearestOnPath, pathArea } from '@/core/geometry/measure';
import { cubicsOf, segmentsOf } from '@/core/geometry/path';
import { formatPath, PathSyntaxError, parsePath } from '@/core/geometry/svg-path';
import { sampled } from '../../share';

/** Cubics of path text by the library `svgpath`. */
function referenceCubics(d: string): Cubic[] {
  const out: Cubic[] = [];
  svgpath(d)
    .abs()
    .unshort()
    .unarc()
    .iterate((s, _, x, y) => {
      const v = s.slice(1) as number[];
      const line = (ex: number, ey: number) => out.push([x, y, x, y, ex, ey, ex, ey]);
      if (s[0] === 'L') line(v[0], v[1]);
      if (s[0] === 'H') line(v[0], y);
      if (s[0] === 'V') line(x, v[0]);
      if (s[0] === 'C') out.push([x, y, ...v] as unknown as Cubic);
      if (s[0] === 'Q') {
        const [qx, qy, ex, ey] = v;
        out.push([
          x,
          y,
          x + ((qx - x) * 2) / 3,
          y + ((qy - y) * 2) / 3,
          ex + ((qx - ex) * 2) / 3,
          ey + ((qy - ey) * 2) / 3,
          ex,
          ey,
        ]);
      }
    });
  return out;
}

const texts = (folder: string): string[] =>
  readdirSync(folder)
    .filter((f) => f.endsWith('.svg'))
    .flatMap((f) =>
      [...readFileSync(path.join(folder, f), 'utf8').matchAll(/<path[^>]* d="([^"]+)"/g)].map((m) => m[1]),
    );

/** Greatest difference between our cubics and the reference's; closing lines are ours alone. */
function difference(d: string): number {
  const ours = [...cubicsOf(parsePath(d))];
  const theirs = referenceCubics(d);
  let worst = 0;
  let i = 0;
  for (const r of theirs) {
    // Passing over the lines that close a contour, which the reference leaves to Z.
    while (i < ours.length && ours[i].some((v, k) => Math.abs(v - r[k]) > 1e-3)) i++;
    if (i >= ours.length) return Number.POSITIVE_INFINITY;
    worst = Math.max(worst, ...ours[i].map((v, k) => Math.abs(v - r[k])));
    i++;
  }
  return worst;
}

/**
 * Whether two readings agree: number by number, or, where rounding made one side cut an arc of a
 * quarter turn in two, to the 2.73e-4 r by which a cubic misses its arc (icons are 24 wide at most).
 */
function agrees(d: string): boolean {
  if (difference(d) < 1e-6) return true;
  const ours = parsePath(d);
  return referenceCubics(d).every((s) =>
    [0, 0.3, 0.7, 1].every((t) => (nearestOnPath(ours, cubicPoint(s, t))?.distance ?? 1) < 2.73e-4 * 12),
  );
}

describe('SVG path text', () => {
  it.each([
    ['bootstrap-icons', 'node_modules/bootstrap-icons/icons', 2000],
    ['@mdi/svg', 'node_modules/@mdi/svg/svg', 7000],
  ])('reads and writes the icons of %s as svgpath does', (_, folder, least) => {
    const all = texts(folder);
    expect(all.length).toBeGreaterThan(least);
    const wrong = sampled(all, 1000).filter(
      (d) => !agrees(d) || difference(formatPath(parsePath(d))) >= 1e-6,
    );
    expect(wrong.slice(0, 3)).toEqual([]);
  });

  it('follows the grammar of SVG 2: joined numbers, packed arc flags, repeated commands', () => {
    const plain = formatPath(parsePath('M 10 20 L 30.5 0.5 L -5 0.25'));
    expect(formatPath(parsePath('M10 20 30.5.5-5 25e-2'))).toBe(plain);
    const arc = parsePath('M0 0a25 25 0 0150 0');
    expect(formatPath(arc)).toBe(formatPath(parsePath('M 0 0 a 25 25 0 0 1 50 0')));
    // A spot that is closed has caps (SVG 2, 13.5.4), one that is only moved to has none.
    expect(parsePath('M1 1z m2 2 l1 0').contours).toHaveLength(2);
    expect(parsePath('M1 1 m2 2 l1 0zz').contours).toHaveLength(1);
  });

  it('draws arcs by SVG 1.1 appendix F.6: radii too small are scaled up', () => {
    const half = parsePath('M0 0A1 1 0 0 1 100 0Z');
    expect(pathArea(half)).toBeCloseTo((Math.PI * 50 * 50) / 2, -1);
    expect(segmentsOf(parsePath('M0 0A0 5 0 0 1 100 0').contours[0])).toHaveLength(1);
    expect(parsePath('M0 0A5 5 0 0 1 0 0').contours).toHaveLength(0);
  });

  it('says where text breaks the grammar', () => {
    for (const bad of ['L10 10', 'M10', 'M0 0 L', 'M0 0 X', 'M0 0 A1 1 0 2 0 5 5', 'M 1e999 0', '10 10'])
      expect(() => parsePath(bad), bad).toThrow(PathSyntaxError);
    expect(parsePath('').contours).toEqual([]);
  });

  it('never fails in any other way, whatever the text', () => {
    const letters = fc.string({
      unit: fc.constantFrom(...'MmLlHhVvCcSsQqTtAaZz0123456789.-+eE, \n'),
      maxLength: 60,
    });
    fc.assert(
      fc.property(letters, (text) => {
        try {
          formatPath(parsePath(`M0 0${text}`));
        } catch (e) {
          if (!(e instanceof PathSyntaxError)) throw e;
        }
      }),
      { numRuns: 2000 },
    );
  });
});

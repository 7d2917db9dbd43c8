import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { combine } from '@/core/arrange/combine';
import { pathArea } from '@/core/geometry/measure';
import { type Contour, joinBounds, type Path, pathBounds } from '@/core/geometry/path';
import { parsePath } from '@/core/geometry/svg-path';
import { sampled } from '../../share';
import { polygonArea } from './truth';

/** A contour as a fill takes it: one left open is closed by a line. */
function filled(c: Contour): Contour {
  if (c.closed) return c;
  const [x, y] = c.xy;
  const [ex, ey] = c.xy.slice(-2);
  return { closed: true, xy: [...c.xy, ...(ex === x && ey === y ? [] : [ex, ey, x, y, x, y])] };
}

/** Icons whose outline runs back over its own end. */
const backtracking = new Set(['currency-yen.svg', 'filetype-wav.svg']);

/** Every path of every `step`-th icon of a set, each contour a shape of its own. */
function icons(folder: string, step: number): { name: string; contours: Path[] }[] {
  return readdirSync(folder)
    .filter((name, i) => i % step === 0 || backtracking.has(name))
    .map((name) => {
      const text = readFileSync(path.join(folder, name), 'utf8');
      const paths = [...text.matchAll(/\sd="([^"]+)"/g)].map((m) => parsePath(m[1]));
      const contours = paths.flatMap((p) =>
        p.contours.map(filled).map((c): Path => ({ contours: [c], fillRule: 'nonzero' })),
      );
      return { name, contours };
    })
    .filter((i) => i.contours.length > 0);
}

/** Where the area of a union differs from the polygon library's by more than its chords can. */
function wrong(list: readonly ReturnType<typeof icons>[number][]): string[] {
  return list
    .filter(({ contours }) => {
      const { area, around } = polygonArea('union', contours);
      const box = contours.map(pathBounds).reduce(joinBounds, null);
      const size = box ? Math.max(box.x1 - box.x0, box.y1 - box.y0) : 0;
      // Chords stay within 1e-5 of the size of the whole.
      return Math.abs(pathArea(combine('union', contours)) - area) > around * size * 1.5e-5 + 1e-6;
    })
    .map((i) => i.name);
}

// Icons as people really draw them, of two open sets; areas by the polygon library `clipper-lib`.
describe('uniting every contour of an icon', () => {
  it('of bootstrap-icons comes to the area of the polygon library, every fourth icon', () => {
    const list = icons('node_modules/bootstrap-icons/icons', 4);
    expect(list.length).toBeGreaterThan(500);
    expect(wrong(sampled(list, 60))).toEqual([]);
  });

  it('of @mdi/svg comes to the area of the polygon library, every twentieth icon', () => {
    const list = icons('node_modules/@mdi/svg/svg', 20);
    expect(list.length).toBeGreaterThan(350);
    expect(wrong(sampled(list, 60))).toEqual([]);
  });
});

import ClipperLib from 'clipper-lib';
import type { Operation } from '@/core/arrange/combine';
import { flattenCubic } from '@/core/geometry/flatten';
import { containsPoint } from '@/core/geometry/measure';
import { joinBounds, type Path, pathBounds, segmentsOf } from '@/core/geometry/path';
import { numbers } from '../shapes';

const grid = 2 ** 26;

/** Area of a combination by the polygon library `clipper-lib`, on fine chords. */
export function polygonArea(operation: Operation, paths: readonly Path[]): { area: number; around: number } {
  const box = paths.map(pathBounds).reduce(joinBounds, null);
  if (!box) return { area: 0, around: 0 };
  const size = Math.max(box.x1 - box.x0, box.y1 - box.y0);
  const k = grid / size;
  let around = 0;
  const simple = paths.map((path) => {
    const loops = path.contours.map((c) => {
      const points = [{ X: Math.round((c.xy[0] - box.x0) * k), Y: Math.round((c.xy[1] - box.y0) * k) }];
      for (const s of segmentsOf(c))
        for (const p of flattenCubic(s, size * 1e-5))
          points.push({ X: Math.round((p.x - box.x0) * k), Y: Math.round((p.y - box.y0) * k) });
      for (let i = 1; i < points.length; i++)
        around += Math.hypot(points[i].X - points[i - 1].X, points[i].Y - points[i - 1].Y) / k;
      return points;
    });
    const rule =
      path.fillRule === 'evenodd' ? ClipperLib.PolyFillType.pftEvenOdd : ClipperLib.PolyFillType.pftNonZero;
    return ClipperLib.Clipper.SimplifyPolygons(loops, rule);
  });
  const types = {
    union: ClipperLib.ClipType.ctUnion,
    subtract: ClipperLib.ClipType.ctDifference,
    intersect: ClipperLib.ClipType.ctIntersection,
    exclude: ClipperLib.ClipType.ctXor,
  };
  const nonzero = ClipperLib.PolyFillType.pftNonZero;
  const result = simple.slice(1).reduce((a, b) => {
    const engine = new ClipperLib.Clipper();
    engine.AddPaths(a, ClipperLib.PolyType.ptSubject, true);
    engine.AddPaths(b, ClipperLib.PolyType.ptClip, true);
    const out: ClipperLib.Paths = [];
    engine.Execute(types[operation], out, nonzero, nonzero);
    return out;
  }, simple[0]);
  const area = result.reduce((sum, loop) => sum + ClipperLib.Clipper.Area(loop), 0) / (k * k);
  return { area: Math.abs(area), around };
}

function expected(operation: Operation, inside: readonly boolean[]): boolean {
  switch (operation) {
    case 'union':
      return inside.some(Boolean);
    case 'intersect':
      return inside.every(Boolean);
    case 'subtract':
      return inside[0] && !inside.slice(1).some(Boolean);
    case 'exclude':
      return inside.filter(Boolean).length % 2 === 1;
  }
}

/**
 * How many random points a result puts on the wrong side, judged by the winding of the sources.
 * Points nearer than 1e-4 of the size to an outline are passed over.
 */
export function wrongPoints(
  operation: Operation,
  paths: readonly Path[],
  result: Path,
  count: number,
): number {
  const box = paths.map(pathBounds).reduce(joinBounds, null);
  if (!box) return result.contours.length;
  const size = Math.max(box.x1 - box.x0, box.y1 - box.y0);
  const next = numbers(11);
  const gap = size * 1e-4;
  const tolerance = size * 1e-5;
  let wrong = 0;
  for (let i = 0; i < count; i++) {
    const x = box.x0 + next() * (box.x1 - box.x0);
    const y = box.y0 + next() * (box.y1 - box.y0);
    const at = [
      [0, 0],
      [gap, gap],
      [-gap, gap],
      [gap, -gap],
      [-gap, -gap],
    ].map(([dx, dy]) => paths.map((p) => containsPoint(p, { x: x + dx, y: y + dy }, tolerance)));
    if (at.some((row) => row.some((v, k) => v !== at[0][k]))) continue;
    if (containsPoint(result, { x, y }, tolerance) !== expected(operation, at[0])) wrong++;
  }
  return wrong;
}

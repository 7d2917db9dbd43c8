import { size } from '../document/fields';
import { type Cubic, cubicPoint, cubicTangent, isLine } from '../geometry/cubic';
import { fitCubics } from '../geometry/fit';
import { type Contour, contourOf, segmentsOf as cubicsOf } from '../geometry/path';
import { angleBetween, type Point } from '../geometry/vector';
import { mapPaths, segmentsOf } from '../outline/pieces';
import type { Outline } from '../outline/types';
import { defineStep } from './definition';

/** Points a segment is looked at by; their feet decide how far the new curve may leave it. */
const looks = 16;

/** A turn sharper than this, radians, is a corner and stays one. */
const sharp = 0.2;

const turnInto = (a: Cubic, b: Cubic): number => angleBetween(cubicTangent(a, 1), cubicTangent(b, 0));

/** A smooth run of segments through fewer nodes. */
function refit(run: readonly Cubic[], tolerance: number): readonly Cubic[] {
  if (run.length < 2 && isLine(run[0])) return run;
  const points: Point[] = [{ x: run[0][0], y: run[0][1] }];
  for (const s of run) for (let i = 1; i <= looks; i++) points.push(cubicPoint(s, i / looks));
  const fitted = fitCubics(points, tolerance);
  return fitted.length && fitted.length < run.length ? fitted : run;
}

function simplifyContour(c: Contour, tolerance: number): Contour {
  const cubics = cubicsOf(c).filter((s) => s[0] !== s[6] || s[1] !== s[7] || !isLine(s));
  const n = cubics.length;
  if (n < 2) return c;
  const isCorner = (i: number) => turnInto(cubics[(i + n - 1) % n], cubics[i]) > sharp;
  // A closed contour begins at a corner where it has one, so that no run goes over its joint.
  const first = c.closed
    ? Math.max(
        0,
        cubics.findIndex((_, i) => isCorner(i)),
      )
    : 0;
  const runs: Cubic[][] = [];
  for (let k = 0; k < n; k++) {
    const i = (first + k) % n;
    if (k === 0 || isCorner(i)) runs.push([]);
    runs[runs.length - 1].push(cubics[i]);
  }
  return contourOf(
    runs.flatMap((run) => refit(run, tolerance)),
    c.closed,
  );
}

const simplified = (outline: Outline, tolerance: number): Outline =>
  tolerance > 0
    ? mapPaths(outline, (p) => ({ ...p, contours: p.contours.map((c) => simplifyContour(c, tolerance)) }))
    : outline;

/** Fewer nodes, no further from the outline than a tolerance; corners stay. */
export const simplify = defineStep({
  kind: 'simplify',
  label: 'Simplify',
  about: 'The same outline with fewer nodes.',
  alsoKnown: ['reduce points', 'smooth', 'clean'],
  fields: [size('tolerance', 'Tolerance', 'How far the new outline may lie from the old one.')],
  defaults: { tolerance: 1 },
  apply: (outline, { tolerance }) => simplified(outline, tolerance),
  note: (outline, { tolerance }) =>
    `${segmentsOf(simplified(outline, tolerance))} nodes instead of ${segmentsOf(outline)}.`,
});

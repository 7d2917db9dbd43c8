import { emptyPath, type Path } from '../geometry/path';
import { rememberByForm } from './by-form';
import { combine, combineWithRules } from './combine';
import { type JoinStyle, parallelTolerance, rawParallel, type StrokeStyle, strokeContour } from './outline';

/**
 * The outline at distance `d` (sheet units) from a filled path: outwards where positive, inwards
 * where negative. Round joins of a rounded outline stay concentric with its arcs. Empty where an
 * inward offset swallows the shape.
 */
export const offsetPath = (path: Path, d: number, style: JoinStyle): Path =>
  // What is only made clean knows where its edges come from: that is no matter of its form.
  d === 0 ? combine('union', [path]) : parallelOf(path, d, style);

const parallelOf = rememberByForm((path: Path, d: number, style: JoinStyle): Path => {
  const clean = combine('union', [path]);
  const tolerance = parallelTolerance(path, d);
  const contours = clean.contours.map((c) => rawParallel(c, d, tolerance, style)).filter((c) => c !== null);
  if (!contours.length) return emptyPath;
  return combineWithRules('union', [{ contours, fillRule: 'nonzero' }], ['positive']);
});

export const strokeAlignments = ['centre', 'inside', 'outside'] as const;
export type StrokeAlignment = (typeof strokeAlignments)[number];

/** What a centred stroke covers, to be filled nonzero; parts of it may overlap. */
export function strokeArea(path: Path, style: StrokeStyle): Path {
  if (!(style.width > 0)) return emptyPath;
  const tolerance = parallelTolerance(path, style.width / 2);
  return {
    contours: path.contours.flatMap((c) => strokeContour(c, style, tolerance)),
    fillRule: 'nonzero',
  };
}

/** What a stroke covers when it lies along, inside or outside the filled outline. */
export function strokeOutline(
  path: Path,
  style: StrokeStyle,
  alignment: StrokeAlignment,
  dashed: Path = path,
): Path {
  if (alignment === 'centre') return strokeArea(dashed, style);
  const wide = strokeArea(dashed, { ...style, width: 2 * style.width });
  return alignment === 'inside' ? combine('intersect', [wide, path]) : combine('subtract', [wide, path]);
}

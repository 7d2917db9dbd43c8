import { contourBounds } from '../geometry/known-bounds';
import { contourArea } from '../geometry/measure';
import { type Contour, emptyPath, type Path } from '../geometry/path';
import { rememberByForm, rememberByPath } from './by-form';
import { isClear } from './clear';
import { combine, combineWithRules } from './combine';
import { type JoinStyle, rawParallel, type StrokeStyle, strokeContour } from './outline';
import { samePath } from './same-path';
import { areasOf } from './separate';
import { partsOf, unite, uniteNear } from './unite';

/**
 * The outline at distance `d` (sheet units) from a filled path: outwards where positive, inwards
 * where negative. Round joins of a rounded outline stay concentric with its arcs. Empty where an
 * inward offset swallows the shape.
 */
export function offsetPath(path: Path, d: number, style: JoinStyle): Path {
  // What is only made clean knows where its edges come from: that is no matter of its form.
  if (d === 0) return combine('union', [path]);
  const parts = partsOf(path);
  if (!parts) return parallelOf(path, d, style);
  // What lies within a distance of a union lies within it of one of its parts, and what lies farther from the
  // outside than a distance does so within its own separate area.
  if (d > 0 && style.join === 'round') return unite(parts.map((p) => parallelOf(p, d, style)));
  if (d > 0) return parallelOf(path, d, style);
  const unions = parts.every((p) => p.fillRule === 'nonzero') ? uniteNear(parts) : [path];
  const contours = unions.flatMap(areasOf).flatMap((area) => parallelOf(area, d, style, true).contours);
  return contours.length ? { contours, fillRule: 'nonzero' } : emptyPath;
}

/**
 * Whether nothing is left of an outline that is moved inwards, or of a hole that is moved outwards, because it is
 * no wider or no higher than twice the distance.
 */
function isSwallowed(c: Contour, d: number, { join }: JoinStyle): boolean {
  const b = contourBounds(c);
  if (!b || join !== 'round' || Math.min(b.x1 - b.x0, b.y1 - b.y0) > 2 * Math.abs(d)) return false;
  return contourArea(c) * d < 0;
}

const parallelOf = rememberByForm((path: Path, d: number, style: JoinStyle, isClean = false): Path => {
  const clean =
    isClean || (path.fillRule === 'nonzero' && isClear(path.contours)) ? path : combine('union', [path]);
  const contours = clean.contours
    .filter((c) => !isSwallowed(c, d, style))
    .map((c) => rawParallel(c, d, style))
    .filter((c) => c !== null);
  if (!contours.length) return emptyPath;
  if (isClear(contours)) return { contours, fillRule: 'nonzero' };
  return combineWithRules('union', [{ contours, fillRule: 'nonzero' }], ['positive']);
});

export type StrokeAlignment = 'centre' | 'inside' | 'outside';

const strokeOf = rememberByForm(
  (path: Path, style: StrokeStyle): Path => ({
    contours: path.contours.flatMap((c) => strokeContour(c, style)),
    fillRule: 'nonzero',
  }),
);

/** What a centred stroke covers, contour by contour: letters come again and again. */
const strokeAll = rememberByPath(
  (path: Path, style: StrokeStyle): Path => ({
    contours: path.contours.flatMap((c) => strokeOf(samePath([c]), style).contours),
    fillRule: 'nonzero',
  }),
);

/** What a centred stroke covers, to be filled nonzero; parts of it may overlap. */
export const strokeArea = (path: Path, { width, cap, join, miterLimit }: StrokeStyle): Path =>
  width > 0 ? strokeAll(path, { width, cap, join, miterLimit }) : emptyPath;

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

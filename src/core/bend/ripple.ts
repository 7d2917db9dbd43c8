import type { MeasuredContour } from '../geometry/along';
import type { Tally } from '../geometry/budget';
import { type Cubic, cubicCurvature } from '../geometry/cubic';
import { type Contour, contourOf, type Path } from '../geometry/path';
import { alongContours, outwards, placeAlong, type Side, sidesOf } from './along-outline';
import { fitCurve } from './fit-curve';
import { type WaveForm, waveOf } from './waveform';

/** Waves of an outline across itself. */
export interface Ripple {
  /** Length that a wave is to have, sheet units; each side takes a whole number of them. */
  readonly length: number;
  readonly height: number;
  readonly form: WaveForm;
  /** Where in a wave it begins, 0–1, on what goes round without a corner. */
  readonly phase: number;
}

/** How many waves a side has. */
const wavesOn = ({ from, to }: Side, length: number): number => Math.max(1, Math.round((to - from) / length));

/** One side's waves as curves, cut where one begins and at the creases of its form. */
function rippledSide(
  arc: MeasuredContour,
  side: Side,
  { length, height, form, phase }: Ripple,
  tolerance: number,
): Cubic[] {
  const { height: wave, slope: slopeOf, creases } = waveOf[form];
  const n = wavesOn(side, length);
  const long = (side.to - side.from) / n;
  const start = side.loop ? phase : 0;
  const cuts = creases.map((c) => (((c - start) % 1) + 1) % 1).filter((c) => c > 1e-9);
  const stops = [...cuts.sort((a, b) => a - b), 1];
  return Array.from({ length: n }, (_, k) =>
    stops.flatMap((to, i) => {
      const from = i ? stops[i - 1] : 0;
      const along = (u: number) => start + k + from + u * (to - from);
      const place = (u: number) => placeAlong(arc, side.from + (k + from + u * (to - from)) * long, u === 1);
      return fitCurve((u, out, speed) => {
        const { p: point, d: tangent, segment, t } = place(u);
        const curvature = speed ? cubicCurvature(arc.segments[segment], t) : 0;
        const d = height * wave(along(u));
        out[0] = point.x + d * tangent.y;
        out[1] = point.y - d * tangent.x;
        if (!speed) return;
        // Within the stretch, so that a crease at its end is met from inside.
        const slope = slopeOf(along(Math.min(1 - 1e-9, Math.max(1e-9, u))));
        const on = 1 + curvature * d;
        const outward = (height * slope) / long;
        const far = (to - from) * long;
        out[2] = far * (tangent.x * on + outward * tangent.y);
        out[3] = far * (tangent.y * on - outward * tangent.x);
      }, tolerance);
    }),
  ).flat();
}

/** Cubics with each one's start on the end before it, so that no hair is left between them. */
function joined(list: readonly Cubic[]): Cubic[] {
  return list.map((s, i) => {
    if (!i) return s;
    const before = list[i - 1];
    return [before[6], before[7], s[2], s[3], s[4], s[5], s[6], s[7]];
  });
}

/** A path in waves along its own outlines, outwards first; the tally counts what is made. @throws WorkFault over its limit. */
export function ripplePath(path: Path, ripple: Ripple, tolerance: number, tally: Tally): Path {
  const height = ripple.height * outwards(path);
  return alongContours(path, (arc, c): Contour => {
    const sides = sidesOf(arc, c.closed);
    // No fewer than a piece a wave: counted before any is fitted.
    for (const s of sides) tally.add(wavesOn(s, ripple.length));
    const made = sides.flatMap((s) => rippledSide(arc, s, { ...ripple, height }, tolerance));
    return contourOf(joined(made), c.closed);
  });
}

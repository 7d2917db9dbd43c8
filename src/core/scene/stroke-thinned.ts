import type { StrokeCoat } from '../coat/types';
import { pressureAlong } from '../coat/width-profile';
import { colourRamp } from '../colour/gradient';
import { type Path, pathOf } from '../geometry/path';
import { runNodes } from './stroke-run';
import type { GradientPaint, SceneNode, SolidPaint } from './types';

/** Stops along a stroke that follow the pressure of the pen. */
const stops = 48;

/**
 * A stroke that lets through what lies under it where the pen was light: its colour along it, or that of a gradient which runs
 * along it, as opaque as the pressure says. Null where no pressure is kept.
 */
export function thinnedNodes(
  coat: StrokeCoat,
  path: Path,
  paint: SolidPaint | GradientPaint,
): SceneNode[] | null {
  if (path.contours.every((c) => !c.pressure)) return null;
  const along = paint.kind === 'solid' ? null : colourRamp(paint.stops, paint.interpolation);
  const first = paint.kind === 'solid' ? paint.colour : paint.stops[0].colour;
  return path.contours.flatMap((contour) => {
    const pressure = pressureAlong(coat.pressed, contour.pressure);
    const faded: GradientPaint = {
      kind: 'linear',
      matrix: [1, 0, 0, 1, 0, 0],
      stops: Array.from({ length: stops + 1 }, (_, i) => {
        const at = i / stops;
        const [r, g, b, a] = along ? along(at) : first;
        return { at, colour: [r, g, b, a * (1 - coat.thinned * (1 - pressure(at)))] };
      }),
      interpolation: 'srgb',
      spread: 'pad',
    };
    return runNodes({ ...coat, run: 'along' }, pathOf([contour]), faded);
  });
}

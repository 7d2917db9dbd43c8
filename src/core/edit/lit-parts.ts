import type { Design } from '../document/types';
import { boundsMiddle } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { meetsLight } from '../scene/light';
import { sheetBounds } from './pick';
import { familyOf, sheetOf } from './tree';

/** Most parts whose light is shown at once. */
const mostRays = 200;

/** The middles of the shown parts of a sheet that follow its lamp, sheet units. */
export function litPlaces(design: Design, sheetId: string): Point[] {
  return sheetOf(design, sheetId)
    .parts.flatMap((id) => familyOf(design, id))
    .filter((id) => !design.parts[id].hidden && meetsLight(design.parts[id]))
    .slice(0, mostRays)
    .flatMap((id) => {
      const bounds = sheetBounds(design, id);
      return bounds ? [boundsMiddle(bounds)] : [];
    });
}

import { number } from '../../document/fields';
import { radians } from '../../geometry/vector';
import { filterNode } from '../../scene/filter-node';
import type { Scene } from '../../scene/types';
import { defineProof } from '../definition';
import { groundOf, withGround } from '../whole-sheet';

interface DistanceProof {
  readonly width: number;
  readonly distance: number;
}

/** What an eye of usual sharpness just tells apart: one minute of arc (ISO 8596, visual acuity 1.0). */
const acuity = radians(1 / 60);

/** Standard deviation of the blur of a sheet, in its units, that is `width` mm wide and seen from `distance` m. */
export const blurFrom = (sheet: Scene, { width, distance }: DistanceProof): number =>
  ((Math.tan(acuity) * distance * 1000) / width) * 0.5 * sheet.width;

/** The sheet as it is seen from afar. */
export const distanceProof = defineProof<DistanceProof>({
  kind: 'distance',
  label: 'From afar',
  about: 'The sheet as an eye of usual sharpness sees it from a distance.',
  alsoKnown: ['blurred', 'squint', 'far away', 'legibility', 'sign'],
  row: 'small',
  fields: [
    number('width', 'Width in mm', 'How wide the sheet is where it hangs.', 1, 1e6, 10),
    number('distance', 'Seen from, m', 'How far away it is.', 0.1, 1e5, 1),
  ],
  defaults: { width: 300, distance: 40 },
  title: (p) => `${p.width} mm from ${p.distance} m`,
  scene(sheet, p) {
    const ground = groundOf(sheet);
    return {
      ...sheet,
      ground,
      nodes: [filterNode({ kind: 'blur', sigma: blurFrom(sheet, p) }, withGround(sheet))],
    };
  },
});

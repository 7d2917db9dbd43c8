import { PickUpFields } from '../panel/PickUpFields';
import { pressToPickUp } from '../sheet/pick-up-press';
import type { HandTool } from './definition';

export const pickUp: HandTool = {
  id: 'pick-up',
  word: 'Pick up',
  hint: 'Press a part: what is chosen takes its colours.',
  alsoKnown: ['eyedropper', 'sample', 'copy colour', 'copy style'],
  grips: true,
  cursor: 'crosshair',
  press: pressToPickUp,
  panel: PickUpFields,
};

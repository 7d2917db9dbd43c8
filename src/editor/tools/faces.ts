import { FaceAreas } from '../sheet/FaceAreas';
import { pressToPick } from '../sheet/pick-press';
import { layDown } from '../state/actions';
import type { HandTool } from './definition';

export const faces: HandTool = {
  id: 'faces',
  word: 'Faces at hand',
  hint: 'Press a face, or sweep across several to join them.',
  cursor: 'crosshair',
  // A press beside the faces lets go of them.
  press(e) {
    layDown();
    pressToPick(e);
  },
  marks: FaceAreas,
};

import { EraserFields } from '../panel/EraserFields';
import { pressEraser } from '../sheet/freehand-press';
import type { HandTool } from './definition';

export const eraser: HandTool = {
  id: 'eraser',
  word: 'Eraser',
  hint: 'Go over what is to be left out; the strokes stay in the parts list.',
  alsoKnown: ['rub out', 'mask'],
  cursor: 'crosshair',
  press: pressEraser,
  panel: EraserFields,
};

import { FreehandFields } from '../panel/FreehandFields';
import { pressFreehand } from '../sheet/freehand-press';
import type { HandTool } from './definition';

export const freehand: HandTool = {
  id: 'freehand',
  word: 'Freehand',
  hint: 'Draw freely; let go near the start to close.',
  alsoKnown: ['pencil', 'brush', 'sketch'],
  cursor: 'crosshair',
  press: pressFreehand,
  panel: FreehandFields,
};

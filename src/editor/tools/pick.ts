import { pressToPick } from '../sheet/pick-press';
import { pickInHand } from '../state/in-hand';
import type { HandTool } from './definition';

export const pick: HandTool = {
  ...pickInHand,
  word: 'Pick',
  hint: 'Press to choose, drag to move. Alt-drag copies, double press goes inside.',
  alsoKnown: ['select', 'move', 'choose'],
  cursor: 'default',
  press: pressToPick,
};

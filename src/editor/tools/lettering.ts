import { pressLettering } from '../sheet/lettering-press';
import type { HandTool } from './definition';

export const lettering: HandTool = {
  id: 'lettering',
  word: 'Lettering',
  hint: 'Press where the words are to start, and type.',
  alsoKnown: ['text', 'type', 'font', 'words'],
  cursor: 'crosshair',
  press: (e) => void pressLettering(e),
};

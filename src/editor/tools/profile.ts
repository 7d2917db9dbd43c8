import { ProfileFields } from '../panel/ProfileFields';
import { ProfileLine } from '../sheet/ProfileLine';
import { pressProfile } from '../sheet/profile-press';
import type { HandTool } from './definition';

export const profile: HandTool = {
  id: 'profile',
  word: 'Lightness along a line',
  hint: 'Drag a line: the colours along it are charted.',
  alsoKnown: ['chart', 'measure colours'],
  cursor: 'crosshair',
  press: pressProfile,
  marks: ProfileLine,
  panel: ProfileFields,
};

import { TidyFields } from '../panel/TidyFields';
import { pressToPick } from '../sheet/pick-press';
import { TidyMarks } from '../sheet/TidyMarks';
import type { HandTool } from './definition';

export const tidy: HandTool = {
  id: 'tidy',
  word: 'Tidy check',
  hint: 'Point at a fault to see it; mend one or all.',
  alsoKnown: ['clean up', 'errors', 'duplicates', 'preflight'],
  cursor: 'crosshair',
  press: pressToPick,
  marks: TidyMarks,
  panel: TidyFields,
};

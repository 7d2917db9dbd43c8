import type { Point } from '../../geometry/vector';
import type { Lettering } from '../../lettering/types';
import { addLettering, setLettering } from '../lettering';
import { takeLettersOut } from '../plain';
import { defineCommand } from './definition';

/** Commands on lettering. */
export const letteringCommands = {
  'add-lettering': defineCommand<{
    readonly parent: string | null;
    /** Where its baseline starts. */
    readonly at: Point;
    readonly size: number;
  }>({
    label: 'Lettering',
    about: 'Begins words at a place of the sheet.',
    run: (d, { parent, at, size }, { sheetId }) => addLettering(d, sheetId, parent, at, size),
  }),
  'set-lettering': defineCommand<{ readonly id: string; readonly change: Partial<Lettering> }>({
    label: 'Set lettering',
    about: 'Changes how words are set; they stay where they stand.',
    run: (d, { id, change }) => setLettering(d, id, change),
  }),
  'letters-out': defineCommand<{
    readonly id: string;
    /** Where the letters start in the text. */
    readonly starts: readonly number[];
    /** Whether each piece becomes a part of its own. */
    readonly piecewise: boolean;
  }>({
    label: 'Take letters out',
    about: 'Makes drawn paths of letters, in their places.',
    run: (d, { id, starts, piecewise }, { sheetId }) => takeLettersOut(d, sheetId, id, starts, piecewise),
  }),
};

import { combine } from '../arrange/combine';
import { noteParts } from '../arrange/unite';
import { commonMarks, pathsOf } from '../outline/pieces';
import { defineStep } from './definition';

/** All pieces, such as letters, as one outline, so that no overlap shows in what comes after. */
export const unitePieces = defineStep({
  kind: 'unite-pieces',
  label: 'Unite pieces',
  about: 'One outline of all pieces.',
  alsoKnown: ['merge', 'weld', 'union'],
  fields: [],
  defaults: {},
  apply(outline) {
    if (!outline.length) return outline;
    const paths = pathsOf(outline);
    return [{ ...commonMarks(outline), path: noteParts(combine('union', paths), paths) }];
  },
});

import { combine } from '../arrange/combine';
import { noteParts } from '../arrange/unite';
import { defineStep } from './definition';

/** All pieces, such as letters, as one outline, so that no overlap shows in what comes after. */
export const unitePieces = defineStep({
  kind: 'unite-pieces',
  fields: [],
  defaults: {},
  apply: (outline) => (outline.length ? [noteParts(combine('union', outline), outline)] : outline),
});

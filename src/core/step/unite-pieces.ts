import { combine } from '../arrange/combine';
import { defineStep } from './definition';

/** All pieces, such as letters, as one outline, so that no overlap shows in what comes after. */
export const unitePieces = defineStep({
  kind: 'unite-pieces',
  fields: [],
  defaults: {},
  apply: (outline) => (outline.length ? [combine('union', outline)] : outline),
});

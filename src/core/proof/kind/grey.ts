import { greyMatrix, mixed } from '../../colour/mix';
import { defineProof } from '../definition';
import { seenThrough } from '../whole-sheet';

/** The sheet without its colours, each as light as it is. */
export const greyProof = defineProof<object>({
  kind: 'grey',
  label: 'Greys',
  about: 'The sheet without its colours, each as light as it was.',
  alsoKnown: ['greyscale', 'grayscale', 'black and white', 'luminance', 'value'],
  row: 'ink',
  fields: [],
  defaults: {},
  title: () => 'Greys',
  scene: (sheet) =>
    seenThrough(sheet, { kind: 'mix', rows: greyMatrix, linear: true }, (c) => mixed(c, greyMatrix, true)),
});

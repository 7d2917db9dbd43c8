import { count } from '../../document/fields';
import { defineProof } from '../definition';

interface SizeProof {
  readonly pixels: number;
}

/** Largest size that a proof is looked at in, pixels. */
export const mostPixels = 2048;

/** The sheet as it is, in so many pixels. */
export const sizeProof = defineProof<SizeProof>({
  kind: 'size',
  label: 'Size',
  about: 'The sheet as it is, in true pixels.',
  alsoKnown: ['small', 'icon', 'favicon', 'thumbnail', 'pixels', 'actual size'],
  row: 'small',
  fields: [count('pixels', 'Pixels', 'Of the longer side.', 4, mostPixels)],
  defaults: { pixels: 64 },
  title: (p) => `${p.pixels} px`,
  pixels: (p) => p.pixels,
  scene: (sheet) => sheet,
});

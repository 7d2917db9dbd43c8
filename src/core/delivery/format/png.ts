import { onlyIf, toggle } from '../../document/fields';
import { defineFormat } from '../definition';
import { bitsField, type ColourSpace, spaceField } from './colour-space';

export interface PngParams {
  readonly bits: '8' | '16';
  /** Whether it has a table of colours where there are few enough for that. */
  readonly palette: boolean;
  readonly space: ColourSpace;
}

export const pngFormat = defineFormat<PngParams>({
  kind: 'png',
  label: 'PNG',
  about: 'Pixels without loss, clear in places.',
  alsoKnown: ['portable network graphics', 'lossless'],
  extension: 'png',
  media: 'image/png',
  made: 'pixels',
  longest: 32_768,
  clear: true,
  standard: 'PNG, 3rd edition (W3C)',
  own: [
    bitsField,
    onlyIf(
      'bits',
      '8',
      toggle(
        'palette',
        'Table of colours',
        'Where 256 colours or fewer are all there are: a smaller file, the same pixels.',
      ),
    ),
    spaceField,
  ],
  ownDefaults: { bits: '8', palette: true, space: 'srgb' },
});

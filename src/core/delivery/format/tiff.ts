import { defineFormat } from '../definition';
import { bitsField, type ColourSpace, spaceField } from './colour-space';

export interface TiffParams {
  readonly bits: '8' | '16';
  readonly space: ColourSpace;
}

export const tiffFormat = defineFormat<TiffParams>({
  kind: 'tiff',
  label: 'TIFF',
  about: 'Pixels without loss, for print.',
  alsoKnown: ['tif', 'print', 'lossless'],
  extension: 'tif',
  media: 'image/tiff',
  made: 'pixels',
  longest: 32_768,
  clear: true,
  standard: 'TIFF 6.0',
  own: [bitsField, spaceField],
  ownDefaults: { bits: '8', space: 'srgb' },
});

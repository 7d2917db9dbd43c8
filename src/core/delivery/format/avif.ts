import { share, toggle, unless } from '../../document/fields';
import { defineFormat } from '../definition';
import { type ColourSpace, spaceField } from './colour-space';

export interface AvifParams {
  readonly lossless: boolean;
  readonly quality: number;
  readonly space: ColourSpace;
}

export const avifFormat = defineFormat<AvifParams>({
  kind: 'avif',
  label: 'AVIF',
  about: 'The smallest files for web pages; slow to make.',
  alsoKnown: ['av1', 'web page', 'lossy'],
  extension: 'avif',
  media: 'image/avif',
  made: 'pixels',
  longest: 16_384,
  clear: true,
  standard: 'AV1 Image File Format (AOMedia)',
  own: [
    toggle('lossless', 'Without loss', 'Keeps every pixel as it is.'),
    unless('lossless', true, share('quality', 'Quality', 'More keeps more and takes more room.', 0.01, 1)),
    spaceField,
  ],
  ownDefaults: { lossless: false, quality: 0.7, space: 'srgb' },
});

import { share, toggle, unless } from '../../document/fields';
import { defineFormat } from '../definition';
import { type ColourSpace, spaceField } from './colour-space';

export interface WebpParams {
  readonly lossless: boolean;
  readonly quality: number;
  readonly space: ColourSpace;
}

export const webpFormat = defineFormat<WebpParams>({
  kind: 'webp',
  label: 'WebP',
  about: 'Small files for web pages, with or without loss, clear in places.',
  alsoKnown: ['web page', 'lossy'],
  extension: 'webp',
  media: 'image/webp',
  made: 'pixels',
  longest: 16_383,
  clear: true,
  standard: 'RFC 9649',
  own: [
    toggle('lossless', 'Without loss', 'Keeps every pixel as it is.'),
    unless('lossless', true, share('quality', 'Quality', 'More keeps more and takes more room.', 0.01, 1)),
    spaceField,
  ],
  ownDefaults: { lossless: false, quality: 0.9, space: 'srgb' },
});

import { share } from '../../document/fields';
import { defineFormat } from '../definition';
import { type ColourSpace, spaceField } from './colour-space';

export interface JpegParams {
  readonly quality: number;
  readonly space: ColourSpace;
}

export const jpegFormat = defineFormat<JpegParams>({
  kind: 'jpeg',
  label: 'JPEG',
  about: 'Pixels with some loss, never clear: for soft pictures.',
  alsoKnown: ['jpg', 'photo'],
  extension: 'jpg',
  media: 'image/jpeg',
  made: 'pixels',
  longest: 32_768,
  clear: false,
  standard: 'ITU-T T.81, T.871',
  own: [share('quality', 'Quality', 'More keeps more and takes more room.', 0.01, 1), spaceField],
  ownDefaults: { quality: 0.9, space: 'srgb' },
});

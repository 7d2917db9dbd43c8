import { sizes } from '../../document/fields';
import { defineFormat } from '../definition';

export interface IcoParams {
  /** Sides of the squares, pixels. */
  readonly sides: readonly number[];
}

export const icoFormat = defineFormat<IcoParams>({
  kind: 'ico',
  label: 'ICO',
  about: 'An icon in several sizes in one file.',
  alsoKnown: ['favicon', 'icon'],
  extension: 'ico',
  media: 'image/vnd.microsoft.icon',
  made: 'icons',
  longest: 256,
  clear: true,
  standard: 'media type image/vnd.microsoft.icon (IANA)',
  own: [
    sizes(
      'sides',
      'Sizes',
      'Sides of its squares in pixels, at most 256; what is no square stands in the middle.',
      256,
      16,
    ),
  ],
  ownDefaults: { sides: [16, 32, 48] },
});

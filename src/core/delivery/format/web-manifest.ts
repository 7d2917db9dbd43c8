import { colour } from '../../document/fields';
import { defineFormat } from '../definition';

export interface ManifestParams {
  /** Of the frame that a browser puts about the page. */
  readonly theme: string;
}

export const manifestFormat = defineFormat<ManifestParams>({
  kind: 'manifest',
  label: 'Web manifest',
  about: 'Tells browsers of the square PNG icons in the set.',
  alsoKnown: ['web app manifest', 'icons', 'web page'],
  extension: 'webmanifest',
  media: 'application/manifest+json',
  made: 'list',
  longest: 0,
  clear: true,
  standard: 'Web Application Manifest (W3C)',
  own: [colour('theme', 'Theme colour', 'Of what a browser puts about the page.')],
  ownDefaults: { theme: '#1f2b38' },
});

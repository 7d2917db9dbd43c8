import { choice, later, number } from '../../document/fields';
import { defineFormat } from '../definition';
import { letteringWays } from './svg';

export interface PdfParams {
  readonly lettering: keyof typeof letteringWays;
  /** Dots to an inch of what goes in as pictures. */
  readonly fineness: number;
}

export const pdfFormat = defineFormat<PdfParams>({
  kind: 'pdf',
  label: 'PDF',
  about: 'Pages of outlines for print, with their trim and their bleed.',
  alsoKnown: ['print', 'vector', 'page'],
  extension: 'pdf',
  media: 'application/pdf',
  made: 'outlines',
  longest: 19_200,
  clear: true,
  paged: true,
  standard: 'ISO 32000-1',
  own: [
    later(
      choice(
        'lettering',
        'Lettering as',
        'As text in fonts that go into the file as far as their licences allow, or as outlines.',
        letteringWays,
      ),
      'outlines',
    ),
    number('fineness', 'Dots per inch', 'Of blurs, bevels and grain, which go in as pictures.', 30, 1200, 10),
  ],
  ownDefaults: { lettering: 'outlines', fineness: 300 },
});

import { choice, count, toggle } from '../../document/fields';
import { defineFormat } from '../definition';

/** What lettering goes into a file as. */
export const letteringWays = { outlines: 'Outlines', text: 'Text' } as const;

export interface SvgParams {
  readonly lettering: keyof typeof letteringWays;
  /** Decimals of its numbers. */
  readonly decimals: number;
  /** Whether the live design is kept inside. */
  readonly recipe: boolean;
  /** Whether parts have their names in it. */
  readonly titles: boolean;
}

export const svgFormat = defineFormat<SvgParams>({
  kind: 'svg',
  label: 'SVG',
  about: 'Outlines for web pages and other programs.',
  alsoKnown: ['vector', 'scalable', 'web page'],
  extension: 'svg',
  media: 'image/svg+xml',
  made: 'outlines',
  longest: 100_000,
  clear: true,
  standard: 'SVG 1.1, Compositing and Blending 1 (W3C)',
  own: [
    choice(
      'lettering',
      'Lettering as',
      'As text in fonts that go into the file as far as their licences allow, or as outlines.',
      letteringWays,
    ),
    count('decimals', 'Decimals', 'Places behind the point of its numbers.', 0, 8),
    toggle('titles', 'Names of parts', 'Parts are told apart by their names.'),
    toggle('recipe', 'Live design inside', 'It can be opened again here with everything alive.'),
  ],
  ownDefaults: { lettering: 'outlines', decimals: 4, recipe: false, titles: false },
});

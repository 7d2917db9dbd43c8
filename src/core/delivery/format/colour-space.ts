import { choice, type Field } from '../../document/fields';

/** Colour spaces that files of pixels are tagged with, and what each is called. */
export const colourSpaces = { srgb: 'sRGB', p3: 'Display P3' } as const;
export type ColourSpace = keyof typeof colourSpaces;

export const spaceField: Field = choice(
  'space',
  'Colour space',
  'What its numbers mean; the colours look the same in either.',
  colourSpaces,
);

export const bitsField: Field = choice('bits', 'Bits a channel', 'How fine its tones are.', {
  '8': '8',
  '16': '16',
});

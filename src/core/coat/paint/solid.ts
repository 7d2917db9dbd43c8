import { parseHex } from '../../colour/colour';
import { colour } from '../../document/fields';
import type { Solid } from '../types';
import { definePaint } from './definition';

const fields = [colour('colour', 'Colour', 'Of the whole area.')];

export const solid = definePaint<Solid>({
  kind: 'solid',
  label: 'Solid',
  about: 'One colour.',
  alsoKnown: ['flat', 'plain'],
  defaults: { kind: 'solid', colour: '#1f2b38' },
  fields: () => fields,
  stored: fields,
  colourAt: (paint) => paint.colour,
  cover: (paint) => ({ kind: 'solid', colour: parseHex(paint.colour) }),
});

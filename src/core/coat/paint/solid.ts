import { parseHex } from '../../colour/colour';
import { colour } from '../../document/fields';
import type { Solid } from '../types';
import { definePaint } from './definition';

const fields = [colour('colour')];

export const solid = definePaint<Solid>({
  kind: 'solid',
  defaults: { kind: 'solid', colour: '#1f2b38' },
  fields: () => fields,
  stored: fields,
  colourAt: (paint) => paint.colour,
  cover: (paint) => ({ kind: 'solid', colour: parseHex(paint.colour) }),
});

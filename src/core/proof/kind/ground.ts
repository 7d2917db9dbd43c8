import { parseHex } from '../../colour/colour';
import { colour } from '../../document/fields';
import { defineProof } from '../definition';

interface GroundProof {
  readonly colour: string;
}

/** The sheet on another ground. */
export const groundProof = defineProof<GroundProof>({
  kind: 'ground',
  label: 'Ground',
  about: 'The sheet on a ground of another colour.',
  alsoKnown: ['background', 'on white', 'on dark', 'on colour'],
  row: 'grounds',
  fields: [colour('colour', 'Colour', 'Of the ground.')],
  defaults: { colour: '#ffffff' },
  title: (p) => `On ${p.colour}`,
  scene: (sheet, p) => ({ ...sheet, ground: parseHex(p.colour) }),
});

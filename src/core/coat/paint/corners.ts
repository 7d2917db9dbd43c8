import { colour } from '../../document/fields';
import { meshColour } from '../../mesh/colour-at';
import type { Corners } from '../types';
import { definePaint, placeOn, shareOf } from './definition';
import { evenMesh, mesh } from './mesh';

const fields = [
  colour('topLeft', 'Top left', 'Colour of this corner.'),
  colour('topRight', 'Top right', 'Colour of this corner.'),
  colour('bottomLeft', 'Bottom left', 'Colour of this corner.'),
  colour('bottomRight', 'Bottom right', 'Colour of this corner.'),
];

/** The corner gradient as a mesh of one patch. */
export const cornersMesh = (p: Corners) => ({
  ...evenMesh(1, 1, (x, y) =>
    y === 0 ? (x === 0 ? p.topLeft : p.topRight) : x === 0 ? p.bottomLeft : p.bottomRight,
  ),
  smooth: false,
});

export const corners = definePaint<Corners>({
  kind: 'corners',
  label: 'Corner gradient',
  about: 'A colour in each corner of the bounds, evenly between them.',
  alsoKnown: ['four colour'],
  defaults: {
    kind: 'corners',
    topLeft: '#fbf1d6',
    topRight: '#e0a24a',
    bottomLeft: '#9a6b1f',
    bottomRight: '#4a2f1b',
  },
  fields: () => fields,
  stored: fields,
  colourAt: (paint, p, bounds) => meshColour(cornersMesh(paint), shareOf(bounds, p)),
  cover: (paint, context) => mesh.cover(cornersMesh(paint), context),
  handles: (paint, bounds) =>
    (
      [
        ['topLeft', 0, 0],
        ['topRight', 1, 0],
        ['bottomLeft', 0, 1],
        ['bottomRight', 1, 1],
      ] as const
    ).map(([name, x, y]) => ({ id: name, ...placeOn(bounds, x, y), colour: paint[name] })),
});

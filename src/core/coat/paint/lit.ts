import { formatHex, parseHex, type Rgba } from '../../colour/colour';
import { followsLamp, lampDefaults, lampFields, lampOf } from '../../depth/lamp-fields';
import { facingOnSheet, type Lamp, lambert, litColours, towardLamp } from '../../depth/light';
import { facingAt } from '../../depth/side';
import { acrossSide } from '../../depth/side-paint';
import { colour, share } from '../../document/fields';
import { identity } from '../../geometry/matrix';
import type { Lit } from '../types';
import { definePaint } from './definition';

const fields = [
  colour('colour', 'In the light', 'Of a face turned right to the light.'),
  colour('shade', 'In the shade', 'Of a face turned away from the light.'),
  share('ambient', 'Light all round', 'How much of the light falls everywhere.'),
  ...lampFields,
];

/** How much of a colour's light is left in its shade, where nothing else is said. */
const shadeLeft = 0.12;

/** A colour as it is in the shade, as hex. */
export const shadeOf = (hex: string): string => formatHex(litColours(parseHex(hex), [0, 0, 0, 1])(shadeLeft));

const ramps = new WeakMap<Lit, (share: number) => Rgba>();

/** Colours by the share of light; remembered, for the lamp and the depth are dragged. */
function rampOf(paint: Lit): (share: number) => Rgba {
  let ramp = ramps.get(paint);
  if (!ramp) {
    ramp = litColours(parseHex(paint.colour), parseHex(paint.shade));
    ramps.set(paint, ramp);
  }
  return ramp;
}

/** The colour of a face by its normal on the sheet. */
function shading(paint: Lit, lamp: Lamp): (x: number, y: number, z: number) => Rgba {
  const ramp = rampOf(paint);
  const light = towardLamp(lamp);
  return (x, y, z) => ramp(paint.ambient + (1 - paint.ambient) * lambert(x, y, z, light));
}

/** What faces whoever looks, in the light. */
const flat = (paint: Lit, lamp: Lamp): Rgba => shading(paint, lamp)(0, 0, 1);

export const lit = definePaint<Lit>({
  kind: 'lit',
  label: 'By the light',
  about: 'A colour as light falls onto it: sides of a solid by the way they face.',
  alsoKnown: ['shading', 'shaded'],
  defaults: {
    kind: 'lit',
    colour: '#d9a441',
    shade: '#3a2a10',
    ambient: 0.25,
    ...lampDefaults,
  },
  fields: () => fields,
  stored: fields,
  meetsLight: followsLamp,
  cover: (paint, { light }) => ({ kind: 'solid', colour: flat(paint, lampOf(paint, light)) }),
  sideCover(paint, side, { light }) {
    const colourOf = shading(paint, lampOf(paint, light));
    const world = light?.world ?? identity;
    return acrossSide(side, (t) => {
      const n = facingOnSheet(facingAt(side, t), world);
      return colourOf(n.x, n.y, 0);
    });
  },
  tinted: (paint, tint) => ({ ...paint, colour: tint }),
  colourAt: (paint) => formatHex(flat(paint, lampOf(paint, null))),
});

import { formatHex, parseHex, type Rgba } from '../../colour/colour';
import { followsLamp, lampDefaults, lampFields, lampOf, ownLight } from '../../depth/lamp-fields';
import { facingOnSheet, type Lamp, lambert, litColours, towardLamp } from '../../depth/light';
import { downhillAt, facingAt } from '../../depth/side';
import { acrossSide } from '../../depth/side-paint';
import { colour, share } from '../../document/fields';
import { isLine } from '../../geometry/cubic';
import { identity, type Matrix } from '../../geometry/matrix';
import type { Spin } from '../../geometry/spin';
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

/** A normal once its solid is turned in space and lies on its sheet, of length 1. */
function spunNormal(r: Spin, x: number, y: number, z: number, world: Matrix): [number, number, number] {
  const [nx, ny, nz] = [
    r[0] * x + r[1] * y + r[2] * z,
    r[3] * x + r[4] * y + r[5] * z,
    r[6] * x + r[7] * y + r[8] * z,
  ];
  const level = Math.hypot(nx, ny);
  if (level < 1e-12) return [0, 0, Math.sign(nz)];
  const on = facingOnSheet({ x: nx / level, y: ny / level }, world);
  return [on.x * level, on.y * level, nz];
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
  supposes: ownLight,
  cover: (paint, { light }) => ({ kind: 'solid', colour: flat(paint, lampOf(paint, light)) }),
  sideCover(paint, side, { light }, { spin, rise } = {}) {
    const colourOf = shading(paint, lampOf(paint, light));
    const world = light?.world ?? identity;
    if (rise) {
      const { slope, fan } = rise;
      const l = Math.hypot(slope, 1);
      const rising = (t: number) => {
        const n = facingOnSheet(downhillAt(side, t, fan), world);
        return colourOf((n.x * slope) / l, (n.y * slope) / l, 1 / l);
      };
      // A fan turns about its corner even where its ridge is straight.
      return acrossSide(side, rising, fan || !isLine(side.edge));
    }
    return acrossSide(side, (t) => {
      const { x, y } = facingAt(side, t);
      if (!spin) {
        const n = facingOnSheet({ x, y }, world);
        return colourOf(n.x, n.y, 0);
      }
      return colourOf(...spunNormal(spin, x, y, 0, world));
    });
  },
  faceCover(paint, spin, { light }) {
    const towardEye = spin[8] < 0 ? -1 : 1;
    const normal = spunNormal(spin, 0, 0, towardEye, light?.world ?? identity);
    return { kind: 'solid', colour: shading(paint, lampOf(paint, light))(...normal) };
  },
  tinted: (paint, tint) => ({ ...paint, colour: tint }),
  colourAt: (paint) => formatHex(flat(paint, lampOf(paint, null))),
});

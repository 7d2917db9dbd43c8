import type { Gradient, Paint, Stop } from '../types';
import { cornersMesh } from './corners';
import { rampOf } from './gradient';
import { paints } from './index';
import { shadeOf } from './lit';

/** The colours of a paint in the order they follow each other. */
export function coloursOf(paint: Paint): string[] {
  switch (paint.kind) {
    case 'solid':
    case 'grain':
      return [paint.colour];
    case 'lit':
      return [paint.shade, paint.colour];
    case 'corners':
      return [paint.topLeft, paint.topRight, paint.bottomRight, paint.bottomLeft];
    case 'mesh':
      return [...new Set(paint.nodes.map((n) => n.colour))];
    case 'stripes':
      return [...paint.colours];
    case 'pattern':
    case 'picture':
      return [];
    default:
      return [...paint.stops].sort((a, b) => a.at - b.at).map((s) => s.colour);
  }
}

const light = '#fbf1d6';
const brass = '#9a6b1f';

/** Stops of a gradient that is made from another paint: its colours, or a light one and its own. */
function stopsFrom(paint: Paint): readonly Stop[] {
  if ('stops' in paint) return paint.stops;
  const list = coloursOf(paint);
  const colours = list.length > 1 ? list : [light, list[0] ?? brass];
  return colours.map((colour, i) => ({ at: i / (colours.length - 1), colour }));
}

/** A paint turned into one of another kind; its colours, and of gradients all that both have, stay. */
export function convertPaint(paint: Paint, kind: Paint['kind']): Paint {
  if (paint.kind === kind) return paint;
  const base = paints[kind].defaults as Paint;
  const colours = coloursOf(paint);
  switch (base.kind) {
    case 'solid':
    case 'grain':
      return { ...base, colour: colours.at(-1) ?? base.colour };
    case 'lit': {
      const colour = colours.at(-1) ?? base.colour;
      return { ...base, colour, shade: shadeOf(colour) };
    }
    case 'stripes':
      return { ...base, colours: colours.length > 1 ? colours.slice(0, 32) : [colours[0] ?? brass, light] };
    case 'pattern':
    case 'picture':
      return base;
    case 'corners': {
      if (!colours.length) return base;
      const ramp = rampOf({ stops: stopsFrom(paint), interpolation: 'oklab' });
      return {
        ...base,
        topLeft: ramp(0),
        topRight: ramp(1 / 3),
        bottomLeft: ramp(2 / 3),
        bottomRight: ramp(1),
      };
    }
    case 'mesh':
      return paint.kind === 'corners' ? cornersMesh(paint) : base;
    default: {
      const gradient = { ...base, stops: stopsFrom(paint) } as Gradient;
      return 'stops' in paint
        ? { ...gradient, interpolation: paint.interpolation, spread: paint.spread }
        : gradient;
    }
  }
}

import { parseHex } from '../colour/colour';
import { luminance } from '../colour/contrast';
import { blendField } from '../document/blend-field';
import { choice, colour, length, share, size } from '../document/fields';
import type { BlendMode } from '../scene/types';
import { defineFinish } from './definition';
import { castBy, casterOf, castInto, ringGrip } from './light-nodes';

interface Glow {
  colour: string;
  shines: string;
  softness: number;
  spread: number;
  opacity: number;
  blend: BlendMode;
}

/** Modes that only lighten what lies under them (Compositing and Blending Level 1, section 10). */
const lightening: readonly BlendMode[] = ['screen', 'lighten', 'color-dodge'];
/** Modes that only darken it. */
const darkening: readonly BlendMode[] = ['multiply', 'darken', 'color-burn'];
/** Luminances beyond which a colour hardly lightens, or hardly darkens. */
const [dark, bright] = [0.03, 0.85];

/** The mode that shows a colour where another cannot, or null where it can be seen. */
function betterBlend(hex: string, blend: BlendMode): BlendMode | null {
  const [r, g, b] = parseHex(hex);
  const l = luminance([r, g, b, 1]);
  if (lightening.includes(blend) && l < dark) return 'multiply';
  return darkening.includes(blend) && l > bright ? 'screen' : null;
}

/** A note on a blend mode that cannot show its colour, and the way out. */
export const blendNotes = {
  note: ({ colour: hex, blend }: { colour: string; blend: BlendMode }): string | null => {
    const better = betterBlend(hex, blend);
    if (!better) return null;
    return better === 'multiply'
      ? 'So dark a colour cannot be seen where it only lightens.'
      : 'So light a colour cannot be seen where it only darkens.';
  },
  remedy: ({ colour: hex, blend }: { colour: string; blend: BlendMode }) => {
    const better = betterBlend(hex, blend);
    return (
      better && {
        label: better === 'multiply' ? 'Multiply instead' : 'Screen instead',
        params: { blend: better },
      }
    );
  },
} as const;

/** Light that shines out from the part's edges, or in from them. Softness is twice the Gaussian's deviation. */
export const glow = defineFinish<Glow>({
  kind: 'glow',
  label: 'Glow',
  about: 'Light that shines out from the edges, or in from them.',
  alsoKnown: ['outer glow', 'inner glow', 'halo'],
  fields: [
    colour('colour', 'Colour', 'Of the light.'),
    choice('shines', 'Shines', 'Out from the edges, or in from them.', {
      outside: 'Outwards',
      inside: 'Inwards',
    }),
    size('softness', 'Softness', 'Twice the standard deviation of its blur.'),
    length('spread', 'Spread', 'How far it is at full strength before it fades.', -10_000, 10_000),
    share('opacity', 'Opacity', 'Of the light.'),
    blendField('Of the light with what lies under it.'),
  ],
  // Common practice, no source: a blur of 20 at two thirds, without a shift.
  defaults: { colour: '#ffd98a', shines: 'outside', softness: 40, spread: 4, opacity: 0.65, blend: 'screen' },
  ...blendNotes,
  apply(painted, p) {
    const inside = p.shines === 'inside';
    const source = casterOf(painted, inside ? -p.spread : p.spread);
    const shape = { dx: 0, dy: 0, sigma: p.softness / 2, colour: parseHex(p.colour) };
    const laid = { opacity: p.opacity, blend: p.blend };
    return inside
      ? [...painted.nodes, ...castInto(painted.nodes, source, shape, laid)]
      : [{ ...castBy(source, shape), ...laid }, ...painted.nodes];
  },
  ...ringGrip('softness'),
});

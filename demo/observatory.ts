import { type Coat, type Design, isColourSwatch, linkSwatch, type Part, type Swatch } from '@/core';

/** The colours of the Hollin Tarn Observatory. */
export const ink = {
  night: '#14213d',
  dusk: '#5a3a63',
  ember: '#b0513f',
  brass: '#c98f3a',
  straw: '#f3d9a0',
  snow: '#fbf1d6',
  tarn: '#2f6f7a',
  madder: '#b23a48',
} as const;

const names: Readonly<Record<keyof typeof ink, string>> = {
  night: 'Night',
  dusk: 'Dusk',
  ember: 'Ember',
  brass: 'Brass',
  straw: 'Straw',
  snow: 'Snow',
  tarn: 'Tarn water',
  madder: 'Madder',
};

const palette: readonly Swatch[] = [
  ...Object.entries(ink).map(([key, colour]) => ({
    id: `ink-${key}`,
    name: names[key as keyof typeof ink],
    colour,
  })),
  {
    id: 'ink-lamplight',
    name: 'Lamplight',
    stops: [
      { at: 0, colour: ink.snow },
      { at: 0.45, colour: ink.straw },
      { at: 1, colour: ink.brass },
    ],
    interpolation: 'oklab',
  },
];

/** Addresses of the colours of a coat, with the colours. */
function coloursOf(coat: Coat): [string, string][] {
  const at = `coats/${coat.id}/paint`;
  const { paint } = coat;
  if (paint.kind === 'solid') return [[`${at}/colour`, paint.colour]];
  if ('stops' in paint) return paint.stops.map((s, i) => [`${at}/stops/${i}/colour`, s.colour]);
  if (paint.kind === 'stripes') return paint.colours.map((c, i) => [`${at}/colours/${i}`, c]);
  return [];
}

/** The design with the observatory's palette, and every colour that is one of it linked to it. */
export function inObservatoryInks(design: Design): Design {
  const linked = (part: Part): Part =>
    part.coats.flatMap(coloursOf).reduce((p, [address, colour]) => {
      const swatch = palette.find((s) => isColourSwatch(s) && s.colour === colour);
      return swatch ? linkSwatch(p, address, swatch) : p;
    }, part);
  return {
    ...design,
    palette,
    parts: Object.fromEntries(Object.entries(design.parts).map(([id, p]) => [id, linked(p)])),
  };
}

import { parseHex, type Rgba } from '../colour/colour';
import { luminance } from '../colour/contrast';
import { fitted, type Oklch, toOklch } from '../colour/oklch';
import { encodeChannel, fromOklab } from '../colour/spaces';
import { angle, choice, colour, later, onlyIf, share, toggle } from '../document/fields';
import { defineFinish } from './definition';
import { recolour } from './recolour';

const clip = (v: number) => Math.min(1, Math.max(0, v));

/** sRGB of an OKLCH colour, its chroma cut to what sRGB holds. */
function rgbOf(c: Oklch, alpha: number): Rgba {
  const { l, c: chroma, h } = fitted(c);
  const a = (h * Math.PI) / 180;
  const [r, g, b] = fromOklab([l, chroma * Math.cos(a), chroma * Math.sin(a)]);
  return [clip(r), clip(g), clip(b), alpha];
}

const between = (a: Rgba, b: Rgba, t: number): Rgba => [
  a[0] + (b[0] - a[0]) * t,
  a[1] + (b[1] - a[1]) * t,
  a[2] + (b[2] - a[2]) * t,
  a[3] + (b[3] - a[3]) * t,
];

/** What the change is put to: its own part, or everything below it in the same group or on the sheet. */
const changes = later(
  choice('changes', 'Changes', 'Whether the part alone is changed or all that lies below it.', {
    itself: 'Itself',
    below: 'Everything below it',
  }),
  'itself',
);

/** One hue over the whole; each colour keeps its lightness. */
export const tint = defineFinish({
  kind: 'tint',
  label: 'Tint',
  about: 'One hue over the whole; each colour keeps its lightness.',
  alsoKnown: ['colourise', 'monochrome'],
  fields: [
    changes,
    colour('colour', 'Colour', 'What the colours become.'),
    share('amount', 'Amount', 'How much of the change there is.'),
  ],
  defaults: { changes: 'itself', colour: '#9a6b1f', amount: 1 },
  apply(painted, p) {
    const { c, h } = toOklch(parseHex(p.colour));
    return recolour(painted.nodes, (own) =>
      between(own, rgbOf({ l: toOklch(own).l, c, h }, own[3]), p.amount),
    );
  },
});

/** Hue turned, chroma and lightness made more or less, in OKLCH. */
export const colourShift = defineFinish({
  kind: 'colour-shift',
  label: 'Colour shift',
  about: 'Hue, chroma and lightness of all colours moved together.',
  alsoKnown: ['hue', 'saturation', 'adjust'],
  fields: [
    changes,
    angle('hue', 'Hue', 'How far hues turn.', -360, 360),
    share('chroma', 'Chroma', 'How much more or less colourful.', -1, 3),
    share('lightness', 'Lightness', 'How much lighter or darker.', -1, 1),
  ],
  defaults: { changes: 'itself', hue: 0, chroma: 0, lightness: 0 },
  apply: (painted, p) =>
    recolour(painted.nodes, (own) => {
      const { l, c, h } = toOklch(own);
      // Toward white or black by a share of what is left, so that nothing runs out of range.
      const lightness = p.lightness >= 0 ? l + (1 - l) * p.lightness : l * (1 + p.lightness);
      return rgbOf({ l: lightness, c: c * (1 + p.chroma), h: (((h + p.hue) % 360) + 360) % 360 }, own[3]);
    }),
});

/** More or less of each of red, green and blue. */
export const colourBalance = defineFinish({
  kind: 'colour-balance',
  label: 'Colour balance',
  about: 'More or less red, green and blue in all colours.',
  alsoKnown: ['adjust'],
  fields: [
    changes,
    share('red', 'Red', 'More or less of it.', -1, 1),
    share('green', 'Green', 'More or less of it.', -1, 1),
    share('blue', 'Blue', 'More or less of it.', -1, 1),
    toggle('keepLightness', 'Keep lightness', 'Each colour stays as light as it is.'),
  ],
  defaults: { changes: 'itself', red: 0, green: 0, blue: 0, keepLightness: true },
  apply: (painted, p) =>
    recolour(painted.nodes, (own) => {
      const by = [p.red, p.green, p.blue];
      const [r, g, b] = own.slice(0, 3).map((v, i) => clip(v + by[i] * (by[i] > 0 ? 1 - v : v)));
      if (!p.keepLightness) return [r, g, b, own[3]];
      return rgbOf({ ...toOklch([r, g, b, 1]), l: toOklch(own).l }, own[3]);
    }),
});

/** Everything in one ink: darkness becomes how much of it there is, or all or none of it. */
export const oneInk = defineFinish({
  kind: 'one-ink',
  label: 'One ink',
  about: 'Everything in one colour: darkness becomes how much of it there is.',
  alsoKnown: ['monochrome', 'threshold', 'one colour'],
  fields: [
    changes,
    colour('colour', 'Colour', 'What the colours become.'),
    choice('tones', 'Tones', 'Shades of the ink, or all of it or nothing.', { even: 'Evenly', hard: 'Hard' }),
    onlyIf('tones', 'hard', share('threshold', 'Threshold', 'How light a colour must be to become nothing.')),
    toggle('reversed', 'Reversed', 'Light becomes ink.'),
  ],
  defaults: { changes: 'itself', colour: '#1f2b38', tones: 'even', threshold: 0.6, reversed: false },
  apply(painted, p) {
    const [r, g, b, a] = parseHex(p.colour);
    return recolour(painted.nodes, (own) => {
      const light = encodeChannel(luminance(own));
      const dark = p.reversed ? light : 1 - light;
      const share = p.tones === 'even' ? dark : dark >= 1 - p.threshold ? 1 : 0;
      return [r, g, b, a * own[3] * share];
    });
  },
});

import type { Interpolation } from '../colour/gradient';
import { clipText } from '../document/text';
import { isColourSwatch } from '../palette/palette';
import type { Swatch } from '../palette/types';

/** A name as the custom property of a style sheet is called: in small letters, dashes between its words. */
export function propertyName(name: string): string {
  const plain = name
    .normalize('NFKC')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '');
  return `--${plain || 'unnamed'}`;
}

/** What CSS calls the spaces that colours are mixed in (CSS Color 4, 12.3). */
export const cssSpaces: Readonly<Record<Interpolation, string>> = {
  srgb: 'srgb',
  linear: 'srgb-linear',
  oklab: 'oklab',
};

const percent = (v: number): string => `${Number((100 * v).toFixed(4))}%`;

/** A value as CSS has it: a colour as hex, a gradient as one that runs to the right (CSS Images 4, 3.1). */
const cssValue = (swatch: Swatch): string =>
  isColourSwatch(swatch)
    ? swatch.colour
    : `linear-gradient(to right in ${cssSpaces[swatch.interpolation]}, ${swatch.stops
        .map((s) => `${s.colour} ${percent(s.at)}`)
        .join(', ')})`;

/** A palette as custom properties of a style sheet (CSS Custom Properties 1); two of one name are told apart by a number. */
export function paletteToProperties(palette: readonly Swatch[]): string {
  const used = new Map<string, number>();
  const lines = palette.map((s) => {
    const name = propertyName(s.name);
    const times = (used.get(name) ?? 0) + 1;
    used.set(name, times);
    return `  ${name}${times > 1 ? `-${times}` : ''}: ${cssValue(s)};`;
  });
  return `:root {\n${lines.join('\n')}\n}\n`;
}

/** What a swatch is called that comes from a custom property, where none of that name is known. */
export function swatchName(property: string): string {
  const words = property.replace(/^--/, '').replace(/[-_]+/g, ' ').trim();
  return clipText(words ? words[0].toUpperCase() + words.slice(1) : 'Unnamed', 60);
}

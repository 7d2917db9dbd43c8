import { References } from '../css-references';
import { lengthOf, usualFontSize } from './values';

/** What properties come to, by their names; those of one's own begin with two dashes. */
export type Style = Readonly<Record<string, string>>;

/** Properties whose lengths may be told in the size of their element’s font. */
const lengths = [
  'stroke-width',
  'stroke-dasharray',
  'stroke-dashoffset',
  'letter-spacing',
  'word-spacing',
  'baseline-shift',
] as const;

/** Sizes by name, CSS px (CSS Fonts 4, 2.5.1: those that are usual about a size of 16). */
const sizes: Readonly<Record<string, number>> = {
  'xx-small': 9,
  'x-small': 10,
  small: 13,
  medium: usualFontSize,
  large: 18,
  'x-large': 24,
  'xx-large': 32,
  'xxx-large': 48,
};
/** How much larger or smaller than a parent’s a size is that says no more. */
const step = 1.2;

const inFont = /([+-]?(?:\d+\.?\d*|\.\d+))(em|ex|ch)(?![a-z])/gi;

/** A text with lengths in the size of a font in px: a letter x and a 0 are taken as half as large as the font. */
const inPixels = (text: string, size: number): string =>
  text.replace(inFont, (_, v: string, unit: string) =>
    String(Number(v) * size * (unit.toLowerCase() === 'em' ? 1 : 0.5)),
  );

/** A font’s size in px by its parent’s. */
function fontSize(text: string, parent: number): string {
  const said = text.trim().toLowerCase();
  if (sizes[said] !== undefined) return String(sizes[said]);
  if (said === 'larger') return String(parent * step);
  if (said === 'smaller') return String(parent / step);
  return String(lengthOf(said, parent, parent, parent));
}

/** What the short form of a font says, by its properties (CSS Fonts 4, 2.7); nothing where it is written wrongly. */
function fontOf(text: string): readonly (readonly [string, string])[] {
  const found =
    /^((?:(?:normal|italic|oblique|small-caps|bold|bolder|lighter|[1-9]\d*)\s+)*)([\d.]+[a-z%]*|(?:xx?-)?(?:small|large)|medium|larger|smaller)(?:\s*\/\s*(?:[\d.]+[a-z%]*|normal))?\s*(.+)$/i.exec(
      text.trim(),
    );
  if (!found) return [];
  const words = found[1].trim().toLowerCase().split(/\s+/);
  return [
    ['font-style', words.find((w) => w === 'italic' || w === 'oblique') ?? 'normal'],
    ['font-variant', words.includes('small-caps') ? 'small-caps' : 'normal'],
    ['font-weight', words.find((w) => /^(?:bold|bolder|lighter|\d+)$/.test(w)) ?? 'normal'],
    ['font-size', found[2]],
    ['font-family', found[3]],
  ];
}

/** Short forms, by what they stand for. */
const shortForms: Readonly<Record<string, (text: string) => readonly (readonly [string, string])[]>> = {
  font: fontOf,
  marker: (text) => ['start', 'mid', 'end'].map((at) => [`marker-${at}`, text] as const),
};

/** The size of a style’s font, px. */
export const fontSizeOf = (style: Style): number => Number(style['font-size']) || usualFontSize;

/**
 * What an element’s properties come to (CSS Cascade 4, section 4).
 * @param declared what is said of it, what counts less before what counts more
 * @param parent what its parent’s properties come to
 * @param inherited properties that children take over
 * @param follows asked before each reference is followed, and with the characters that it came to
 */
export function computedStyle(
  declared: readonly (readonly [name: string, value: string])[],
  parent: Style,
  inherited: ReadonlySet<string>,
  follows: (cost: number) => boolean,
): Style {
  const style: Record<string, string> = {};
  const own = new Map<string, string>();
  const takes = (name: string) => inherited.has(name) || name.startsWith('--');
  for (const name in parent) if (takes(name)) style[name] = parent[name];
  for (const [name, value] of declared) if (name.startsWith('--')) style[name] = value;
  const references = new References((name) => style[name], follows);
  for (const [name, raw] of declared) {
    if (name.startsWith('--')) {
      own.set(name, references.heldIn(name) ?? 'unset');
      continue;
    }
    // What refers to nothing is as if it were not said (CSS Custom Properties 1, 3.1).
    const value = raw.includes('var(') ? (references.resolved(raw)?.trim() ?? 'unset') : raw;
    own.set(name, value);
    for (const [longer, text] of shortForms[name]?.(value) ?? []) own.set(longer, text);
  }
  for (const [name, value] of own) {
    const initial = value === 'initial' || ((value === 'unset' || value === 'revert') && !takes(name));
    const above = value === 'inherit' || value === 'unset' || value === 'revert';
    if (initial || (above && parent[name] === undefined)) delete style[name];
    else style[name] = above ? parent[name] : value;
  }
  const outside = fontSizeOf(parent);
  if (own.has('font-size') && style['font-size'] !== undefined)
    style['font-size'] = fontSize(style['font-size'], outside);
  const size = fontSizeOf(style);
  for (const name of lengths) if (own.has(name) && style[name]) style[name] = inPixels(style[name], size);
  return style;
}

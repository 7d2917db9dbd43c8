import { type OwnFont, shippedFaces } from '../../lettering/catalogue';

/** Faces for the families that any program knows by what they are like (CSS Fonts 4, 2.1.1). */
const generic: Readonly<Record<string, string>> = {
  serif: 'eb-garamond-500',
  'ui-serif': 'eb-garamond-500',
  monospace: 'jetbrains-mono-700',
  'ui-monospace': 'jetbrains-mono-700',
  cursive: 'great-vibes',
  fantasy: 'abril-fatface',
};

/** What there is where nothing else fits. */
const usual = 'source-sans';

const plain = (name: string): string => name.toLowerCase().replace(/[^a-z0-9]+/g, '');

/** A font of the designer's own, as it is found by its name. */
export type NamedFont = Pick<OwnFont, 'id' | 'name'>;

/** Words of names that say how heavy a font is, and its weight (OpenType, OS/2, usWeightClass); the longer ones first. */
const heavinesses: readonly (readonly [word: string, weight: number])[] = [
  ['extralight', 200],
  ['ultralight', 200],
  ['semibold', 600],
  ['demibold', 600],
  ['extrabold', 800],
  ['ultrabold', 800],
  ['thin', 100],
  ['hairline', 100],
  ['light', 300],
  ['medium', 500],
  ['bold', 700],
  ['heavy', 900],
  ['black', 900],
];

/** How a font is cut, by what of its name follows that of its family. */
function cutOf(rest: string): { readonly weight: number; readonly slanted: boolean } {
  const weight = heavinesses.find(([word]) => rest.includes(word))?.[1] ?? 400;
  return { weight, slanted: /italic|oblique|slanted/.test(rest) };
}

/** What words are to be set in. */
export interface WantedFace {
  /** Families, as CSS lists them. */
  readonly families: string | undefined;
  readonly weight: number;
  readonly slanted: boolean;
}

/** The designer's own font of a family that comes nearest to what is wanted; null where there is none. */
function ownFont(
  family: string,
  { weight, slanted }: WantedFace,
  fonts: readonly NamedFont[],
): NamedFont | null {
  let best: NamedFont | null = null;
  let least = Number.POSITIVE_INFINITY;
  for (const font of fonts) {
    const name = plain(font.name);
    if (!name.startsWith(family)) continue;
    const rest = name.slice(family.length);
    const cut = cutOf(rest);
    // A name that says nothing else is of the family itself, and others of it may be wider or narrower.
    const off = Math.abs(cut.weight - weight) + (cut.slanted === slanted ? 0 : 1000) + rest.length;
    if (off < least) [best, least] = [font, off];
  }
  return best;
}

/** A face that words are set in. */
export interface FoundFace {
  readonly face: string;
  /** The name of the first family that is not here, where another stands in for it. */
  readonly missing: string | null;
  /** Whether the face is slanted itself. */
  readonly slanted: boolean;
}

/** Returns a face for a list of families: one that ships, or the nearest cut of one of the designer's own. */
export function faceFor(wanted: WantedFace, fonts: readonly NamedFont[]): FoundFace {
  let missing: string | null = null;
  for (const said of (wanted.families ?? '').split(',')) {
    const name = said.trim().replace(/^["']|["']$/g, '');
    if (!name) continue;
    const known =
      generic[name.toLowerCase()] ?? (/^(?:ui-)?sans-serif$|^system-ui$/i.test(name) ? usual : null);
    if (known) return { face: known, missing, slanted: false };
    const family = plain(name);
    const own = family ? ownFont(family, wanted, fonts) : null;
    if (own) return { face: own.id, missing, slanted: cutOf(plain(own.name).slice(family.length)).slanted };
    const shipped = shippedFaces.find((f) => plain(f.name).startsWith(family));
    if (shipped) return { face: shipped.id, missing, slanted: false };
    missing ??= name;
  }
  return { face: usual, missing, slanted: false };
}

/** A family and a weight by which CSS finds a face that is here. */
export interface NamedFace {
  readonly family: string;
  readonly weight: number;
}

/** Names that files have for the shipped face whose weight is chosen. */
const variable = /^sourcesans(?:3|pro)?(?:vf|variable)?/;

/**
 * Returns the face that a file means by a font's own name (OpenType, name 4 and 6), such as “EBGaramond-Medium”, the mark of a
 * subset before it left out; null where it is not here.
 */
export function faceNamed(said: string, fonts: readonly NamedFont[]): NamedFace | null {
  const name = plain(said.replace(/^[A-Z]{6}\+/, ''));
  const found = [...fonts, ...shippedFaces].find(
    (f) => f.id !== usual && [plain(f.name), `${plain(f.name)}regular`].includes(name),
  );
  if (found) return { family: found.name, weight: cutOf(plain(found.name)).weight };
  const rest = name.replace(variable, '');
  if (rest === name || cutOf(rest).slanted) return null;
  return { family: shippedFaces.find((f) => f.id === usual)?.name ?? '', weight: cutOf(rest).weight };
}

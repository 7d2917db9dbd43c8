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

/** Names that the shipped face has whose weight is chosen. */
const variable = /^sourcesans(?:3|pro)?(?:vf|variable)?$/;

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

/** Words of names that say of a cut what weight does not. */
const cuts =
  /italic|oblique|slanted|regular|book|roman|normal|condensed|compressed|narrow|expanded|extended|wide/g;

/** How a font is cut, by what of its name follows that of its family; null where that is the name of another family. */
function cutOf(rest: string): { readonly weight: number; readonly slanted: boolean } | null {
  const found = heavinesses.find(([word]) => rest.includes(word));
  if (rest.replace(found?.[0] ?? '', '').replace(cuts, '')) return null;
  return { weight: found?.[1] ?? 400, slanted: /italic|oblique|slanted/.test(rest) };
}

/** What words are to be set in. */
export interface WantedFace {
  /** Families, as CSS lists them. */
  readonly families: string | undefined;
  readonly weight: number;
  readonly slanted: boolean;
}

/** The font of a family that comes nearest to what is wanted, the designer's own before those that ship; null where there is none. */
function nearestCut(
  family: string,
  { weight, slanted }: WantedFace,
  fonts: readonly NamedFont[],
): { readonly id: string; readonly slanted: boolean } | null {
  let best: { readonly id: string; readonly slanted: boolean } | null = null;
  let least = Number.POSITIVE_INFINITY;
  for (const font of [...fonts, ...shippedFaces]) {
    const name = plain(font.name);
    const rest = name.startsWith(family) ? name.slice(family.length) : null;
    const cut = rest === null ? null : cutOf(rest);
    if (rest === null || !cut) continue;
    // Of cuts that are as heavy the one with the shorter name is neither narrower nor wider.
    const off = Math.abs(cut.weight - weight) + (cut.slanted === slanted ? 0 : 1000) + rest.length;
    if (off < least) [best, least] = [{ id: font.id, slanted: cut.slanted }, off];
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
    if (variable.test(family)) return { face: usual, missing, slanted: false };
    const found = family ? nearestCut(family, wanted, fonts) : null;
    if (found) return { face: found.id, missing, slanted: found.slanted };
    missing ??= name;
  }
  return { face: usual, missing, slanted: false };
}

/** How heavy a font is by its whole name. */
const weightIn = (name: string): number => heavinesses.find(([word]) => name.endsWith(word))?.[1] ?? 400;

const usualName = shippedFaces.find((f) => f.id === usual)?.name ?? '';

/** A family and a weight by which CSS finds a face that is here. */
export interface NamedFace {
  readonly family: string;
  readonly weight: number;
}

/**
 * Returns the face that a file means by a font's own name (OpenType, name 4 and 6), such as “EBGaramond-Medium”, the mark of a
 * subset before it left out; null where it is not here.
 */
export function faceNamed(said: string, fonts: readonly NamedFont[]): NamedFace | null {
  const name = plain(said.replace(/^[A-Z]{6}\+/, ''));
  const found = [...fonts, ...shippedFaces].find(
    (f) => f.id !== usual && [plain(f.name), `${plain(f.name)}regular`].includes(name),
  );
  if (found) return { family: found.name, weight: weightIn(plain(found.name)) };
  const [, rest] = /^sourcesans(?:3|pro)?(?:vf|variable)?(.*)$/.exec(name) ?? [];
  const cut = rest === undefined ? null : cutOf(rest);
  return cut && !cut.slanted ? { family: usualName, weight: cut.weight } : null;
}

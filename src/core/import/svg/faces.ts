import { shippedFaces } from '../../lettering/catalogue';

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

/** A face for a list of families, and the name of the first that is not here where another stands in for it. */
export function faceFor(families: string | undefined): {
  readonly face: string;
  readonly missing: string | null;
} {
  let missing: string | null = null;
  for (const said of (families ?? '').split(',')) {
    const name = said.trim().replace(/^["']|["']$/g, '');
    if (!name) continue;
    const known =
      generic[name.toLowerCase()] ?? (/^(?:ui-)?sans-serif$|^system-ui$/i.test(name) ? usual : null);
    if (known) return { face: known, missing };
    const own = shippedFaces.find((f) => plain(f.name).startsWith(plain(name)));
    if (own) return { face: own.id, missing };
    missing ??= name;
  }
  return { face: usual, missing };
}

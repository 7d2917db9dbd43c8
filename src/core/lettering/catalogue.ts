/** What a face is like, to find it by. */
export const characters = {
  geometric: 'Geometric',
  sans: 'Sans',
  serif: 'Serif',
  slab: 'Slab',
  script: 'Script',
  display: 'Display',
  stencil: 'Stencil',
  mono: 'Mono',
} as const;
export type Character = keyof typeof characters;

export const scripts = {
  latin: 'Latin',
  greek: 'Greek',
  cyrillic: 'Cyrillic',
  arabic: 'Arabic',
  hebrew: 'Hebrew',
} as const;
export type Script = keyof typeof scripts;

/** A face that comes with the program. */
export interface ShippedFace {
  /** Name in designs, and of its file. */
  readonly id: string;
  readonly name: string;
  readonly character: readonly Character[];
  readonly scripts: readonly Script[];
}

const latin: readonly Script[] = ['latin'];
const european: readonly Script[] = ['latin', 'greek', 'cyrillic'];

const face = (
  id: string,
  name: string,
  character: readonly Character[],
  known: readonly Script[] = latin,
): ShippedFace => ({ id, name, character, scripts: known });

/** The shipped faces, all under the SIL Open Font License 1.1. */
export const shippedFaces: readonly ShippedFace[] = [
  face('league-spartan-800', 'League Spartan ExtraBold', ['geometric', 'sans']),
  face('source-sans', 'Source Sans', ['sans'], european),
  face('anton', 'Anton', ['sans', 'display']),
  face('lilita-one', 'Lilita One', ['display']),
  face('zilla-slab-700', 'Zilla Slab Bold', ['slab', 'serif']),
  face('abril-fatface', 'Abril Fatface', ['display', 'serif']),
  face('eb-garamond-500', 'EB Garamond Medium', ['serif'], european),
  face('sacramento', 'Sacramento', ['script']),
  face('pacifico', 'Pacifico', ['script', 'display'], ['latin', 'cyrillic']),
  face('great-vibes', 'Great Vibes', ['script'], ['latin', 'cyrillic']),
  face('monoton', 'Monoton', ['display', 'geometric']),
  face('saira-stencil-one', 'Saira Stencil One', ['stencil', 'display']),
  face('jetbrains-mono-700', 'JetBrains Mono Bold', ['mono', 'sans'], european),
  face('amiri-700', 'Amiri Bold', ['serif'], ['latin', 'arabic']),
  face('frank-ruhl-libre-900', 'Frank Ruhl Libre Black', ['serif', 'display'], ['latin', 'hebrew']),
];

export const defaultFace = 'league-spartan-800';

/** A font that a designer brought. */
export interface OwnFont {
  readonly id: string;
  readonly name: string;
  /** What the file says of its licence. */
  readonly licence: string;
}

const own = 'own-';

/** Name in designs of a font that a designer brought, from the SHA-256 of its file. */
export const ownFaceId = (sha256: string): string => `${own}${sha256.slice(0, 40)}`;

export const isOwnFace = (id: string): boolean => id.startsWith(own);

const shipped = new Set(shippedFaces.map((f) => f.id));

export const isShippedFace = (id: string): boolean => shipped.has(id);

/** Where the file of a face is served. */
export const faceAddress = (id: string): string => (isOwnFace(id) ? `/api/fonts/${id}` : `/fonts/${id}.ttf`);

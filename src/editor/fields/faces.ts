import { faceAddress, isOwnFace, isShippedFace, shippedFaces } from '@/core';

const asked = new Map<string, Promise<void>>();

/** Name under which the window knows a face, for showing it in itself. */
export const familyOf = (id: string): string => `compass-${id}`;

/** Has the window fetch a face to show words in; resolves once it can. */
export function showFace(id: string): Promise<void> {
  let known = asked.get(id);
  if (!known && (isShippedFace(id) || isOwnFace(id))) {
    const face = new FontFace(familyOf(id), `url(${faceAddress(id)})`);
    known = face.load().then((loaded) => {
      document.fonts.add(loaded);
    });
    // Shown in the interface's own face until then; asked for again another time.
    known.catch(() => asked.delete(id));
    asked.set(id, known);
  }
  return known ?? Promise.resolve();
}

/** What a face is called. */
export const faceName = (id: string): string => shippedFaces.find((f) => f.id === id)?.name ?? id;

const place = 'silent-compass.favourite-faces';

/** Faces that the designer likes best. */
export function favouriteFaces(): string[] {
  try {
    const list: unknown = JSON.parse(localStorage.getItem(place) ?? '[]');
    return Array.isArray(list) ? list.filter((id): id is string => typeof id === 'string') : [];
  } catch {
    return [];
  }
}

export function keepFavourites(ids: readonly string[]): void {
  try {
    localStorage.setItem(place, JSON.stringify(ids));
  } catch {
    // Without room in the browser they are those of this visit alone.
  }
}

/** What common features are called (OpenType feature registry); others go by their tags. */
const featureWords: Readonly<Record<string, string>> = {
  liga: 'Ligatures',
  dlig: 'Rare ligatures',
  hlig: 'Historical ligatures',
  calt: 'Contextual forms',
  swsh: 'Swashes',
  cswh: 'Contextual swashes',
  salt: 'Alternates',
  aalt: 'All forms',
  sinf: 'Scientific inferiors',
  smcp: 'Small capitals',
  c2sc: 'Capitals to small capitals',
  onum: 'Old-style figures',
  lnum: 'Lining figures',
  pnum: 'Proportional figures',
  tnum: 'Figures of one width',
  frac: 'Fractions',
  ordn: 'Ordinals',
  zero: 'Slashed zero',
  sups: 'Superiors',
  subs: 'Inferiors',
  titl: 'Titling capitals',
  case: 'Forms beside capitals',
  hist: 'Historical forms',
};

/** What a feature is called; nothing where it has no name that a designer would know. */
export function featureWord(tag: string): string {
  const numbered = /^(ss|cv)(\d\d)$/.exec(tag);
  if (numbered) return `${numbered[1] === 'ss' ? 'Set' : 'Form'} ${Number(numbered[2])}`;
  return featureWords[tag] ?? '';
}

/**
 * Features that a designer chooses for all of a text, with a word for each; what scripts cannot do without is
 * left out, and what only gathers the forms that others have.
 */
export const offeredFeatures = (tags: readonly string[]): { tag: string; word: string }[] =>
  tags
    .filter((tag) => tag !== 'aalt')
    .map((tag) => ({ tag, word: featureWord(tag) }))
    .filter(({ word }) => word !== '');

/** Features that are on where nothing is said. */
export const onByItself = new Set(['liga', 'calt']);

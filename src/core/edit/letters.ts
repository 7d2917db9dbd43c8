import type { Part } from '../document/types';
import { withText } from '../lettering/retext';
import type { LetterChange, Lettering, PieceChange } from '../lettering/types';

/** A part with its lettering changed; any other part as it is. */
export const withLettering = (part: Part, change: (l: Lettering) => Lettering): Part =>
  part.source.kind === 'lettering'
    ? { ...part, source: { ...change(part.source), kind: 'lettering' } }
    : part;

/** A part with other words; what was done to letters stays with them. */
export const withWords = (part: Part, text: string): Part => withLettering(part, (l) => withText(l, text));

const untouched: Omit<LetterChange, 'at'> = { dx: 0, dy: 0, turn: 0, scale: 1 };

const isUntouched = ({ dx, dy, turn, scale, colour, features, ...rest }: LetterChange): boolean =>
  dx === 0 &&
  dy === 0 &&
  turn === 0 &&
  scale === 1 &&
  !colour &&
  !Object.keys(features ?? {}).length &&
  !rest.mirrorX &&
  !rest.mirrorY &&
  !rest.apart &&
  !rest.pieces?.length;

/** What was done to the letter that starts at an index. */
export const letterChangeAt = (l: Lettering, at: number): LetterChange =>
  l.letters.find((c) => c.at === at) ?? { at, ...untouched };

/** Letters changed, each from what was done to it already; those that are as the face has them are forgotten. */
export function withLetters(
  l: Lettering,
  starts: readonly number[],
  change: (c: LetterChange, nth: number) => LetterChange,
): Lettering {
  const changed = starts.map((at, i) => change(letterChangeAt(l, at), i));
  const rest = l.letters.filter((c) => !starts.includes(c.at));
  const letters = [...rest, ...changed].filter((c) => !isUntouched(c)).sort((a, b) => a.at - b.at);
  return { ...l, letters };
}

/** The distance between a letter and the one before it changed, a share of the size. */
export function withPair(l: Lettering, at: number, by: number): Lettering {
  const rest = l.pairs.filter((p) => p.at !== at);
  return { ...l, pairs: by === 0 ? rest : [...rest, { at, by }].sort((a, b) => a.at - b.at) };
}

/** A piece with nothing in its place. */
export const nothing: Omit<PieceChange, 'nth'> = { by: '', own: false, scale: 1, dx: 0, dy: 0 };

/** What stands in the place of a letter's piece; null where the piece itself does. */
export const pieceChangeAt = (l: Lettering, at: number, nth: number): PieceChange | null =>
  letterChangeAt(l, at).pieces?.find((p) => p.nth === nth) ?? null;

/** Pieces of the letter at an index dropped, replaced, or with null put back. */
export const withPieces = (
  l: Lettering,
  at: number,
  which: readonly number[],
  change: (p: PieceChange | null) => Omit<PieceChange, 'nth'> | null,
): Lettering =>
  withLetters(l, [at], (c) => {
    const rest = c.pieces?.filter((p) => !which.includes(p.nth)) ?? [];
    const changed = which.flatMap((nth): PieceChange[] => {
      const made = change(pieceChangeAt(l, at, nth));
      return made ? [{ ...made, nth }] : [];
    });
    return { ...c, pieces: [...rest, ...changed].sort((a, b) => a.nth - b.nth) };
  });

import type { Path } from '../geometry/path';
import type { TextLine } from './lines';
import type { PlacedLetter } from './placed-letter';
import type { Cluster } from './shape-line';
import type { Lettering } from './types';

/** A letter as an outline shows it, with all that is needed to set it again as text. */
export interface LetterOf {
  readonly l: Lettering;
  readonly letter: Omit<PlacedLetter, 'path' | 'apart' | 'standIns' | 'pieces'>;
  readonly line: TextLine;
  readonly cluster: Cluster;
  /** Contours that its outline has in all. */
  readonly contours: number;
}

/** By the very numbers of a contour: whatever changes an outline makes new ones, and is no letter any more. */
const letters = new WeakMap<readonly number[], LetterOf>();

/** Remembers of which letter an outline is. */
export function noteLetter(path: Path, of: Omit<LetterOf, 'contours'>): void {
  const known = { ...of, contours: path.contours.length };
  for (const { xy } of path.contours) letters.set(xy, known);
}

/** The letters that a path is the outlines of, in their order; null where any of it is something else. */
export function lettersOf(path: Path): readonly LetterOf[] | null {
  const counts = new Map<LetterOf, number>();
  for (const { xy } of path.contours) {
    const of = letters.get(xy);
    if (!of) return null;
    counts.set(of, (counts.get(of) ?? 0) + 1);
  }
  return [...counts].every(([of, n]) => n === of.contours) ? [...counts.keys()] : null;
}

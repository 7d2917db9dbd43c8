import { rememberByForm } from '../arrange/by-form';
import { combine } from '../arrange/combine';
import { partsOf, unite } from '../arrange/unite';
import { type Matrix, translation } from '../geometry/matrix';
import { carryPath, type Path, transformPath } from '../geometry/path';
import { asPieces, commonMarks, pathsOf, withPath } from '../outline/pieces';
import type { Outline, Piece } from '../outline/types';

/** Where one copy stands, and how much of it shows, 0–1. */
export interface Copy {
  readonly matrix: Matrix;
  readonly opacity: number;
}

/** Copies that all show wholly. */
export const fullCopies = (matrices: readonly Matrix[]): Copy[] =>
  matrices.map((matrix) => ({ matrix, opacity: 1 }));

const faded = (piece: Piece, opacity: number): Piece =>
  opacity < 1 ? { ...piece, opacity: (piece.opacity ?? 1) * opacity } : piece;

/** The union of a path's copies that are only shifted. */
const shiftedCopies = rememberByForm((path: Path, shifts: readonly (readonly [number, number])[]) =>
  combine(
    'union',
    shifts.map(([x, y]) => transformPath(path, translation(x, y))),
  ),
);

const shifts = ([a, b, c, d]: Matrix) => a === 1 && b === 0 && c === 0 && d === 1;

/** The union of the copies of what is united from known parts: part by part, where copies are only shifted. */
function unitedByParts(outline: Outline, copies: readonly Copy[]): Path | null {
  if (!copies.every(({ matrix }) => shifts(matrix)) || !outline.some((p) => partsOf(p.path))) return null;
  const by = copies.map(({ matrix: m }) => [m[4], m[5]] as const);
  return unite(outline.flatMap(({ path }) => partsOf(path) ?? [path]).map((p) => shiftedCopies(p, by)));
}

const copiesWithin = new WeakMap<Path, readonly Path[]>();

/** The copies that lie in one path, where they were not united. */
export const copiesIn = (path: Path): readonly Path[] | null => copiesWithin.get(path) ?? null;

/** An outline copied; mirrored copies keep the direction of their contours. */
export function copyOutline(outline: Outline, copies: readonly Copy[], united: boolean): Outline {
  const known = united && unitedByParts(outline, copies);
  if (known) return [{ ...commonMarks(outline), path: known }];
  const all = copies.flatMap(({ matrix: m, opacity }) =>
    outline.map((p) => faded(withPath(p, carryPath(p.path, m)), opacity)),
  );
  const paths = pathsOf(all);
  if (united) return [{ ...commonMarks(all), path: combine('union', paths) }];
  // Nonzero pieces may lie in one path; evenodd ones would cut one another, and what marks single pieces would be lost.
  const alike = all.every((p) => Object.keys(p).length === 1 && p.path.fillRule === 'nonzero');
  if (!alike) return all;
  const path: Path = { contours: paths.flatMap((p) => p.contours), fillRule: 'nonzero' };
  copiesWithin.set(path, paths);
  return asPieces([path]);
}

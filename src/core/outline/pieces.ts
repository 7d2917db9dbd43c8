import { segmentsIn } from '../geometry/count';
import { isIdentity, type Matrix } from '../geometry/matrix';
import { type Path, transformPath } from '../geometry/path';
import type { Marks, Outline, Piece } from './types';

/** Pieces without marks, one a path. */
export const asPieces = (paths: readonly Path[]): Outline => paths.map((path) => ({ path }));

export const pathsOf = (outline: Outline): readonly Path[] => outline.map((p) => p.path);

/** A piece with another path; the same object where the path is the same. */
export const withPath = (piece: Piece, path: Path): Piece =>
  path === piece.path ? piece : { ...piece, path };

/** An outline put through a change of paths, piece by piece; each keeps its marks. */
export const mapPaths = (outline: Outline, change: (path: Path, i: number) => Path): Outline =>
  outline.map((p, i) => withPath(p, change(p.path, i)));

/** Pieces with something in them. */
export const filled = (outline: Outline): Outline => outline.filter((p) => p.path.contours.length > 0);

/** Segments of all pieces. */
export const segmentsOf = (outline: Outline): number => segmentsIn(pathsOf(outline));

/** The marks that all pieces share. */
export function commonMarks(outline: Outline): Marks {
  const [first, ...rest] = outline;
  if (!first) return {};
  const { path: _, ...marks } = first;
  return Object.fromEntries(
    Object.entries(marks).filter(([name, value]) => rest.every((p) => p[name as keyof Marks] === value)),
  );
}

/** An outline in other coordinates. */
export const transformOutline = (outline: Outline, m: Matrix): Outline =>
  isIdentity(m) ? outline : mapPaths(outline, (path) => transformPath(path, m));

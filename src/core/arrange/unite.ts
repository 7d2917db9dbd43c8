import { knownBounds } from '../geometry/known-bounds';
import { emptyPath, type Path } from '../geometry/path';
import { rememberByForm } from './by-form';
import { combine } from './combine';
import { samePath } from './same-path';

/** What united paths were united from; the numbers of their contours stay as they are passed on. */
const made = new WeakMap<Path, readonly Path[]>();

/** Remembers what a path is the union of. */
export function noteParts(path: Path, parts: readonly Path[]): Path {
  if (parts.length > 1) made.set(samePath(path.contours), parts);
  return path;
}

/** What a path is the union of, where that is known. */
export const partsOf = ({ contours }: Path): readonly Path[] | null => made.get(samePath(contours)) ?? null;

/** A nonzero path as one without self-overlaps, remembered by its form; its edges do not say where they come from. */
export const unitedPath = rememberByForm((path: Path) => combine('union', [path]));

/** Paths in groups no two of which come near each other, by their places in the list. */
export function nearGroups(paths: readonly Path[]): number[][] {
  const boxed = paths
    .flatMap((path, of) => {
      const b = knownBounds(path);
      return b ? [{ of, b }] : [];
    })
    .sort((p, q) => p.b.x0 - q.b.x0);
  const group = boxed.map((_, i) => i);
  const home = (i: number): number => {
    let at = i;
    while (group[at] !== at) at = group[at];
    group[i] = at;
    return at;
  };
  boxed.forEach((p, i) => {
    for (let k = i + 1; k < boxed.length && boxed[k].b.x0 <= p.b.x1; k++)
      if (boxed[k].b.y0 <= p.b.y1 && boxed[k].b.y1 >= p.b.y0) group[home(k)] = home(i);
  });
  const out = new Map<number, number[]>();
  boxed.forEach(({ of }, i) => {
    const at = home(i);
    out.set(at, [...(out.get(at) ?? []), of]);
  });
  return [...out.values()];
}

/**
 * The unions of paths that come near each other, each path filled by the nonzero rule: words are united one by one,
 * and those that were united already wherever they stood are not united again. Their edges do not say where they
 * come from.
 */
export const uniteNear = (paths: readonly Path[]): Path[] =>
  nearGroups(paths).map((of) => unitedPath(samePath(of.flatMap((i) => paths[i].contours))));

/** The union of paths as `uniteNear` makes it, all in one. */
export function unite(paths: readonly Path[]): Path {
  const contours = uniteNear(paths).flatMap((p) => p.contours);
  return contours.length ? noteParts({ contours, fillRule: 'nonzero' }, paths) : emptyPath;
}

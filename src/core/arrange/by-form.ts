import { BoundedCache, mebibytes } from '../cache/bounded-cache';
import { translation } from '../geometry/matrix';
import { type Path, pathBytes, transformPath } from '../geometry/path';
import { asText, finenessOf, inSteps } from './remembering';

/** Most numbers of a path that is remembered by its form: a word has some thousands. */
const mostNumbers = 20_000;
/** Bytes that each kind of work keeps of forms. */
const room = mebibytes(12);
/** Bytes that are kept of one path object: a drag asks for another result at every step. */
const roomOfOne = mebibytes(1);

/** A path's form, wherever it stands: its numbers from its first node, as finely as its size allows. */
function formOf({ contours, fillRule }: Path, x: number, y: number): string | null {
  let count = 0;
  let size = 0;
  for (const { xy } of contours) {
    count += xy.length;
    if (count > mostNumbers) return null;
    for (let i = 0; i < xy.length; i++) size = Math.max(size, Math.abs(xy[i] - (i % 2 ? y : x)));
  }
  const fineness = finenessOf(size);
  if (!fineness) return null;
  const { exponent, scale } = fineness;
  const told = new Float64Array(count + contours.length);
  let at = 0;
  for (const { xy, closed } of contours) {
    told[at++] = closed ? xy.length : -xy.length;
    for (let i = 0; i < xy.length; i++) told[at++] = inSteps(xy[i] - (i % 2 ? y : x), scale);
  }
  return `${fillRule} ${exponent} ${asText(told)}`;
}

/** Work on a path done once for each path object and each list of arguments, the last few of them. */
export function rememberByPath<A extends readonly unknown[]>(
  work: (path: Path, ...args: A) => Path,
): (path: Path, ...args: A) => Path {
  const known = new WeakMap<Path, BoundedCache<Path>>();
  return (path, ...args) => {
    let own = known.get(path);
    if (!own) {
      own = new BoundedCache(roomOfOne, pathBytes);
      known.set(path, own);
    }
    return own.getOr(JSON.stringify(args), () => work(path, ...args));
  };
}

/**
 * Work on a path that gives the same whatever place the path has, done once a form: letters come again and
 * again. `work` is given the path with its first node at the origin.
 */
export function rememberByForm<A extends readonly unknown[]>(
  work: (path: Path, ...args: A) => Path,
): (path: Path, ...args: A) => Path {
  const known = new BoundedCache<Path>(room, pathBytes);
  return rememberByPath((path, ...args: A) => {
    const [x, y] = path.contours[0]?.xy ?? [];
    const form = x === undefined || y === undefined ? null : formOf(path, x, y);
    if (form === null || x === undefined || y === undefined) return work(path, ...args);
    const key = `${JSON.stringify(args)} ${form}`;
    const made = known.getOr(key, () => work(transformPath(path, translation(-x, -y)), ...args));
    return transformPath(made, translation(x, y));
  });
}

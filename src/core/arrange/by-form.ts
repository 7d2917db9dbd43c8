import { translation } from '../geometry/matrix';
import { type Path, transformPath } from '../geometry/path';

/** Most numbers of a path that is remembered by its form: a word has some thousands. */
const mostNumbers = 20_000;
/** Numbers that are kept in all. */
const room = 2_000_000;

/** Steps that the size of a path is told in, a power of two so that shapes of one size are told alike. */
const bits = 32;

/** A path's form, wherever it stands: its numbers from its first node, as finely as its size allows. */
function formOf({ contours, fillRule }: Path, x: number, y: number): string | null {
  let count = 0;
  let size = 0;
  for (const { xy } of contours) {
    count += xy.length;
    if (count > mostNumbers) return null;
    for (let i = 0; i < xy.length; i++) size = Math.max(size, Math.abs(xy[i] - (i % 2 ? y : x)));
  }
  const exponent = bits - Math.ceil(Math.log2(size));
  if (!Number.isFinite(exponent)) return null;
  const scale = 2 ** exponent;
  const told = new Float64Array(count + contours.length);
  let at = 0;
  for (const { xy, closed } of contours) {
    told[at++] = closed ? xy.length : -xy.length;
    // Adding 0 makes one zero of both.
    for (let i = 0; i < xy.length; i++) told[at++] = Math.round((xy[i] - (i % 2 ? y : x)) * scale) + 0;
  }
  return `${fillRule} ${exponent} ${asText(told)}`;
}

/** The bytes of numbers as text: as short as a key can be that tells them all. */
function asText(numbers: Float64Array): string {
  const units = new Uint16Array(numbers.buffer);
  let text = '';
  for (let i = 0; i < units.length; i += 8192) text += String.fromCharCode(...units.subarray(i, i + 8192));
  return text;
}

const numbersIn = ({ contours }: Path): number => contours.reduce((n, c) => n + c.xy.length, 1);

/** Results that are kept of one path object: a drag asks for another one at every step. */
const mostOfOne = 32;

/** Work on a path done once for each path object and each list of arguments, the last few of them. */
export function rememberByPath<A extends readonly unknown[]>(
  work: (path: Path, ...args: A) => Path,
): (path: Path, ...args: A) => Path {
  const known = new WeakMap<Path, Map<string, Path>>();
  return (path, ...args) => {
    const key = JSON.stringify(args);
    let own = known.get(path);
    if (!own) {
      own = new Map();
      known.set(path, own);
    }
    let made = own.get(key);
    if (!made) {
      made = work(path, ...args);
      const [oldest] = own.keys();
      if (own.size >= mostOfOne && oldest !== undefined) own.delete(oldest);
      own.set(key, made);
    }
    return made;
  };
}

/**
 * Work on a path that gives the same whatever place the path has, done once a form: letters come again and
 * again. `work` is given the path with its first node at the origin.
 */
export function rememberByForm<A extends readonly unknown[]>(
  work: (path: Path, ...args: A) => Path,
): (path: Path, ...args: A) => Path {
  const known = new Map<string, Path>();
  let kept = 0;
  return rememberByPath((path, ...args: A) => {
    const [x, y] = path.contours[0]?.xy ?? [];
    const form = x === undefined || y === undefined ? null : formOf(path, x, y);
    if (form === null || x === undefined || y === undefined) return work(path, ...args);
    const key = `${JSON.stringify(args)} ${form}`;
    let made = known.get(key);
    if (made) known.delete(key);
    else {
      made = work(transformPath(path, translation(-x, -y)), ...args);
      kept += numbersIn(made);
      for (const [old, was] of known) {
        if (kept <= room) break;
        kept -= numbersIn(was);
        known.delete(old);
      }
    }
    // Last used, last to go.
    known.set(key, made);
    return transformPath(made, translation(x, y));
  });
}

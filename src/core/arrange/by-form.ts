import { translation } from '../geometry/matrix';
import { type Path, transformPath } from '../geometry/path';

/** Most numbers of a path that is remembered by its form: a letter has some hundreds. */
const mostNumbers = 800;
const mostKept = 1500;

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
  let text = `${fillRule} ${exponent}`;
  for (const { xy, closed } of contours) {
    text += closed ? 'z' : 'o';
    for (let i = 0; i < xy.length; i++) text += `${Math.round((xy[i] - (i % 2 ? y : x)) * scale)} `;
  }
  return text;
}

/**
 * Work on a path that gives the same whatever place the path has, done once a form: letters come again and
 * again. `work` is given the path with its first node at the origin.
 */
export function rememberByForm<A extends readonly unknown[]>(
  work: (path: Path, ...args: A) => Path,
): (path: Path, ...args: A) => Path {
  const known = new Map<string, Path>();
  return (path, ...args) => {
    const [x, y] = path.contours[0]?.xy ?? [];
    const form = x === undefined || y === undefined ? null : formOf(path, x, y);
    if (form === null || x === undefined || y === undefined) return work(path, ...args);
    const key = `${JSON.stringify(args)} ${form}`;
    let made = known.get(key);
    if (made) known.delete(key);
    else {
      made = work(transformPath(path, translation(-x, -y)), ...args);
      const [oldest] = known.keys();
      if (known.size >= mostKept && oldest !== undefined) known.delete(oldest);
    }
    // Last used, last to go.
    known.set(key, made);
    return transformPath(made, translation(x, y));
  };
}

import { translation } from '../geometry/matrix';
import { type Path, transformPath } from '../geometry/path';

/** Most numbers of a path that is remembered by its form: a word has some thousands. */
const mostNumbers = 20_000;
/** Numbers that are kept in all. */
const room = 2_000_000;

/** Steps that the size of a path is told in, a power of two so that shapes of one size are told alike. */
const bits = 32;

/** Four sums of whole numbers that differ wherever any of the numbers does, but for a chance of 2⁻¹²⁸. */
class Sums {
  private a = 0x9e3779b9;
  private b = 0x243f6a88;
  private c = 0xb7e15162;
  private d = 0x85ebca6b;

  add(v: number): void {
    const low = v | 0;
    const high = (v - low) / 0x100000000;
    this.a = Math.imul(this.a ^ low, 0x9e3779b1) ^ (this.b >>> 15);
    this.b = Math.imul(this.b ^ high ^ (low << 7), 0x85ebca77) ^ (this.c >>> 13);
    this.c = Math.imul(this.c ^ (low + high), 0xc2b2ae3d) ^ (this.d >>> 16);
    this.d = Math.imul(this.d ^ (low >>> 3) ^ (high << 11), 0x27d4eb2f) ^ (this.a >>> 14);
  }

  text(): string {
    return `${this.a},${this.b},${this.c},${this.d}`;
  }
}

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
  const sums = new Sums();
  for (const { xy, closed } of contours) {
    sums.add(closed ? xy.length : -xy.length);
    for (let i = 0; i < xy.length; i++) sums.add(Math.round((xy[i] - (i % 2 ? y : x)) * scale));
  }
  return `${fillRule} ${exponent} ${count} ${sums.text()}`;
}

const numbersIn = ({ contours }: Path): number => contours.reduce((n, c) => n + c.xy.length, 1);

/** Work on a path done once for each path object and each list of arguments. */
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

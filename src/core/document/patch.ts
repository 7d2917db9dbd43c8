import { changedMembers, copyRecord, setMember } from './record';

/** One operation of a JSON Patch (RFC 6902). */
export type PatchOperation =
  | { readonly op: 'add' | 'replace' | 'test'; readonly path: string; readonly value: unknown }
  | { readonly op: 'remove'; readonly path: string }
  | { readonly op: 'move' | 'copy'; readonly from: string; readonly path: string };

/** Thrown where a patch does not fit the document; the document is untouched. */
export class PatchError extends Error {}

type Json = unknown;
type Container = Record<string, Json> | Json[];

/** Keys of a JSON pointer (RFC 6901). */
export function pointerKeys(pointer: string): string[] {
  if (pointer === '') return [];
  if (!pointer.startsWith('/')) throw new PatchError(`“${pointer}” is not a JSON pointer.`);
  return pointer
    .slice(1)
    .split('/')
    .map((k) => k.replace(/~1/g, '/').replace(/~0/g, '~'));
}

export const pointerOf = (keys: readonly (string | number)[]): string =>
  keys.map((k) => `/${String(k).replace(/~/g, '~0').replace(/\//g, '~1')}`).join('');

const isContainer = (v: Json): v is Container => typeof v === 'object' && v !== null;

function indexOf(_list: readonly Json[], key: string, end: number): number {
  if (!/^(0|[1-9]\d*)$/.test(key) || Number(key) > end)
    throw new PatchError(`There is no entry “${key}” in the list.`);
  return Number(key);
}

function valueAt(doc: Json, keys: readonly string[]): Json {
  let at = doc;
  for (const key of keys) {
    if (Array.isArray(at)) at = at[indexOf(at, key, at.length - 1)];
    else if (isContainer(at) && Object.hasOwn(at, key)) at = (at as Record<string, Json>)[key];
    else throw new PatchError(`There is nothing at “${pointerOf(keys)}”.`);
  }
  return at;
}

/** Values that all copies of one patch may have together: copies of copies grow without bounds. */
const copyLimit = 200_000;

/** Values in a JSON value, counted up to just over a limit. */
function countValues(value: Json, limit: number): number {
  let n = 0;
  const left: Json[] = [value];
  while (left.length && n <= limit) {
    const v = left.pop();
    n++;
    if (isContainer(v)) for (const inside of Object.values(v)) left.push(inside);
  }
  return n;
}

/** Containers that one run of a patch has copied already and may change. */
type Own = WeakSet<Container>;

function ownCopy(c: Container, own: Own): Container {
  if (own.has(c)) return c;
  const copy = Array.isArray(c) ? c.slice() : copyRecord(c);
  own.add(copy);
  return copy;
}

/** A copy of the document with the container at `keys` changed; all else is shared. */
function change(
  doc: Json,
  keys: readonly string[],
  own: Own,
  edit: (container: Container, key: string) => Container,
): Json {
  const [key, ...rest] = keys;
  if (!isContainer(doc)) throw new PatchError(`There is nothing at “${pointerOf(keys)}”.`);
  if (rest.length === 0) return edit(doc, key);
  if (Array.isArray(doc)) {
    const i = indexOf(doc, key, doc.length - 1);
    const copy = ownCopy(doc, own) as Json[];
    copy[i] = change(doc[i], rest, own, edit);
    return copy;
  }
  if (!Object.hasOwn(doc, key)) throw new PatchError(`There is nothing at “${pointerOf(keys)}”.`);
  const copy = ownCopy(doc, own) as Record<string, Json>;
  setMember(copy, key, change(doc[key], rest, own, edit));
  return copy;
}

function add(doc: Json, pointer: string, value: Json, own: Own): Json {
  const keys = pointerKeys(pointer);
  if (!keys.length) return value;
  return change(doc, keys, own, (c, key) => {
    const copy = ownCopy(c, own);
    if (Array.isArray(copy)) {
      const i = key === '-' ? copy.length : indexOf(copy, key, copy.length);
      copy.splice(i, 0, value);
    } else setMember(copy, key, value);
    return copy;
  });
}

function remove(doc: Json, pointer: string, own: Own): Json {
  const keys = pointerKeys(pointer);
  if (!keys.length) return null;
  return change(doc, keys, own, (c, key) => {
    if (!Array.isArray(c) && !Object.hasOwn(c, key))
      throw new PatchError(`There is nothing at “${pointer}”.`);
    const copy = ownCopy(c, own);
    if (Array.isArray(copy)) copy.splice(indexOf(copy, key, copy.length - 1), 1);
    else delete copy[key];
    return copy;
  });
}

function replace(doc: Json, pointer: string, value: Json, own: Own): Json {
  const keys = pointerKeys(pointer);
  valueAt(doc, keys);
  if (!keys.length) return value;
  return change(doc, keys, own, (c, key) => {
    const copy = ownCopy(c, own);
    if (Array.isArray(copy)) copy[Number(key)] = value;
    else setMember(copy, key, value);
    return copy;
  });
}

/** Whether two JSON values are equal, member order aside. */
export function sameJson(a: Json, b: Json): boolean {
  if (Object.is(a, b) || a === b) return true;
  if (!isContainer(a) || !isContainer(b) || Array.isArray(a) !== Array.isArray(b)) return false;
  const keys = Object.keys(a);
  if (keys.length !== Object.keys(b).length) return false;
  return keys.every(
    (k) => Object.hasOwn(b, k) && sameJson((a as Record<string, Json>)[k], (b as Record<string, Json>)[k]),
  );
}

/**
 * The document after a patch. Nothing is changed in place, and what the patch does not touch is
 * shared with the old document.
 * @throws PatchError where an operation does not fit.
 */
export function applyPatch<T>(doc: T, patch: readonly PatchOperation[]): T {
  let at: Json = doc;
  let own: Own = new WeakSet();
  let copied = 0;
  for (const o of patch) {
    switch (o.op) {
      case 'add':
        at = add(at, o.path, o.value, own);
        break;
      case 'remove':
        at = remove(at, o.path, own);
        break;
      case 'replace':
        at = replace(at, o.path, o.value, own);
        break;
      case 'copy': {
        const value = valueAt(at, pointerKeys(o.from));
        copied += countValues(value, copyLimit - copied);
        if (copied > copyLimit) throw new PatchError('The change copies more than one change may.');
        at = add(at, o.path, value, own);
        // What stands in two places now is no longer this run's alone.
        own = new WeakSet();
        break;
      }
      case 'move': {
        if (`${o.path}/`.startsWith(`${o.from}/`) && o.path !== o.from)
          throw new PatchError('A value cannot be moved into itself.');
        const value = valueAt(at, pointerKeys(o.from));
        at = add(remove(at, o.from, own), o.path, value, own);
        break;
      }
      case 'test':
        if (!sameJson(valueAt(at, pointerKeys(o.path)), o.value))
          throw new PatchError(`The value at “${o.path}” is another.`);
        break;
      default:
        throw new PatchError(`“${String((o as { op: unknown }).op)}” is not an operation.`);
    }
  }
  return at as T;
}

const idOf = (v: Json): Json => (isContainer(v) && !Array.isArray(v) ? v.id : undefined);

/** Whether two lists hold the same things in the same order, as far as these have ids: what was moved is not its neighbour changed. */
const sameEntries = (a: readonly Json[], b: readonly Json[]): boolean =>
  a.every((v, i) => v === b[i] || idOf(v) === idOf(b[i]));

/** Numbers of a list that are told one by one: where more of them differ, as in a contour that was drawn anew, the list is one value. */
const fewNumbers = 32;

/** Whether two lists as long begin with numbers, and so many of these differ that the list is told as one value. */
function isOneValue(a: readonly Json[], b: readonly Json[]): boolean {
  if (a.length <= fewNumbers || typeof a[0] !== 'number') return false;
  let differing = 0;
  for (let i = 0; i < a.length && differing <= fewNumbers; i++) if (a[i] !== b[i]) differing++;
  return differing > fewNumbers;
}

/** The operations that turn `a` into `b`. What both share by identity is not looked into. */
export function diffJson(a: Json, b: Json, keys: readonly (string | number)[] = []): PatchOperation[] {
  if (a === b) return [];
  if (Array.isArray(a) && Array.isArray(b) && a.length === b.length && isOneValue(a, b))
    return [{ op: 'replace', path: pointerOf(keys), value: b }];
  if (Array.isArray(a) && Array.isArray(b) && a.length === b.length && sameEntries(a, b))
    return a.flatMap((v, i) => diffJson(v, b[i], [...keys, i]));
  if (isContainer(a) && isContainer(b) && !Array.isArray(a) && !Array.isArray(b)) {
    const known = changedMembers(a, b);
    const [was, is] = known ? [known, known] : [Object.keys(a), Object.keys(b)];
    const out: PatchOperation[] = [];
    let kept = 0;
    for (const k of is) {
      // What both share is the most of a large design, and is passed over at once.
      if (a[k] === b[k] && a[k] !== undefined) kept++;
      else if (!Object.hasOwn(a, k)) out.push({ op: 'add', path: pointerOf([...keys, k]), value: b[k] });
      else {
        kept++;
        // One by one: a call takes only so many arguments.
        for (const o of diffJson(a[k], b[k], [...keys, k])) out.push(o);
      }
    }
    if (kept === was.length) return out;
    const gone = was.filter((k) => !Object.hasOwn(b, k));
    return [...gone.map((k): PatchOperation => ({ op: 'remove', path: pointerOf([...keys, k]) })), ...out];
  }
  return sameJson(a, b) ? [] : [{ op: 'replace', path: pointerOf(keys), value: b }];
}

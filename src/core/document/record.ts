/**
 * Records of thousands of members, such as the parts of a design. What replaces some of them
 * remembers what it was made from, so that walks of all members need not be done again.
 */
type Members<T> = Readonly<Record<string, T>>;

const keysOf = new WeakMap<object, readonly string[]>();
const origins = new WeakMap<
  object,
  { readonly from: WeakRef<object>; readonly changed: readonly string[] }
>();

/** Names of a record's members; known at once where it was made here, and so is never changed in place. */
const keys = (record: object): readonly string[] => keysOf.get(record) ?? Object.keys(record);

/** Sets a member under any name, “__proto__” too. */
export function setMember<T>(record: Record<string, T>, key: string, value: T): void {
  if (key === '__proto__')
    Object.defineProperty(record, key, { value, writable: true, enumerable: true, configurable: true });
  else record[key] = value;
}

/** A copy of a record, much faster than spreading where there are thousands of members. */
export function copyRecord<T>(record: Members<T>): Record<string, T> {
  const out: Record<string, T> = {};
  for (const k of keys(record)) setMember(out, k, record[k]);
  return out;
}

/** A record with some members put in or put in place of others. */
export function withMembers<T>(record: Members<T>, entries: readonly (readonly [string, T])[]): Members<T> {
  const known = keys(record);
  const out = copyRecord(record);
  for (const [k, v] of entries) out[k] = v;
  if (entries.every(([k]) => Object.hasOwn(record, k))) {
    keysOf.set(out, known);
    origins.set(out, { from: new WeakRef(record), changed: entries.map(([k]) => k) });
  }
  return out;
}

/** Names of the members that may differ between two records, or null where only a walk can tell. */
export function changedMembers(before: object, after: object): readonly string[] | null {
  const origin = origins.get(after);
  return origin?.from.deref() === before ? origin.changed : null;
}

/**
 * Names of the members that may differ between two records of which one was made from the other, or both from a third; null where
 * only a walk can tell.
 */
export function differingMembers(a: object, b: object): readonly string[] | null {
  if (a === b) return [];
  const [ofA, ofB] = [origins.get(a), origins.get(b)];
  const [fromA, fromB] = [ofA?.from.deref(), ofB?.from.deref()];
  if (ofB && fromB === a) return ofB.changed;
  if (ofA && fromA === b) return ofA.changed;
  return ofA && ofB && fromA && fromA === fromB ? [...new Set([...ofA.changed, ...ofB.changed])] : null;
}

/**
 * What `make` finds out about a record, remembered, and taken over from the record it was made
 * from where every changed member is for this purpose as it was.
 */
export function remembered<T, R extends object>(
  memo: WeakMap<object, R>,
  record: Members<T>,
  make: (record: Members<T>) => R,
  same: (before: T, after: T) => boolean,
): R {
  const known = memo.get(record);
  if (known) return known;
  const origin = origins.get(record);
  const from = origin?.from.deref() as Members<T> | undefined;
  const kept = from && origin?.changed.every((k) => same(from[k], record[k])) ? from : null;
  const made = (kept && memo.get(kept)) ?? make(record);
  memo.set(record, made);
  if (kept) memo.set(kept, made);
  return made;
}

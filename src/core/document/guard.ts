import { type PatchOperation, pointerKeys, pointerOf } from './patch';

const idOf = (value: unknown): string | null => {
  const id = typeof value === 'object' && value !== null ? (value as { id?: unknown }).id : null;
  return typeof id === 'string' ? id : null;
};

/** Tests of the ids that list entries have along a pointer. */
function testsAlong(doc: unknown, pointer: string): [string, string][] {
  const found: [string, string][] = [];
  const keys = pointerKeys(pointer);
  let at = doc;
  for (let i = 0; i < keys.length && typeof at === 'object' && at !== null; i++) {
    const next: unknown = Object.hasOwn(at, keys[i]) ? (at as Record<string, unknown>)[keys[i]] : undefined;
    const id = Array.isArray(at) ? idOf(next) : null;
    if (id !== null) found.push([pointerOf([...keys.slice(0, i + 1), 'id']), id]);
    at = next;
  }
  return found;
}

/**
 * A patch that fits only where the entries of lists it reaches into by their number are the ones they are in `doc`:
 * cards, sheets and guides are meant by who they are, not by where they stand.
 */
export function guarded(patch: readonly PatchOperation[], doc: unknown): PatchOperation[] {
  const tests = new Map<string, string>();
  for (const o of patch)
    for (const pointer of 'from' in o ? [o.path, o.from] : [o.path])
      for (const [path, value] of testsAlong(doc, pointer)) tests.set(path, value);
  return [...[...tests].map(([path, value]): PatchOperation => ({ op: 'test', path, value })), ...patch];
}

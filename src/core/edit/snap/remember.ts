import type { Design } from '../../document/types';

/**
 * Remembers what a design gives for some arguments. A drag asks again and again of the very
 * design it began with.
 */
export function remember<T>(
  work: (design: Design, sheetId: string, parent: string | null, moving: readonly string[]) => T,
) {
  const known = new WeakMap<Design, { key: string; value: T }>();
  return (design: Design, sheetId: string, parent: string | null, moving: readonly string[]): T => {
    const key = JSON.stringify([sheetId, parent, moving]);
    const found = known.get(design);
    if (found?.key === key) return found.value;
    const value = work(design, sheetId, parent, moving);
    known.set(design, { key, value });
    return value;
  };
}

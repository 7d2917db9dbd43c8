/** Whether two lists hold the same objects in the same order: what was made of the one is then true of the other. */
export const sameItems = <T>(a: readonly T[], b: readonly T[]): boolean =>
  a === b || (a.length === b.length && a.every((v, i) => v === b[i]));

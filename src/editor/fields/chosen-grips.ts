/** Numbers of the grips of one sort that are chosen on the sheet, such as the nodes of a mesh. */
export const chosenOf = (grips: readonly string[], sort: string, count: number): number[] =>
  grips
    .filter((g) => g.startsWith(`${sort}-`))
    .map((g) => Number(g.slice(sort.length + 1)))
    .filter((i) => i < count);

/** Marks that a scale has at most. */
const most = 6;

/** Steps between powers of ten, from the finest. */
const steps: readonly (readonly number[])[] = [[1, 2, 5], [1, 3], [1]];

/**
 * Returns sizes to mark on a logarithmic scale from `low` to `high`, both above 0: round ones, each once; both ends where fewer than
 * two round ones lie between them.
 */
export function sizeTicks(low: number, high: number): number[] {
  const [from, to] = [Math.floor(Math.log10(low)), Math.ceil(Math.log10(high))];
  const decades = Array.from({ length: to - from + 1 }, (_, i) => from + i);
  const candidates = steps.map((list) =>
    decades
      .flatMap((k) => list.map((m) => Number((m * 10 ** k).toPrecision(3))))
      .filter((v) => v >= low && v <= high),
  );
  const found = candidates.find((c) => c.length <= most) ?? candidates[candidates.length - 1];
  const every = Math.ceil(found.length / most);
  const kept = found.filter((_, i) => i % every === 0);
  return kept.length >= 2 ? kept : [...new Set([low, high])];
}

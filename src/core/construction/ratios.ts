/** The golden section. */
export const golden = (1 + Math.sqrt(5)) / 2;

/** Largest number of a whole-number ratio that is named. */
const largest = 8;

const divisor = (a: number, b: number): number => (b ? divisor(b, a % b) : a);

/** Ratios that have a name, of the larger to the smaller, the plainest first. */
const named: readonly { readonly value: number; readonly name: string }[] = [
  ...Array.from({ length: largest }, (_, p) => p + 1)
    .flatMap((p) => Array.from({ length: p }, (_, q) => [p, q + 1] as const))
    .filter(([p, q]) => divisor(p, q) === 1)
    .sort((a, b) => a[0] + a[1] - b[0] - b[1])
    .map(([p, q]) => ({ value: p / q, name: `${p} : ${q}` })),
  { value: golden, name: 'golden section' },
  { value: Math.SQRT2, name: '√2 : 1' },
];

/**
 * What the ratio of two lengths is called, the larger to the smaller, where it is one of whole numbers up to 8, the golden
 * section or √2 within a tolerance (a share); of several the nearest, and of those as near the plainest. Null for any other.
 */
export function ratioName(a: number, b: number, tolerance: number): string | null {
  if (!(a > 0) || !(b > 0)) return null;
  const ratio = Math.max(a, b) / Math.min(a, b);
  let best: string | null = null;
  let least = tolerance * (1 + 1e-9);
  for (const { value, name } of named) {
    const off = Math.abs(ratio / value - 1);
    if (off > least || (best !== null && off > least - 1e-9)) continue;
    [best, least] = [name, off];
  }
  return best;
}

/** Milliseconds of each of several runs after a warm-up. */
export function timeRuns(runs: number, work: (i: number) => void, warmUp = 2): number[] {
  for (let i = 0; i < warmUp; i++) work(i);
  return Array.from({ length: runs }, (_, i) => {
    const start = performance.now();
    work(i);
    return performance.now() - start;
  });
}

export function quantile(list: readonly number[], q: number): number {
  const sorted = [...list].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))];
}

export const median = (list: readonly number[]): number => quantile(list, 0.5);

export const ms = (v: number): string => `${v < 10 ? v.toFixed(2) : v.toFixed(0)} ms`;
export const times = (v: number): string => `${v.toFixed(2)} ×`;

/** One row of the report: what was measured, ours, the reference, and the ratio ours / reference. */
export type Row = readonly [string, string, string, string];

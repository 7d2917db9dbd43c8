import type { Lettering, Run } from './types';

/** A stretch of the text with something changed; runs that cross its ends are cut there. */
export function withRun(l: Lettering, from: number, to: number, change: Partial<Run>): Lettering {
  const cut = l.runs.flatMap((r) => {
    if (r.to <= from || r.from >= to) return [r];
    return [
      ...(r.from < from ? [{ ...r, to: from }] : []),
      { ...r, from: Math.max(r.from, from), to: Math.min(r.to, to), ...change },
      ...(r.to > to ? [{ ...r, from: to }] : []),
    ];
  });
  // Where nothing was said before, a run of its own says it.
  const inside = cut.filter((r) => r.from >= from && r.to <= to).sort((a, b) => a.from - b.from);
  let at = from;
  const gaps: Run[] = [];
  for (const r of [...inside, { from: to, to }]) {
    if (r.from > at) gaps.push({ from: at, to: r.from, ...change });
    at = r.to;
  }
  return { ...l, runs: [...cut, ...gaps].sort((a, b) => a.from - b.from) };
}

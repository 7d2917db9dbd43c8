import type { Lettering } from './types';

/** Where an index of the old text stands in the new one; -1 where its letter went. */
function follower(before: string, after: string): (i: number) => number {
  let head = 0;
  const shortest = Math.min(before.length, after.length);
  while (head < shortest && before[head] === after[head]) head++;
  let tail = 0;
  while (tail < shortest - head && before[before.length - 1 - tail] === after[after.length - 1 - tail])
    tail++;
  const grown = after.length - before.length;
  return (i) => (i < head ? i : i >= before.length - tail ? i + grown : -1);
}

/**
 * Lettering with other words: what was done to letters that are still there stays with them, runs grow and
 * shrink with what is written inside them.
 */
export function withText<L extends Lettering>(l: L, text: string): L {
  if (text === l.text) return l;
  const moved = follower(l.text, text);
  const keep = <T extends { at: number }>(list: readonly T[]): T[] =>
    list.map((x) => ({ ...x, at: moved(x.at) })).filter((x) => x.at >= 0);
  const runs = l.runs
    .map((r) => {
      // What was changed within a run belongs to it: its ends are those of what is left around.
      const inside = Array.from({ length: r.to - r.from }, (_, i) => moved(r.from + i)).filter((i) => i >= 0);
      if (inside.length === r.to - r.from)
        return { ...r, from: inside[0], to: inside[inside.length - 1] + 1 };
      const startKept = moved(r.from) >= 0;
      const endKept = moved(r.to - 1) >= 0;
      const from = startKept ? moved(r.from) : r.from;
      const to = endKept ? moved(r.to - 1) + 1 : Math.max(from, text.length - (l.text.length - r.to));
      return { ...r, from, to };
    })
    .filter((r) => r.to > r.from && r.from < text.length);
  return { ...l, text, letters: keep(l.letters), pairs: keep(l.pairs), runs };
}

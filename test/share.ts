/** Whether all runs are asked for (`npm run test:all`, `npm run test:faults`), or a short share of them. */
export const whole = process.env.COMPASS_RUNS === 'all';

/** Says where chance begins; another number is another share of what is sampled. */
export const seed = Number(process.env.COMPASS_SEED ?? 1);

/** So many runs of a suite: all of them, or a share. */
export const runs = (all: number, share: number): number => (whole ? all : share);

/** Seeded numbers from 0 to 1 (mulberry32). */
export function seeded(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** One of a list by a number from 0 to 1. */
export const pick = <T>(list: readonly T[], r: number): T =>
  list[Math.min(list.length - 1, Math.floor(r * list.length))];

/** All of a list, or as many of it as asked for, chosen by the seed and in their order. */
export function sampled<T>(list: readonly T[], share: number): readonly T[] {
  if (whole || list.length <= share) return list;
  const next = seeded(seed);
  const left = list.map((_, i) => i);
  const chosen = Array.from({ length: share }, () => left.splice(Math.floor(next() * left.length), 1)[0]);
  return chosen.sort((a, b) => a - b).map((i) => list[i]);
}

/** Demo designs whose SVG takes up to a minute to write: bent stripes, rims and soft spots go in as pictures. They run with all. */
export const slowToWrite: readonly string[] = ['standing-waves', 'woven-rings', 'lantern-spots'];

/** Whether all runs are asked for (`npm run test:all`, `npm run test:faults`), or a share of them. */
export const whole = process.env.COMPASS_RUNS === 'all';

/** What is left of a share in the quick loop (`npm run test:core`). */
const quickShare = process.env.COMPASS_RUNS === 'few' ? 1 / 4 : 1;

/** Says where chance begins; another number is another share of what is sampled. */
export const seed = Number(process.env.COMPASS_SEED ?? 1);

/** Returns how many runs of a suite are done: all of them, or a share. */
export const runs = (all: number, share: number): number => (whole ? all : Math.ceil(share * quickShare));

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

/** Returns all of a list, or as many of it as asked for, chosen by the seed and in their order. */
export function sampled<T>(list: readonly T[], share: number): readonly T[] {
  const count = runs(list.length, share);
  if (list.length <= count) return list;
  const next = seeded(seed);
  const left = list.map((_, i) => i);
  const chosen = Array.from({ length: count }, () => left.splice(Math.floor(next() * left.length), 1)[0]);
  return chosen.sort((a, b) => a - b).map((i) => list[i]);
}

/** Tells whether one of several tests alike is among those that are done: about one in `of` by the seed, or all. */
export function chosen(name: string, of: number): boolean {
  const number = [...name].reduce((sum, c) => (Math.imul(sum, 31) + c.charCodeAt(0)) | 0, seed);
  return whole || seeded(number)() < 1 / of;
}

/** Demo designs whose SVG takes up to a minute to write: bent stripes, rims and soft spots go in as pictures. They run with all. */
export const slowToWrite: readonly string[] = ['standing-waves', 'woven-rings', 'lantern-spots'];

/** Those whose pictures take other programs, or our plain kernels, half a minute. They run with all. */
export const slowToDraw: readonly string[] = [
  ...slowToWrite,
  'aurora-backdrop',
  'lens-emblem',
  'moth-plate',
  'night-pattern',
];

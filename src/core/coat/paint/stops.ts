import type { Stop } from '../types';

const tidy = (v: number) => Number(v.toFixed(4));
const inOrder = (stops: readonly Stop[]): Stop[] => [...stops].sort((a, b) => a.at - b.at);

/** The stops turned end for end, their midpoints with them. */
export function reversedStops(stops: readonly Stop[]): Stop[] {
  const sorted = inOrder(stops);
  return sorted
    .map((s, i): Stop => {
      const mid = sorted[i - 1]?.mid;
      return { at: tidy(1 - s.at), colour: s.colour, ...(mid === undefined ? {} : { mid: tidy(1 - mid) }) };
    })
    .reverse();
}

/** The stops at even distances, their order kept. */
export const evenStops = (stops: readonly Stop[]): Stop[] =>
  inOrder(stops).map((s, i) => ({ ...s, at: stops.length > 1 ? tidy(i / (stops.length - 1)) : 0 }));

/** The stops and one more of a colour at a position, 0–1, at the end of the list. */
export const withStop = (stops: readonly Stop[], at: number, colour: string): Stop[] => [
  ...stops,
  { at: tidy(Math.min(1, Math.max(0, at))), colour },
];

/** The stops and one of them once more, half way to the next, or to the one before the last. */
export function withStopTwice(stops: readonly Stop[], index: number): Stop[] {
  const own = stops[index];
  const places = stops.map((s) => s.at);
  const next = Math.min(...places.filter((v) => v > own.at));
  const before = Math.max(...places.filter((v) => v < own.at));
  const beside = Number.isFinite(next) ? next : Number.isFinite(before) ? before : own.at;
  return withStop(stops, (own.at + beside) / 2, own.colour);
}

/** The stops without one of them; the last one stays. */
export const withoutStop = (stops: readonly Stop[], index: number): readonly Stop[] =>
  stops.length > 1 ? stops.filter((_, i) => i !== index) : stops;

/** The stops with one of them changed. */
export const withStopChanged = (stops: readonly Stop[], index: number, change: Partial<Stop>): Stop[] =>
  stops.map((s, i) => (i === index ? { ...s, ...change } : s));

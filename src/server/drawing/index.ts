import { Lane, type LaneLimits } from './lane';

const mb = 1 << 20;

/** Where heavy work is done: each kind in a process of its own, so that none keeps the others waiting. */
const kinds = {
  /** Pictures that a designer waits for. */
  pictures: { time: 60_000, memory: 3072 * mb, queue: 16 },
  /** Small pictures, and what the files of a set will be. */
  small: { time: 20_000, memory: 1536 * mb, queue: 1000 },
  /** Pictures behind links: a link has its share of the turns, whoever looks at it. */
  links: { time: 60_000, memory: 3072 * mb, queue: 64, queueOfOne: 24 },
  /** Fonts and pictures that come from elsewhere, which are taken apart. */
  files: { time: 20_000, memory: 3072 * mb, queue: 48, queueOfOne: 32 },
} as const satisfies Record<string, LaneLimits>;

type Lanes = Readonly<Record<keyof typeof kinds, Lane>>;

const kept = globalThis as { compassLanes?: Lanes };

/** Returns where heavy work is done, by its kind. */
export function lanes(): Lanes {
  kept.compassLanes ??= {
    pictures: new Lane(kinds.pictures),
    small: new Lane(kinds.small),
    links: new Lane(kinds.links),
    files: new Lane(kinds.files),
  };
  return kept.compassLanes;
}

/** Ends all that is under way. */
export function closeLanes(): void {
  for (const lane of Object.values(lanes())) lane.close();
}

/** Returns the milliseconds of a processor that a picture of so many pixels may take. */
export const timeFor = (pixels: number): number => 60_000 + (pixels / 1e6) * 2000;

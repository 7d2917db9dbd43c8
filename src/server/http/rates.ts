import { addressOf } from './address';
import { HttpError } from './errors';

/** So many at once, and so many a second in the long run. */
export interface Rate {
  readonly burst: number;
  readonly perSecond: number;
}

/** What may be asked for by one owner from one address. */
export const rates = {
  read: { burst: 600, perSecond: 200 },
  change: { burst: 2000, perSecond: 400 },
  create: { burst: 300, perSecond: 20 },
  picture: { burst: 600, perSecond: 60 },
  block: { burst: 6000, perSecond: 1500 },
  /** Files that are taken apart: fonts and pictures. */
  file: { burst: 60, perSecond: 2 },
  /** What a client says behind a link, and passwords that are tried there. */
  said: { burst: 30, perSecond: 0.5 },
  password: { burst: 8, perSecond: 0.05 },
} as const satisfies Record<string, Rate>;

export type RateName = keyof typeof rates;

/** Buckets that are remembered; the longest unused go first. */
const bucketLimit = 10_000;

/** Token buckets by a key. */
export class Buckets {
  private readonly buckets = new Map<string, { left: number; at: number }>();

  /** Takes one; says whether there was one left. @param now milliseconds */
  take(key: string, { burst, perSecond }: Rate, now: number): boolean {
    const was = this.buckets.get(key) ?? { left: burst, at: now };
    this.buckets.delete(key);
    const left = Math.min(burst, was.left + (Math.max(0, now - was.at) / 1000) * perSecond);
    this.buckets.set(key, { left: left >= 1 ? left - 1 : left, at: now });
    if (this.buckets.size > bucketLimit) this.buckets.delete(this.buckets.keys().next().value as string);
    return left >= 1;
  }
}

const buckets = new Buckets();

/** @throws HttpError 429 where an owner asks for too much from one address. */
export function checkRate(name: RateName, owner: string, request: Request): void {
  if (!buckets.take(`${name} ${owner} ${addressOf(request)}`, rates[name], performance.now()))
    throw new HttpError(429, 'Too many requests in a short time. Wait a moment.');
}

/**
 * How much one piece of work may come to. Whatever multiplies is counted against these before it is made, so that no
 * design can take the program down, however absurd its numbers.
 */
export interface Budget {
  /** Segments that a part may paint or pass on, copies counted one by one. */
  readonly part: number;
  /** Segments that a sheet may paint. */
  readonly sheet: number;
  /** Segments that are combined, offset or outlined at once, or that a bend makes. */
  readonly combined: number;
  /** Pairs of segments whose boxes overlap in one combination: each may be a crossing. */
  readonly crossings: number;
}

/**
 * Measured on two cores: a part at its limit is worked out within 2 s and 0.5 GB, an ordinary combination at its limit
 * within 4 s and one of very many crossings within 10 s.
 */
export const usualBudget: Budget = {
  part: 500_000,
  sheet: 2_000_000,
  combined: 24_000,
  crossings: 1_000_000,
};

let current = usualBudget;

/** What is in force. */
export const budget = (): Budget => current;

/** Sets limits, before anything is worked out: what is remembered keeps to the limits it was made under. */
export function setBudget(limits: Partial<Budget>): void {
  current = { ...usualBudget, ...limits };
}

/** Says in plain words why work was not done; what was there before stays. */
export class WorkFault extends Error {}

export const count = new Intl.NumberFormat('en-GB');

/** A number as people write it: 1,250,000; what no whole number can hold is “over a million millions”. */
const inWords = (n: number): string => (n < 1e12 ? count.format(Math.round(n)) : 'over a million millions');

/** Counts what is made bit by bit, where how much it will be is not known before. */
export class Tally {
  private sum = 0;

  constructor(
    private readonly limit: number,
    private readonly doing: string,
    private readonly of: string,
  ) {}

  /** @throws WorkFault once there is more than the limit. */
  add(n: number): void {
    this.sum += n;
    spend(this.sum, this.limit, this.doing, this.of);
  }
}

/** @throws WorkFault where `n` is over `limit`: “This would make 4,000,000 segments; a part may have 500,000.” */
export function spend(n: number, limit: number, doing: string, of: string): void {
  if (!(n <= limit)) throw new WorkFault(`${doing} ${inWords(n)} ${of} ${count.format(limit)}.`);
}

/** How a kind is told of to people. */
export interface Described {
  /** What it is called. */
  readonly label: string;
  /** What it is or does, in one line. */
  readonly about: string;
  /** Other words that the trade has for it, by which it is found. */
  readonly alsoKnown?: readonly string[];
}

/** What a command is found by. */
export interface Findable {
  readonly word: string;
  readonly group: string;
  readonly about?: string;
  readonly alsoKnown?: readonly string[];
}

/** How well a word of the search fits: 0 not at all, best where the name begins with it. */
function score(word: string, c: Findable): number {
  const name = c.word.toLowerCase();
  if (name.startsWith(word)) return 5;
  if (name.split(/[\s-]+/).some((w) => w.startsWith(word))) return 4;
  if (
    c.alsoKnown?.some((k) =>
      k
        .toLowerCase()
        .split(/[\s-]+/)
        .some((w) => w.startsWith(word)),
    )
  )
    return 3;
  if (`${name} ${c.group.toLowerCase()}`.includes(word)) return 2;
  return c.about?.toLowerCase().includes(word) ? 1 : 0;
}

/**
 * The commands that fit all words of a text, the best first: by their names, by the trade's other words for them,
 * by what they do. All of them, in their order, for an empty text.
 */
export function findCommands<C extends Findable>(commands: readonly C[], text: string): C[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  return commands
    .map((c) => ({ c, fits: words.map((w) => score(w, c)) }))
    .filter(({ fits }) => fits.every((f) => f > 0))
    .map(({ c, fits }) => ({ c, sum: fits.reduce((a, b) => a + b, 0) }))
    .sort((a, b) => b.sum - a.sum)
    .map(({ c }) => c);
}

/** The trade's other word by which a text finds a command whose name does not say it. */
export function foundBy(c: Findable, text: string): string | undefined {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const name = c.word.toLowerCase();
  return c.alsoKnown?.find((k) => words.some((w) => k.toLowerCase().includes(w) && !name.includes(w)));
}

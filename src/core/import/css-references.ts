import { argumentsIn } from '../colour/css-mix';

/** How deep references may refer to others, and characters that a value may come to by them: beyond, it is none (section 3.3 there). */
const deepest = 40;
const longest = 100_000;

/** Where the bracket closes that opens at a place; the end where it does not. */
export function closing(text: string, from: number): number {
  let depth = 0;
  for (let i = from; i < text.length; i++) {
    if (text[i] === '(') depth++;
    else if (text[i] === ')' && --depth === 0) return i;
  }
  return text.length;
}

/** Puts what custom properties hold in the place of references to them (CSS Custom Properties 1, section 3). */
export class References {
  /**
   * @param held what a property holds, by its name with both dashes; undefined where it is not set
   * @param follows asked before each reference is followed, and again with the characters that it came to: what refers to others
   *   twice over, again and again, is given up
   */
  constructor(
    private readonly held: (name: string) => string | undefined,
    private readonly follows: (cost: number) => boolean,
  ) {}

  /**
   * A value with what it refers to in the place of references; null where one is to nothing that there is, or to itself, and nothing
   * stands in for it.
   */
  resolved(value: string, seen: readonly string[] = []): string | null {
    const at = value.indexOf('var(');
    if (at < 0) return value;
    if (seen.length > deepest || !this.follows(1)) return null;
    const end = closing(value, at + 3);
    const [name, ...fallback] = argumentsIn(value.slice(at + 4, end));
    const other = this.heldIn(name, seen);
    const own = other ?? (fallback.length ? this.resolved(fallback.join(','), seen) : null);
    const rest = this.resolved(value.slice(end + 1), seen);
    if (own === null || rest === null || at + own.length + rest.length > longest) return null;
    if (!this.follows(own.length + rest.length)) return null;
    return value.slice(0, at) + own + rest;
  }

  /** What a property comes to; null where it is not set, or hangs on itself anywhere. */
  heldIn(name: string, seen: readonly string[] = []): string | null {
    const value = this.held(name);
    if (value === undefined || this.hangsOnItself(name)) return null;
    return this.resolved(value, [...seen, name]);
  }

  private readonly known = new Map<string, boolean>();

  /** Whether a property refers to itself, at once or by others. */
  private hangsOnItself(name: string): boolean {
    let found = this.known.get(name);
    if (found !== undefined) return found;
    const met = new Set<string>();
    const left = [name];
    found = false;
    for (let at = left.pop(); at !== undefined && !found; at = left.pop())
      for (const [, other] of (this.held(at) ?? '').matchAll(/var\(\s*(--[^\s,)]+)/g)) {
        if (other === name) found = true;
        if (!met.has(other)) left.push(other);
        met.add(other);
      }
    this.known.set(name, found);
    return found;
  }
}

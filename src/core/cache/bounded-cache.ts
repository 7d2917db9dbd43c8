/**
 * What was worked out and may be asked for again, bounded in bytes: what was used last goes last. Every cache that
 * outlives the objects it was made for is one; caches that live as long as an object are weak maps.
 */
export class BoundedCache<V> {
  private readonly entries = new Map<string, { readonly value: V; readonly bytes: number }>();
  private held = 0;

  /**
   * @param limit Most bytes that are held. An entry that is larger alone is not kept.
   * @param bytesOf About how many bytes a value takes; its key is counted besides.
   */
  constructor(
    private readonly limit: number,
    private readonly bytesOf: (value: V) => number,
  ) {}

  /** About how many bytes are held. */
  get bytes(): number {
    return this.held;
  }

  get size(): number {
    return this.entries.size;
  }

  get(key: string): V | undefined {
    const found = this.entries.get(key);
    if (!found) return undefined;
    this.entries.delete(key);
    this.entries.set(key, found);
    return found.value;
  }

  set(key: string, value: V): void {
    this.drop(key);
    // Text takes two bytes a unit at most; an entry of a map some ten words.
    const bytes = this.bytesOf(value) + 2 * key.length + 80;
    if (bytes > this.limit) return;
    this.entries.set(key, { value, bytes });
    this.held += bytes;
    for (const old of this.entries.keys()) {
      if (this.held <= this.limit) break;
      this.drop(old);
    }
  }

  /** What is known of a key, or what is made of it now. */
  getOr(key: string, make: () => V): V {
    const found = this.get(key);
    if (found !== undefined) return found;
    const made = make();
    this.set(key, made);
    return made;
  }

  private drop(key: string): void {
    const old = this.entries.get(key);
    if (!old) return;
    this.entries.delete(key);
    this.held -= old.bytes;
  }
}

/** Bytes in so many mebibytes. */
export const mebibytes = (n: number): number => n * 2 ** 20;

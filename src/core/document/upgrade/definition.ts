/** What JSON holds under names. */
export type Json = Readonly<Record<string, unknown>>;

export const isJson = (v: unknown): v is Json => typeof v === 'object' && v !== null && !Array.isArray(v);

/**
 * What turns documents of one version into those of the next. It takes whatever is stored, sound or not, and leaves
 * what it does not know: checking comes after it.
 */
export interface Upgrade {
  /** The version that it takes. */
  readonly from: number;
  /** All of a design but its parts. */
  head?(head: Json): Json;
  part?(part: Json): Json;
  /** A step or a finish by itself, as it is copied. */
  card?(card: Json): Json;
}

/** A list with its entries changed, where it is one. */
export const mapList = (list: unknown, change: (entry: Json) => Json): unknown =>
  Array.isArray(list) ? list.map((entry) => (isJson(entry) ? change(entry) : entry)) : list;

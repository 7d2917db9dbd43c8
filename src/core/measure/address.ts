/** A place in a part or a sheet: keys with `/` between; an entry of a list by its id or its number. */
export type Address = string;

type Holding = Readonly<Record<string, unknown>> | readonly unknown[];

const isHolding = (v: unknown): v is Holding => typeof v === 'object' && v !== null;

function indexIn(list: readonly unknown[], key: string): number {
  const at = list.findIndex((v) => isHolding(v) && (v as { id?: unknown }).id === key);
  if (at >= 0) return at;
  return /^\d+$/.test(key) && Number(key) < list.length ? Number(key) : -1;
}

function inside(value: unknown, key: string): unknown {
  if (Array.isArray(value)) return value[indexIn(value, key)];
  return isHolding(value) && Object.hasOwn(value, key) ? (value as Record<string, unknown>)[key] : undefined;
}

/** What stands at an address, or undefined where there is no such place. */
export const valueAt = (owner: unknown, address: Address): unknown =>
  address.split('/').reduce(inside, owner);

/** The owner with another value at an address that it has; any other address changes nothing. */
export function withValueAt<T>(owner: T, address: Address, value: unknown): T {
  const put = (at: unknown, keys: readonly string[]): unknown => {
    const [key, ...rest] = keys;
    if (key === undefined) return value;
    if (Array.isArray(at)) {
      const i = indexIn(at, key);
      return i < 0 ? at : at.map((v, k) => (k === i ? put(v, rest) : v));
    }
    return isHolding(at) && Object.hasOwn(at, key) ? { ...at, [key]: put(inside(at, key), rest) } : at;
  };
  return put(owner, address.split('/')) as T;
}

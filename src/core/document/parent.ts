import { remembered } from './record';
import type { Design } from './types';

/** The holder of every part that stands in one. */
const holders = new WeakMap<object, ReadonlyMap<string, string>>();

function holdersOf(parts: Design['parts']): ReadonlyMap<string, string> {
  const made = new Map<string, string>();
  for (const p of Object.values(parts)) for (const c of p.children) made.set(c, p.id);
  return made;
}

/** Id of the part that holds a part, or null where it stands on the sheet itself. */
export const parentOf = ({ parts }: Pick<Design, 'parts'>, id: string): string | null =>
  remembered(holders, parts, holdersOf, (a, b) => a.children === b.children).get(id) ?? null;

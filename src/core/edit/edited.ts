import type { Design } from '../document/types';
import type { CardRef } from './gesture/types';

/** What a command leaves: the design, and what is chosen after it. */
export interface Edited {
  readonly design: Design;
  readonly chosen: readonly string[];
  /** The card that is chosen, where it is a new one. */
  readonly card?: CardRef;
  /** What the designer should hear of it, in words. */
  readonly said?: string;
}

/** A name no part has yet: “Disc”, “Disc 2”, … */
export function freeName(design: Design, base: string): string {
  const taken = new Set(Object.values(design.parts).map((p) => p.name));
  if (!taken.has(base)) return base;
  for (let i = 2; ; i++) if (!taken.has(`${base} ${i}`)) return `${base} ${i}`;
}

import type { Described } from '../document/described';
import type { Field } from '../document/fields';
import type { Scene } from '../scene/types';

/** The rows of the wall, by what proofs are for, and what each is called. */
export const proofRows = {
  small: 'Small',
  ink: 'Ink',
  eyes: 'Eyes',
  grounds: 'Grounds',
  scenes: 'Scenes',
  against: 'Side by side',
} as const;
export type ProofRow = keyof typeof proofRows;

/** One way of looking at a sheet. */
export interface ProofDefinition<P extends object> extends Described {
  readonly kind: string;
  readonly row: ProofRow;
  readonly fields: readonly Field[];
  readonly defaults: P;
  /** What a proof of it is titled. */
  title(params: P): string;
  /** The sheet as it is looked at; `other` is what it is held against, where the kind names something. */
  scene(sheet: Scene, params: P, other: Scene | null): Scene;
  /** Pixels of its longer side, where it is looked at in a size of its own. */
  pixels?(params: P): number;
  /** What it is held against, as an address (`others`), or an empty text. */
  against?(params: P): string;
}

export const defineProof = <P extends object>(d: ProofDefinition<P>): ProofDefinition<P> => d;

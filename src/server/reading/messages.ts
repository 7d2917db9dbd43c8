import type { DesignFault } from '@/core/reading';
import type { BodyKind } from './readers';

/** A body to be read. */
export interface ThreadOrder {
  readonly id: number;
  readonly kind: BodyKind;
  readonly bytes: Uint8Array;
}

/** Why it cannot be read. */
export interface Told {
  readonly status: number;
  readonly message: string;
  readonly details?: readonly { readonly where: string; readonly message: string }[];
  /** Those of a design that cannot be read. */
  readonly faults?: readonly DesignFault[];
}

export type ThreadAnswer =
  | { readonly id: number; readonly value: unknown }
  | { readonly id: number; readonly told: Told };

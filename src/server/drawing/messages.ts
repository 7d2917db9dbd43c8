import type { OwnFont } from '@/core';
import type { DesignFault } from '@/core/reading';
import type { PictureOrder } from '../pictures';

/** A font of the designer's own that a picture needs. */
export interface FontFile {
  readonly id: string;
  readonly bytes: Uint8Array;
}

/** What a drawing process is asked for. */
export type Job =
  | {
      readonly kind: 'picture';
      /** The design as JSON. */
      readonly text: string;
      readonly order: PictureOrder;
      /** The fonts of its owner's that it names: no others are at hand. */
      readonly fonts: readonly FontFile[];
      /** Where the PNG is written to. */
      readonly file: string;
    }
  | { readonly kind: 'font'; readonly bytes: Uint8Array }
  /** For tests: works without end, or takes memory without end. */
  | { readonly kind: 'misbehave'; readonly how: 'loop' | 'hoard' | 'crash' };

export interface Results {
  picture: { readonly size: number };
  font: OwnFont & { readonly bytes: Uint8Array };
  misbehave: null;
}

export type Answer =
  | { readonly ok: true; readonly result: unknown }
  /** `status` as HTTP has it; 500 for a defect. `faults` are those of a design that cannot be read. */
  | {
      readonly ok: false;
      readonly status: number;
      readonly message: string;
      readonly faults?: readonly DesignFault[];
    };

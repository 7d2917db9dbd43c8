import type { ExportSet, OwnFont, PlannedFile } from '@/core';
import type { NamedFont } from '@/core/importing';
import type { DesignFault } from '@/core/reading';
import type { PageRange, PdfPages } from '../pdf/pages';
import type { PictureOrder } from '../pictures';

/** A font of the designer's own that a picture needs. */
export interface FontFile {
  readonly id: string;
  readonly bytes: Uint8Array;
}

/** A placed picture, and the file that has its pixels. */
export interface ImageFile {
  readonly id: string;
  readonly file: string;
}

/** A picture that was read. */
export interface ReadImage {
  readonly id: string;
  readonly type: string;
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
      /** The pictures of its owner's that are placed in it. */
      readonly images: readonly ImageFile[];
      /** Where the PNG is written to. */
      readonly file: string;
    }
  | {
      /** Which files a set comes to. */
      readonly kind: 'plan';
      readonly text: string;
      readonly set: ExportSet;
      readonly fonts: readonly FontFile[];
      readonly images: readonly ImageFile[];
    }
  | {
      /** One file of a set. */
      readonly kind: 'deliver';
      readonly text: string;
      readonly set: ExportSet;
      /** Which of the set’s files, the first one 0. */
      readonly number: number;
      readonly fonts: readonly FontFile[];
      readonly images: readonly ImageFile[];
      readonly file: string;
    }
  | { readonly kind: 'font'; readonly bytes: Uint8Array }
  /** A picture to be placed; its pixels are written to a file, level by level. */
  | { readonly kind: 'image'; readonly bytes: Uint8Array; readonly file: string }
  /** Pages of a PDF, so many from one on. */
  | ({ readonly kind: 'pdf'; readonly bytes: Uint8Array; readonly fonts: readonly NamedFont[] } & PageRange)
  /** For tests: works without end, or takes memory without end. */
  | { readonly kind: 'misbehave'; readonly how: 'loop' | 'hoard' | 'crash' };

export interface Results {
  picture: { readonly size: number };
  plan: readonly PlannedFile[];
  deliver: { readonly size: number; readonly notes: readonly string[] };
  font: OwnFont & { readonly bytes: Uint8Array };
  image: ReadImage;
  pdf: PdfPages;
  misbehave: null;
}

export type Answer =
  /** The share that is done, 0–1; the answer is still to come. */
  | { readonly progress: number }
  | { readonly ok: true; readonly result: unknown }
  /** `status` as HTTP has it; 500 for a defect. `faults` are those of a design that cannot be read. */
  | {
      readonly ok: false;
      readonly status: number;
      readonly message: string;
      readonly faults?: readonly DesignFault[];
    };

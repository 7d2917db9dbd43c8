import type { Depth, Design, PlannedFile, Scene } from '@/core';
import type { Band } from './band';

/** A picture that is to be written: so many pixels, drawn in bands from the top down. */
export interface PictureSource {
  readonly width: number;
  readonly height: number;
  /** Dots to an inch. */
  readonly dpi: number;
  /** Whether it is clear nowhere. */
  readonly opaque: boolean;
  /** Draws it; straight-alpha RGBA, the high byte first where there are 16 bits. */
  bands(depth: Depth): Iterable<Band>;
}

/** What a file is written from. */
export interface FileSource {
  readonly design: Design;
  /** What the file shows, with its bleed. */
  readonly scene: Scene;
  /** How wide that is, sheet units. */
  readonly bleed: number;
  /** The picture of it, where it is made of pixels. */
  readonly picture: PictureSource;
  /** All files of the set it belongs to, and itself among them. */
  readonly file: PlannedFile;
  readonly files: readonly PlannedFile[];
}

/** Writes one kind of file at a path; returns in words what is not as it is in the design. */
export type Encoder<P> = (source: FileSource, params: P, path: string) => Promise<readonly string[]>;

export const defineEncoder = <P>(encoder: Encoder<P>): Encoder<P> => encoder;

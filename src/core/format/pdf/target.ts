import type { PDFRef } from 'pdf-lib';
import type { Matrix } from '../../geometry/matrix';
import type { Bounds } from '../../geometry/path';
import type { BlendMode, SceneNode } from '../../scene/types';
import type { Content } from './content';

/** How a group is put together (ISO 32000-1, 11.6.6). */
export interface GroupKind {
  readonly isolated?: boolean;
}

/** A mask by the luminosity or the alpha of a group. */
export interface SoftMask {
  readonly group: PDFRef;
  readonly by: 'Luminosity' | 'Alpha';
}

/** What nodes are written with. All that is written is in sheet coordinates, to which `toSheet` leads from the node's. */
export interface PdfTarget {
  /** What of the sheet a page shows. */
  readonly area: Bounds;
  /** Puts an object into the file: numbers, names (texts), lists and records of these. */
  object(value: object): PDFRef;
  /** Puts a stream into the file. */
  stream(bytes: string | Uint8Array, dictionary: object): PDFRef;
  /** What is made once for a key. */
  shared(key: unknown, make: () => PDFRef): PDFRef;
  /** A group of its own with what `write` puts into it. */
  group(write: (content: Content) => void, kind?: GroupKind): PDFRef;
  /** Sets opacity, blend mode and a mask for what follows, where they are other than usual. */
  state(content: Content, opacity: number, blend: BlendMode, mask?: SoftMask | null): void;
  /** What PDF has no means for, as a picture; `what` says what it is, `fineness` is a share of the usual one. */
  picture(content: Content, node: SceneNode, toSheet: Matrix, what: string, fineness?: number): void;
  nodes(content: Content, list: readonly SceneNode[], toSheet: Matrix): void;
}

/** Writes one kind of node. */
export type NodeWriter<N extends SceneNode> = (
  target: PdfTarget,
  content: Content,
  node: N,
  toSheet: Matrix,
) => void;

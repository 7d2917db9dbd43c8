import type { PDFRef } from 'pdf-lib';
import type { Matrix } from '../../geometry/matrix';
import type { Bounds, Path } from '../../geometry/path';
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

/** How something goes in as a picture. */
export interface Pictured {
  /** What it is, in words. */
  readonly what: string;
  /** The node it is a picture of, where that is not the one that is drawn: drawn once for all its places. */
  readonly of?: SceneNode;
  /** How that lies on the sheet, where what is drawn lies there already. */
  readonly at?: Matrix;
  /** A share of the usual fineness. */
  readonly fineness?: number;
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
  /**
   * What PDF has no means for, as a picture.
   * @throws WorkFault where a page would have too many pixels of these.
   */
  picture(content: Content, node: SceneNode, toSheet: Matrix, how: Pictured): void;
  /** Sets a path as text in the colour that is set, where it is whole letters and text is wanted; says whether it did. */
  words(content: Content, path: Path, toSheet: Matrix): boolean;
  nodes(content: Content, list: readonly SceneNode[], toSheet: Matrix): void;
}

/** Writes one kind of node. */
export type NodeWriter<N extends SceneNode> = (
  target: PdfTarget,
  content: Content,
  node: N,
  toSheet: Matrix,
) => void;

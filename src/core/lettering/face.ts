import type { Path } from '../geometry/path';
import { isOwnFace } from './catalogue';

/** Says in plain words why a font file cannot be used. */
export class FontFault extends Error {}

/** A design axis of a variable face (OpenType `fvar`). */
export interface Axis {
  readonly tag: string;
  readonly name: string;
  readonly min: number;
  readonly max: number;
  readonly preset: number;
}

export type AxisValues = Readonly<Record<string, number>>;
/** Values of OpenType features by their tags; 0 is off. */
export type Features = Readonly<Record<string, number>>;

/** A glyph as it was shaped, lengths in font units, y up. */
export interface Glyph {
  readonly id: number;
  /** Index in the text of the first character it stands for. */
  readonly cluster: number;
  readonly advance: number;
  readonly dx: number;
  readonly dy: number;
}

/** Features put to a range of the text. */
export interface FeatureRange {
  readonly tag: string;
  readonly value: number;
  readonly from: number;
  readonly to: number;
}

export interface ShapeOrder {
  readonly from: number;
  readonly to: number;
  readonly rightToLeft: boolean;
  /** ISO 15924 code. */
  readonly script: string;
  readonly features: readonly FeatureRange[];
}

/** Heights above the baseline in font units; the descender is negative. */
export interface FaceMetrics {
  readonly ascender: number;
  readonly descender: number;
  readonly capHeight: number;
  readonly xHeight: number;
}

/** A face at one place of its axes. */
export interface FaceInstance {
  readonly unitsPerEm: number;
  readonly metrics: FaceMetrics;
  /** The glyphs of a stretch of text in the order they stand from left to right. */
  shape(text: string, order: ShapeOrder): readonly Glyph[];
  /** A glyph's outline in font units, y down, its baseline at 0; nonzero fill. */
  outline(glyph: number): Path;
}

/** A font file that was read. */
export interface FontFace {
  readonly id: string;
  /** As the file names itself. */
  readonly name: string;
  readonly licence: string;
  /** The file that it was read from. */
  readonly file: Uint8Array;
  readonly axes: readonly Axis[];
  /** Tags of the substitutions and placements that it offers. */
  readonly features: readonly string[];
  has(codePoint: number): boolean;
  at(axes: AxisValues): FaceInstance;
}

const loaded = new Map<string, FontFace>();
let stamp = 0;

/** Takes a face up, to be found by its id from now on. */
export function provideFace(face: FontFace): void {
  if (loaded.has(face.id)) return;
  loaded.set(face.id, face);
  stamp++;
}

/** Takes all faces away that were not shipped: they belong to somebody, and the next design may be another's. */
export function withdrawFaces(): void {
  const before = loaded.size;
  for (const id of loaded.keys()) if (isOwnFace(id)) loaded.delete(id);
  if (loaded.size < before) stamp++;
}

export const faceById = (id: string): FontFace | undefined => loaded.get(id);

/** A number that grows with every face taken up: what rests on faces is as it was while it stays. */
export const facesStamp = (): number => stamp;

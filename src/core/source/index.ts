import { arrow } from './arrow';
import { cross } from './cross';
import type { SourceDefinition } from './definition';
import { drawnPath } from './drawn-path';
import { ellipse } from './ellipse';
import { laidSheet } from './laid-sheet';
import { lettering } from './lettering';
import { line } from './line';
import { notchedDisc } from './notched-disc';
import { piece } from './piece';
import { polygon, star } from './polygon';
import { rectangle } from './rectangle';
import { ring } from './ring';
import { arc, sector } from './sector';
import { spiral } from './spiral';
import { traced } from './traced';
import { triangle } from './triangle';

export type { SourceDefinition } from './definition';

const all = {
  ellipse,
  ring,
  sector,
  arc,
  rectangle,
  polygon,
  star,
  triangle,
  cross,
  'notched-disc': notchedDisc,
  spiral,
  line,
  arrow,
  path: drawnPath,
  lettering,
  piece,
  traced,
  'laid-sheet': laidSheet,
};

type ParamsOf<D> = D extends SourceDefinition<infer P> ? P : never;

/** A source that draws its own outline. */
export type PrimitiveSource = {
  [K in keyof typeof all]: { readonly kind: K } & ParamsOf<(typeof all)[K]>;
}[keyof typeof all];

/** A source as its definition takes it: the very object, so that what is remembered for it is found. */
export const paramsOf = (source: PrimitiveSource): Record<string, unknown> =>
  source as unknown as Record<string, unknown>;

/** The sources that draw their own outline, by kind. */
export const primitives = all as unknown as Readonly<
  Record<string, SourceDefinition<Record<string, unknown>>>
>;

export const primitiveKinds = Object.keys(all) as readonly (keyof typeof all)[];

/** Whether a source draws an outline of its own, without other parts. */
export const isPrimitive = (source: { readonly kind: string }): source is PrimitiveSource =>
  source.kind in primitives;

import type { SourceDefinition } from './definition';
import { drawnPath } from './drawn-path';
import { ellipse } from './ellipse';
import { line } from './line';
import { polygon, star } from './polygon';
import { rectangle } from './rectangle';

export type { SourceDefinition } from './definition';

const all = { ellipse, rectangle, polygon, star, line, path: drawnPath };

type ParamsOf<D> = D extends SourceDefinition<infer P> ? P : never;

/** A source that draws its own outline. */
export type PrimitiveSource = {
  [K in keyof typeof all]: { readonly kind: K } & ParamsOf<(typeof all)[K]>;
}[keyof typeof all];

/** The sources that draw their own outline, by kind. */
export const primitives = all as unknown as Readonly<
  Record<string, SourceDefinition<Record<string, unknown>>>
>;

export const primitiveKinds = Object.keys(all) as readonly (keyof typeof all)[];

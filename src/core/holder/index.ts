import { blend } from './blend';
import { combination } from './combination';
import type { HolderDefinition } from './definition';
import { faces } from './faces';
import { group } from './group';
import { lockUp } from './lock-up';

export type { HolderDefinition, Member } from './definition';

const all = { combine: combination, group, 'lock-up': lockUp, faces, blend };

type ParamsOf<D> = D extends HolderDefinition<infer P> ? P : never;

/** A source that holds parts. */
export type HolderSource = {
  [K in keyof typeof all]: { readonly kind: K } & ParamsOf<(typeof all)[K]>;
}[keyof typeof all];

export type HolderKind = keyof typeof all;

/** The sources that hold parts, by kind. */
export const holders = all as unknown as Readonly<Record<HolderKind, HolderDefinition<object>>>;

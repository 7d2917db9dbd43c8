import { blend } from './blend';
import { combination } from './combination';
import type { HolderDefinition } from './definition';
import { faces } from './faces';
import { group } from './group';
import { lockUp } from './lock-up';
import type { HolderKind, HolderParams, HolderSource } from './types';

export type { HolderDefinition, Member } from './definition';

const all: { readonly [K in HolderKind]: HolderDefinition<HolderParams[K]> } = {
  combine: combination,
  group,
  'lock-up': lockUp,
  faces,
  blend,
};

/** The sources that hold parts, by kind. */
export const holders = all as unknown as Readonly<Record<HolderKind, HolderDefinition<object>>>;

type AnySource = { readonly kind: string };

export const isHolder = (kind: string): kind is HolderKind => kind in holders;
export const holdsParts = (source: AnySource): source is HolderSource => isHolder(source.kind);
/** Whether a source only gathers parts, which stay parts of their own. */
export const isGroup = (source: AnySource): boolean =>
  holdsParts(source) && holders[source.kind].gathers === true;

import { coatWords } from '../coat';
import { finishes } from '../finish';
import { holders } from '../holder';
import { primitives } from '../source';
import { steps } from '../step';
import type { Described } from './described';
import type { Field } from './fields';

/** The lists of a recipe whose cards are of kinds. */
export type KindList = 'source' | 'steps' | 'coats' | 'finishes';

const described: Readonly<Record<KindList, Readonly<Record<string, Described>>>> = {
  source: { ...primitives, ...holders },
  steps,
  coats: coatWords,
  finishes,
};

/** How a kind of a list is told of; undefined for one that is not known. */
export const describedKind = (list: KindList, kind: string): Described | undefined =>
  Object.hasOwn(described[list], kind) ? described[list][kind] : undefined;

/** What a kind of a list is called. */
export const kindLabel = (list: KindList, kind: string): string => describedKind(list, kind)?.label ?? kind;

/** What a newly drawn part of a kind is called. */
export const newPartName = (kind: string): string => primitives[kind]?.partName ?? kindLabel('source', kind);

/** What the field of a name is called. */
export const fieldLabel = (fields: readonly Field[], name: string): string =>
  fields.find((f) => f.name === name)?.label ?? name;

import { referencesOf } from '../document/part-references';
import type { Part } from '../document/types';
import { isPrimitive, paramsOf, primitives } from '../source';
import type { Resource } from '../source/definition';
import { meetsLight } from './light';

/** What a part's source takes from outside of designs, such as faces. */
export const resourcesOf = ({ source }: Part): readonly Resource[] =>
  isPrimitive(source) ? (primitives[source.kind].rests ?? []) : [];

/** Id of the sheet that a part lays; an empty text where it lays none. */
export const sheetLaidBy = ({ source }: Part): string =>
  isPrimitive(source) ? (primitives[source.kind].lays?.(paramsOf(source)) ?? '') : '';

const remembered = new WeakMap<Part, boolean>();

/**
 * Tells whether a part rests on nothing beside itself and the parts in it: no other part, sheet or light, and nothing outside of
 * designs. It is asked of every part of a sheet at every step of a drag.
 */
export function restsOnItsOwn(part: Part): boolean {
  const known = remembered.get(part);
  if (known !== undefined) return known;
  const rests =
    resourcesOf(part).length === 0 &&
    referencesOf(part).length === 0 &&
    sheetLaidBy(part) === '' &&
    !meetsLight(part);
  remembered.set(part, rests);
  return rests;
}

import { parentOf } from '../document/parent';
import { sourceReferences } from '../document/part-references';
import { withMembers } from '../document/record';
import type { Design, Part, Sheet } from '../document/types';
import { identity, type Matrix, multiply, placeMatrix } from '../geometry/matrix';
import { isPrimitive, primitives } from '../source';

/** The sheet of an id. @throws RangeError where there is none. */
export function sheetOf(design: Design, sheetId: string): Sheet {
  const sheet = design.sheets.find((s) => s.id === sheetId);
  if (!sheet) throw new RangeError(`The design has no sheet “${sheetId}”.`);
  return sheet;
}

export { parentOf } from '../document/parent';

/** A part's ancestors, the nearest first. */
export function ancestorsOf(design: Design, id: string): string[] {
  const out: string[] = [];
  for (let at = parentOf(design, id); at; at = parentOf(design, at)) out.push(at);
  return out;
}

/** The parts in a group or on the sheet itself, the lowest first. */
export function childrenOf(design: Design, sheetId: string, parent: string | null): readonly string[] {
  return parent ? (design.parts[parent]?.children ?? []) : sheetOf(design, sheetId).parts;
}

/** The design with another list of parts in a group or on the sheet. */
export function withChildren(
  design: Design,
  sheetId: string,
  parent: string | null,
  ids: readonly string[],
): Design {
  if (parent) return withPart(design, { ...design.parts[parent], children: ids });
  return { ...design, sheets: design.sheets.map((s) => (s.id === sheetId ? { ...s, parts: ids } : s)) };
}

/** The design with a part put in, or put in place of the one with its id. */
export const withPart = (design: Design, part: Part): Design => withParts(design, [part]);

/** The design with several parts put in or in place of those with their ids. */
export const withParts = (design: Design, parts: readonly Part[]): Design =>
  parts.length
    ? {
        ...design,
        parts: withMembers(
          design.parts,
          parts.map((p) => [p.id, p] as const),
        ),
      }
    : design;

/** Matrix from a parent's coordinates to the sheet. */
export function frameOf(design: Design, parent: string | null): Matrix {
  if (!parent) return identity;
  return [parent, ...ancestorsOf(design, parent)].reduce(
    (m, id) => multiply(placeMatrix(design.parts[id].place), m),
    identity,
  );
}

/** Matrix from a part's own coordinates to the sheet. */
export const worldOf = (design: Design, id: string): Matrix => frameOf(design, id);

/** A part and all that is inside it. */
export function familyOf(design: Design, id: string): string[] {
  const part = design.parts[id];
  return part ? [id, ...part.children.flatMap((c) => familyOf(design, c))] : [];
}

/** Whether a part has its edges from others, such as a piece that is cut, and all of these are among some parts: it follows those. */
export const ridesWith = ({ source }: Part, ids: readonly string[]): boolean =>
  isPrimitive(source) &&
  primitives[source.kind].borrowed === true &&
  sourceReferences(source).every((r) => ids.includes(r.id));

/** Parts to be moved, turned or scaled together: pieces follow what they are cut from. */
export const movers = (design: Design, ids: readonly string[]): string[] =>
  ids.filter((id) => design.parts[id] && !ridesWith(design.parts[id], ids));

/** Those of some parts that are not inside another of them, in the order they are painted. */
export function topmost(design: Design, ids: readonly string[]): string[] {
  const chosen = new Set(ids);
  return ids.filter((id) => design.parts[id] && !ancestorsOf(design, id).some((a) => chosen.has(a)));
}

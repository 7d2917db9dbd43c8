import { type Design, holdsParts, type Part } from '@/core';
import { childrenOf, parentOf } from '@/core/edit';

/** One line of the parts list. */
export interface RowData {
  readonly part: Part;
  readonly depth: number;
}

/** The lines of the parts list: the topmost part first, as it lies on the sheet. */
export function rowsOf(
  design: Design,
  sheetId: string,
  open: ReadonlySet<string>,
  search: string,
): RowData[] {
  const out: RowData[] = [];
  const wanted = search.trim().toLowerCase();
  const visit = (ids: readonly string[], depth: number) => {
    for (let i = ids.length - 1; i >= 0; i--) {
      const part = design.parts[ids[i]];
      if (!part) continue;
      if (!wanted || part.name.toLowerCase().includes(wanted)) out.push({ part, depth: wanted ? 0 : depth });
      if (part.children.length && (wanted || open.has(part.id))) visit(part.children, depth + 1);
    }
  };
  visit(childrenOf(design, sheetId, null), 0);
  return out;
}

/** Where a dragged part would go: above or below a line, or into the part it names. */
export interface DropPlace {
  readonly id: string;
  readonly where: 'above' | 'inside' | 'below';
}

/** The place meant by a height within a line, 0 at its top and 1 at its foot. */
export function dropPlace(part: Part, height: number): DropPlace {
  if (holdsParts(part.source) && height > 0.3 && height < 0.7) return { id: part.id, where: 'inside' };
  return { id: part.id, where: height < 0.5 ? 'above' : 'below' };
}

/** The holder and the place in it, counted from the lowest, that a drop means. */
export function dropTarget(
  design: Design,
  sheetId: string,
  { id, where }: DropPlace,
): { readonly parent: string | null; readonly index: number } {
  if (where === 'inside') return { parent: id, index: design.parts[id].children.length };
  const parent = parentOf(design, id);
  const at = childrenOf(design, sheetId, parent).indexOf(id);
  return { parent, index: where === 'above' ? at + 1 : at };
}

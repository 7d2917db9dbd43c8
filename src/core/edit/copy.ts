import { makeId } from '../document/create';
import { withReferences } from '../document/part-references';
import type { Design, Part } from '../document/types';
import { keepKnownFormulas, renamedFormulas } from '../measure/formulas';
import { type Edited, freeName } from './edited';
import { settlePart } from './settle';
import { childrenOf, parentOf, topmost, withChildren, withPart } from './tree';

type Parts = Readonly<Record<string, Part>>;

/**
 * Parts with all inside them under fresh ids, each as a list with the part first; what they name
 * among themselves goes along.
 */
export function copyFamilies(parts: Parts, tops: readonly string[]): Part[][] {
  const ids = new Map<string, string>();
  const copies = tops.map((id) => copyTree(parts, id, ids));
  return copies.map((list) => list.map((p) => withReferences(p, (old) => ids.get(old) ?? old)));
}

/** A part and all inside it under fresh ids, as a list with the part first. */
export const copyFamily = (parts: Parts, id: string): Part[] => copyFamilies(parts, [id])[0];

function copyTree(parts: Parts, id: string, ids: Map<string, string>): Part[] {
  const part = parts[id];
  const inside = part.children.map((c) => copyTree(parts, c, ids));
  const own = makeId();
  ids.set(id, own);
  const cards = new Map<string, string>();
  const fresh = <T extends { id: string }>(list: readonly T[]): T[] =>
    list.map((x) => {
      const id = makeId();
      cards.set(x.id, id);
      return { ...x, id };
    });
  const [steps, coats, finishes] = [fresh(part.steps), fresh(part.coats), fresh(part.finishes)];
  const formulas = part.formulas && renamedFormulas(part.formulas, (id) => cards.get(id) ?? id);
  return [
    {
      ...part,
      id: own,
      children: inside.map((f) => f[0].id),
      steps,
      coats,
      finishes,
      ...(formulas ? { formulas } : {}),
    },
    ...inside.flat(),
  ];
}

/** A copied family whose first part has a name no part has yet. */
function renamed(design: Design, [top, ...inside]: Part[]): Part[] {
  return [{ ...top, name: freeName(design, top.name.replace(/ \d+$/, '')) }, ...inside];
}

/** Copies parts in place, each right above its original. */
export function duplicateParts(design: Design, sheetId: string, ids: readonly string[]): Edited {
  let out = design;
  const chosen: string[] = [];
  const tops = topmost(design, ids);
  for (const [k, copied] of copyFamilies(design.parts, tops).entries()) {
    const id = tops[k];
    const family = renamed(out, copied);
    const parent = parentOf(out, id);
    const level = childrenOf(out, sheetId, parent);
    const at = level.indexOf(id) + 1;
    for (const p of family) out = withPart(out, p);
    out = withChildren(out, sheetId, parent, [...level.slice(0, at), family[0].id, ...level.slice(at)]);
    chosen.push(family[0].id);
  }
  return { design: out, chosen };
}

/** Puts copied parts on a sheet, on top of what is there. */
export function pasteParts(
  design: Design,
  sheetId: string,
  parent: string | null,
  parts: Parts,
  top: readonly string[],
): Edited {
  let out = design;
  const chosen: string[] = [];
  const there = top.filter((id) => parts[id]);
  const alone = there.map((id) => [id, settlePart({ ...design.parts, ...parts }, parts[id])]);
  for (const copied of copyFamilies({ ...parts, ...Object.fromEntries(alone) }, there)) {
    const family = renamed(out, copied);
    for (const p of family) out = withPart(out, keepKnownFormulas(out, p));
    chosen.push(family[0].id);
  }
  return {
    design: withChildren(out, sheetId, parent, [...childrenOf(out, sheetId, parent), ...chosen]),
    chosen,
  };
}

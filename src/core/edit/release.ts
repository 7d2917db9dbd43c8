import type { Design } from '../document/types';
import { holders, holdsParts } from '../holder';
import { rehome } from './arrange-parts';
import { blendedParts } from './blend';
import type { Edited } from './edited';
import { releaseLaid } from './release-laid';
import { childrenOf, parentOf, topmost, withChildren, withPart, withParts } from './tree';

/**
 * Takes holders apart; their parts stay where they are. The in-betweens of a blend become parts of
 * their own, and a laid sheet a group of copies.
 */
export function releaseParts(design: Design, sheetId: string, ids: readonly string[]): Edited {
  let out = design;
  const chosen: string[] = [];
  for (const id of topmost(design, ids)) {
    const part = out.parts[id];
    if (part?.source.kind === 'laid-sheet') {
      out = releaseLaid(out, part);
      chosen.push(id);
      continue;
    }
    if (!part?.children.length) {
      chosen.push(id);
      continue;
    }
    const parent = parentOf(out, id);
    const level = childrenOf(out, sheetId, parent);
    const at = level.indexOf(id);
    let inside = part.children;
    if (part.source.kind === 'blend') {
      const { level: blended, all } = blendedParts(out, id);
      const spine = part.children.filter((c) => !blended.some((p) => p.id === c));
      inside = [...blended.map((p) => p.id), ...spine];
      out = withParts(out, [...all, { ...part, children: inside }]);
    }
    const members = inside.map((c) => {
      const moved = rehome(out, c, parent, inside);
      // Members of a combination have looks of their own only if they were given some.
      return holdsParts(part.source) &&
        holders[part.source.kind].painted &&
        !moved.coats.length &&
        !moved.children.length
        ? { ...moved, coats: part.coats }
        : moved;
    });
    const { [id]: _, ...rest } = out.parts;
    out = { ...out, parts: rest };
    for (const m of members) out = withPart(out, m);
    out = withChildren(out, sheetId, parent, [...level.slice(0, at), ...inside, ...level.slice(at + 1)]);
    chosen.push(...inside);
  }
  return { design: out, chosen };
}

import type { Coat } from '../coat/types';
import type { Design, Part } from '../document/types';
import { sheetBounds } from './pick';
import { familyOf, sheetOf } from './tree';

export const samenesses = ['kind', 'look', 'coat', 'size'] as const;
export type Sameness = (typeof samenesses)[number];

/** What a coat is, whatever ids it and its steps have. */
const coatKey = (coat: Coat | undefined): string =>
  coat ? JSON.stringify({ ...coat, id: '', steps: coat.steps.map((s) => ({ ...s, id: '' })) }) : '';

const lookKey = ({ coats, opacity, blend }: Part): string =>
  JSON.stringify([coats.map(coatKey), opacity, blend]);

function sizeKey(design: Design, id: string): string {
  const b = sheetBounds(design, id);
  return b ? `${(b.x1 - b.x0).toFixed(3)} × ${(b.y1 - b.y0).toFixed(3)}` : '';
}

/** All parts of a sheet, shown and not locked, that have the kind, the look or the size of one. */
export function partsLike(design: Design, sheetId: string, id: string, by: Sameness): string[] {
  const key = (p: Part): string =>
    ({
      kind: () => p.source.kind,
      look: () => lookKey(p),
      coat: () => coatKey(p.coats.at(-1)),
      size: () => sizeKey(design, p.id),
    })[by]();
  const one = design.parts[id];
  if (!one) return [];
  const wanted = key(one);
  return sheetOf(design, sheetId)
    .parts.flatMap((top) => familyOf(design, top))
    .filter((p) => {
      const part = design.parts[p];
      return !part.hidden && !part.locked && key(part) === wanted;
    });
}

import type { Coat, Paint } from '../coat/types';
import type { Design, Part } from '../document/types';
import type { Bounds } from '../geometry/path';
import { evaluatePart } from '../scene/evaluate';
import type { CoatResult } from '../scene/result';
import type { Edited } from './edited';
import { withPart } from './tree';

/** A coat of a part. */
export interface CoatRef {
  readonly id: string;
  readonly coat: string;
}

/** A coat that is there and covers something. */
export interface FoundCoat {
  readonly part: Part;
  readonly coat: Coat;
  readonly bounds: Bounds;
  /** The coat's outline before each of its steps and after the last. */
  readonly stages: CoatResult['stages'];
}

/** The coat that a reference names; null where there is none, or where it covers nothing. */
export function findCoat(design: Design, { id, coat: coatId }: CoatRef): FoundCoat | null {
  const part = design.parts[id];
  const coat = part?.coats.find((c) => c.id === coatId);
  const result = coat && evaluatePart(design, part).coats.get(coatId);
  return coat && result?.bounds ? { part, coat, bounds: result.bounds, stages: result.stages } : null;
}

/** The design with a coat changed. */
export const withCoat = (design: Design, { part, coat }: FoundCoat, change: Partial<Coat>): Design =>
  withPart(design, {
    ...part,
    coats: part.coats.map((c) => (c === coat ? ({ ...c, ...change } as Coat) : c)),
  });

/** An edit of one coat's paint; null where it changes nothing. */
export function editPaint(design: Design, ref: CoatRef, change: (found: FoundCoat) => Paint | null): Edited {
  const found = findCoat(design, ref);
  const paint = found && change(found);
  return {
    design: found && paint ? withCoat(design, found, { paint }) : design,
    chosen: [ref.id],
    card: { list: 'coats', id: ref.coat },
  };
}

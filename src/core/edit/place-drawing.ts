import { makePart } from '../document/create';
import { withMembers } from '../document/record';
import type { Design, Part } from '../document/types';
import { identity } from '../geometry/matrix';
import type { Point } from '../geometry/vector';
import { type Edited, freeName } from './edited';
import { newPlace } from './grid-plane';
import { childrenOf, sheetOf, withChildren, withPart, worldOf } from './tree';

/** Most of the sheet that a drawing takes when it is placed, each way. */
const mostOfSheet = 0.8;

/** A drawing that came from a file: its size, and the parts it is made of. */
export interface Drawing {
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly top: readonly string[];
  readonly parts: Readonly<Record<string, Part>>;
}

/**
 * Puts a drawing on a sheet, or into a group, as one group: as large as it is where the sheet has room. `at` is its middle in
 * sheet units; the sheet’s own where it is null.
 */
export function placeDrawing(
  design: Design,
  sheetId: string,
  parent: string | null,
  { name, width, height, top, parts }: Drawing,
  at: Point | null,
): Edited {
  const sheet = sheetOf(design, sheetId);
  const k = Math.min(1, (mostOfSheet * sheet.width) / width, (mostOfSheet * sheet.height) / height);
  const middle = at ?? { x: sheet.width / 2, y: sheet.height / 2 };
  const corner = { x: middle.x - (k * width) / 2, y: middle.y - (k * height) / 2 };
  const place = newPlace(sheet, parent ? worldOf(design, parent) : identity, corner);
  const group = makePart(
    { kind: 'group' },
    {
      name: freeName(design, name),
      children: top,
      place: { ...place, scaleX: place.scaleX * k, scaleY: place.scaleY * k },
    },
  );
  const next = withPart({ ...design, parts: withMembers(design.parts, Object.entries(parts)) }, group);
  return {
    design: withChildren(next, sheetId, parent, [...childrenOf(next, sheetId, parent), group.id]),
    chosen: [group.id],
  };
}

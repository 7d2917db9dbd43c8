import { paints } from '../coat/paint';
import { makeCoat, makePart, makeSource } from '../document/create';
import type { Design } from '../document/types';
import { identity } from '../geometry/matrix';
import type { Point } from '../geometry/vector';
import { imageSize } from '../image/image-id';
import { type Edited, freeName } from './edited';
import { newPlace } from './grid-plane';
import { childrenOf, sheetOf, withChildren, withPart, worldOf } from './tree';

/** Most of the sheet that a picture takes when it is placed, each way. */
const mostOfSheet = 0.8;

/** A picture that is placed: its id and what it is called. */
export interface PlacedPicture {
  readonly image: string;
  readonly name: string;
}

/**
 * Puts pictures on a sheet, or into a group, a rectangle each that shows all of it: as many units as it has pixels where the
 * sheet has room. `at` is the middle of the first one in sheet units; the sheet's own where it is null.
 */
export function placePictures(
  design: Design,
  sheetId: string,
  parent: string | null,
  pictures: readonly PlacedPicture[],
  at: Point | null,
): Edited {
  const sheet = sheetOf(design, sheetId);
  let next = design;
  const placed: string[] = [];
  for (const { image, name } of pictures) {
    const size = imageSize(image);
    if (!size) continue;
    const k = Math.min(
      1,
      (mostOfSheet * sheet.width) / size.width,
      (mostOfSheet * sheet.height) / size.height,
    );
    const shift = placed.length * 0.04 * Math.min(sheet.width, sheet.height);
    const middle = at ?? { x: sheet.width / 2, y: sheet.height / 2 };
    const part = makePart(makeSource('rectangle', { width: size.width * k, height: size.height * k }), {
      name: freeName(next, name),
      coats: [makeCoat('fill', { paint: { ...paints.picture.defaults, image } })],
      place: newPlace(sheet, parent ? worldOf(design, parent) : identity, {
        x: middle.x + shift,
        y: middle.y + shift,
      }),
    });
    next = withPart(next, part);
    placed.push(part.id);
  }
  // One by itself is at once there to be fitted and turned.
  const [coat] = placed.length === 1 ? next.parts[placed[0]].coats : [];
  const card = coat && ({ list: 'coats', id: coat.id } as const);
  return {
    design: withChildren(next, sheetId, parent, [...childrenOf(next, sheetId, parent), ...placed]),
    chosen: placed,
    ...(card ? { card } : {}),
  };
}

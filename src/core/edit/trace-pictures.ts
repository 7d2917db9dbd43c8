import { pictureFrame } from '../coat/paint/picture';
import { makeCoat, makePart, makeSource } from '../document/create';
import type { Design, Part } from '../document/types';
import { type Matrix, matrixPlace, multiply, placeMatrix, scaling, translation } from '../geometry/matrix';
import { imageSize } from '../image/image-id';
import { outlineBounds } from '../outline/bounds';
import { evaluatePart } from '../scene/evaluate';
import { type Edited, freeName } from './edited';
import { childrenOf, parentOf, withChildren, withParts } from './tree';

/** The topmost picture that a part shows, and from its pixels to what the part stands in. */
function shownBy(design: Design, part: Part): { image: string; toParent: Matrix } | null {
  const bounds = outlineBounds(evaluatePart(design, part).outline);
  for (const { on, paint } of part.coats.toReversed()) {
    const frame = on && bounds && paint.kind === 'picture' ? pictureFrame(paint, bounds) : null;
    if (frame && paint.kind === 'picture')
      return { image: paint.image, toParent: multiply(placeMatrix(part.place), frame) };
  }
  return null;
}

/** Gives each part that shows a picture one above it that is the picture traced, lying as it does; the part itself is hidden. */
export function tracePictures(design: Design, sheetId: string, ids: readonly string[]): Edited {
  let next = design;
  const made: string[] = [];
  for (const id of ids) {
    const part = next.parts[id];
    const shown = part && shownBy(next, part);
    const size = shown && imageSize(shown.image);
    if (!part || !shown || !size) continue;
    const about = multiply(shown.toParent, translation(size.width / 2, size.height / 2));
    const k = Math.hypot(about[0], about[1]);
    const areas = makePart(makeSource('traced', { image: shown.image, width: size.width * k }), {
      name: freeName(next, `${part.name} traced`),
      coats: [makeCoat('fill')],
      place: matrixPlace(multiply(about, scaling(1 / k))),
    });
    const parent = parentOf(next, id);
    const level = childrenOf(next, sheetId, parent).flatMap((c) => (c === id ? [c, areas.id] : [c]));
    next = withChildren(withParts(next, [{ ...part, hidden: true }, areas]), sheetId, parent, level);
    made.push(areas.id);
  }
  return made.length
    ? { design: next, chosen: made, said: 'Traced. The picture itself is hidden under it.' }
    : { design, chosen: ids };
}

import { invert, type Matrix, meanScale, multiply, placeMatrix, translation } from '../../geometry/matrix';
import { type Bounds, growBounds } from '../../geometry/path';
import type { Style } from './computed-style';
import type { Setting, SvgReader } from './context';
import { type Element, referenced } from './element';
import { type Filtered, filteredBy } from './filters';
import { boundsOf, holds, keepCut, keepEdges, placeOf, shareRegion } from './parts';

/** Standard deviations that a blur reaches beyond what is blurred. */
const reach = 3;

/** How far the finishes of a part reach beyond it, in its own units. */
function reachOf(reader: SvgReader, id: string, scale: number): number {
  const far = reader.parts[id].finishes.reduce((sum, { params }) => {
    const { falls, shiftX = 0, shiftY = 0, softness = 0 } = params as Record<string, number | string>;
    if (falls === 'inside') return sum;
    return sum + Math.hypot(Number(shiftX), Number(shiftY)) + (reach * Number(softness)) / 2;
  }, 0);
  return far / (scale || 1);
}

/** Moves a part in the coordinates of its element, which stands under a transform. */
function moved(reader: SvgReader, id: string, transform: Matrix, { dx, dy }: Filtered): void {
  const back = invert(transform);
  if (!back || (!dx && !dy)) return;
  const part = reader.parts[id];
  const by = multiply(multiply(transform, translation(dx, dy)), back);
  reader.parts[id] = { ...part, place: placeOf(multiply(by, placeMatrix(part.place))) };
}

/** A part as its element’s filter leaves it: moved where that moves it, and cut off at the filter’s region (Filter Effects 1, 8.2). */
export function filtered(
  reader: SvgReader,
  element: Element,
  inside: Setting,
  transform: Matrix,
  id: string,
): string {
  const { style } = inside;
  const shift = filteredBy(reader, element, inside);
  const region = regionOf(reader, style, inside, transform, id);
  const back = invert(transform);
  const painted = region && back && boundsOf(reader, [id], back, true);
  const part = reader.parts[id];
  const cut = (inner: string, name: string) =>
    region ? keepCut(reader, inner, keepEdges(reader, region, transform), `${part.name}, ${name}`) : inner;
  const far = Math.hypot(shift.dx, shift.dy) + reachOf(reader, id, meanScale(inside.toSheet));
  if (!region || !painted || holds(region, growBounds(painted, far))) {
    moved(reader, id, transform, shift);
    return id;
  }
  let inner = id;
  if (!holds(region, painted)) {
    // What is filtered is cut off before, and what comes of it after.
    reader.parts[id] = { ...part, finishes: [] };
    inner = cut(id, 'cut off');
    reader.parts[inner] = { ...reader.parts[inner], finishes: part.finishes };
  }
  moved(reader, inner, transform, shift);
  return cut(inner, 'filtered');
}

/** The region of an element’s filter in its own coordinates; null where it has none. */
function regionOf(
  reader: SvgReader,
  style: Style,
  inside: Setting,
  transform: Matrix,
  id: string,
): Bounds | null {
  const filter = reader.ids.get(referenced(style.filter) ?? '');
  const back = invert(transform);
  if (filter?.name !== 'filter' || !back) return null;
  return shareRegion(filter, 'filterUnits', inside, () => boundsOf(reader, [id], back));
}

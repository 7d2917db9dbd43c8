import type { Part } from '../../document/types';
import { invert, type Matrix, meanScale } from '../../geometry/matrix';
import { type Bounds, growBounds } from '../../geometry/path';
import type { Style } from './computed-style';
import type { Setting, SvgReader } from './context';
import { type Element, referenced } from './element';
import { boundsOf, holds, keep, keepBox, placeOf, shareRegion } from './parts';

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

/** A part that is filtered, cut off at the region of its filter where it reaches beyond (Filter Effects 1, 8.2). */
export function cutToRegion(
  reader: SvgReader,
  style: Style,
  inside: Setting,
  transform: Matrix,
  id: string,
): string {
  const filter: Element | undefined = reader.ids.get(referenced(style.filter) ?? '');
  const back = invert(transform);
  if (filter?.name !== 'filter' || !back) return id;
  const region: Bounds | null = shareRegion(filter, 'filterUnits', inside, boundsOf(reader, [id], back));
  const painted = boundsOf(reader, [id], back, true);
  if (!region || !painted) return id;
  if (holds(region, growBounds(painted, reachOf(reader, id, meanScale(inside.toSheet))))) return id;
  const cut = (inner: string, name: string, own: Partial<Part>): string => {
    const { x0: x, y0: y, x1, y1 } = region;
    const box = keepBox(reader, 'Edges', { x, y, width: x1 - x, height: y1 - y });
    const edge = keep(
      reader,
      { kind: 'group' },
      { name: 'Edges', place: placeOf(transform), children: [box] },
    );
    return keep(reader, { kind: 'group', clip: true }, { ...own, name, children: [inner, edge] });
  };
  const part = reader.parts[id];
  const { name, opacity, blend, hidden, finishes } = part;
  // What is filtered is cut off before, and what comes of it after.
  const before = !holds(region, painted);
  reader.parts[id] = { ...part, opacity: 1, blend: 'normal', ...(before ? { finishes: [] } : {}) };
  const inner = before ? cut(id, `${name}, cut off`, { finishes }) : id;
  return cut(inner, `${name}, filtered`, { opacity, blend, hidden });
}

import { makeSource } from '../../document/create';
import { identity, invert, isIdentity, type Matrix, multiply, translation } from '../../geometry/matrix';
import type { Bounds } from '../../geometry/path';
import { clipBoxOf, clipShapePath } from './clip-shapes';
import type { Style } from './computed-style';
import { nameOf, type Setting, type SvgReader } from './context';
import { type Element, referenced } from './element';
import { boundsOf, holds, keep, keepBox, leftOut, placeOf, shareRegion } from './parts';
import { shapeKinds, standsAt } from './shapes';
import { textParts } from './text';
import { elementTransform } from './transforms';
import { lengthOf } from './values';

/** The element that a property refers to, of a kind; null where there is none or it refers to itself. */
function target(reader: SvgReader, text: string | undefined, name: string, setting: Setting): Element | null {
  if (!text || text === 'none') return null;
  const found = reader.ids.get(referenced(text) ?? '');
  return found?.name === name && !setting.referring.includes(found) ? found : null;
}

/** What cuts a part: its outline, or its opacity or lightness. */
type By = 'shape' | 'alpha' | 'luminance';

interface Cutter {
  /** The part that cuts; null for one that leaves nothing. */
  readonly id: string | null;
  readonly by: By;
}

/** The clip of an element, by a shape of CSS or by what is in the file; null for none. */
function clipCutter(
  reader: SvgReader,
  element: Element,
  style: Style,
  inside: Setting,
  at: Placed,
): Cutter | null {
  const said = style['clip-path'];
  if (!said || said === 'none') return null;
  const clip = target(reader, said, 'clipPath', inside);
  if (clip) return { id: clipOf(reader, clip, inside, at.transform, at.bounds(false)), by: 'shape' };
  const kind = clipBoxOf(said);
  const box =
    kind === 'view-box'
      ? { x0: 0, y0: 0, x1: inside.width, y1: inside.height }
      : at.bounds(kind === 'stroke-box');
  const path = box && clipShapePath(said, box);
  if (!path) {
    reader.leave('Clips and masks that are not read', element);
    return null;
  }
  const { contours, fillRule } = path;
  const source = makeSource('path', {
    contours: contours.map(({ xy, closed }) => ({ xy: [...xy], closed })),
    fillRule,
  });
  return { id: keep(reader, source, { name: 'Clip', place: placeOf(at.transform) }), by: 'shape' };
}

/** The mask of an element; null for none. */
function maskCutter(
  reader: SvgReader,
  element: Element,
  style: Style,
  inside: Setting,
  at: Placed,
): Cutter | null {
  const { mask: said } = style;
  if (!said || said === 'none') return null;
  const mask = target(reader, said, 'mask', inside);
  if (!mask) {
    reader.leave('Clips and masks that are not read', element);
    return null;
  }
  const own = reader.cascade.computed(mask);
  if (own['color-interpolation'] === 'linearRGB') reader.leave('Masks by linear lightness', element);
  return {
    id: maskOf(reader, mask, inside, at),
    by: own['mask-type'] === 'alpha' ? 'alpha' : 'luminance',
  };
}

/** How what is cut stands: its element’s transform, and its bounds in its element’s own coordinates. */
interface Placed {
  readonly transform: Matrix;
  readonly bounds: (strokes: boolean) => Bounds | null;
}

/** A part cut by the clip and the mask of its element, in groups about it. */
export function cutBy(
  reader: SvgReader,
  element: Element,
  style: Style,
  inside: Setting,
  transform: Matrix,
  made: string,
): string {
  const back = invert(transform);
  const at: Placed = {
    transform,
    bounds: (strokes) => back && boundsOf(reader, [made], back, strokes),
  };
  let id = made;
  for (const cutterOf of [clipCutter, maskCutter]) {
    const cutter = cutterOf(reader, element, style, inside, at);
    if (!cutter) continue;
    const part = reader.parts[id];
    if (!cutter.id) {
      // What is clipped by nothing is not painted.
      reader.parts[id] = { ...part, hidden: true };
      continue;
    }
    // Opacity and blending are of what is left; before it, the part meets only what is in the group.
    const { opacity, blend } = part;
    reader.parts[id] = { ...part, opacity: 1, blend: 'normal' };
    id = keep(
      reader,
      { kind: 'group', clip: true, ...(cutter.by === 'shape' ? {} : { clipBy: cutter.by }) },
      {
        name: `${part.name}, clipped`,
        opacity,
        blend,
        hidden: part.hidden,
        children: [id, cutter.id],
      },
    );
  }
  return id;
}

/** From the coordinates of a clip’s or a mask’s content to those that the clipped part stands in. */
function unitsOf(said: string | undefined, transform: Matrix, b: Bounds | null): Matrix | null {
  if (said !== 'objectBoundingBox') return transform;
  if (!b || !(b.x1 > b.x0) || !(b.y1 > b.y0)) return null;
  return multiply(transform, [b.x1 - b.x0, 0, 0, b.y1 - b.y0, b.x0, b.y0]);
}

/** A clip as one part: its shapes united, without coats. */
function clipOf(
  reader: SvgReader,
  clip: Element,
  inside: Setting,
  transform: Matrix,
  b: Bounds | null,
): string | null {
  const style = reader.cascade.computed(clip);
  const units = unitsOf(clip.attributes.clipPathUnits, transform, b);
  if (!units) return null;
  const at = multiply(units, elementTransform(style, inside));
  const setting: Setting = { ...inside, style, referring: [...inside.referring, clip], toSheet: identity };
  const shapes = clip.children.flatMap((child) => clipShape(reader, child, setting) ?? []);
  if (!shapes.length) return null;
  const whole =
    shapes.length === 1 && isIdentity(at)
      ? shapes[0]
      : keep(
          reader,
          { kind: 'combine', operation: 'union' },
          {
            name: reader.freeName(nameOf(clip)),
            place: placeOf(at),
            children: shapes,
          },
        );
  const further = target(reader, style['clip-path'], 'clipPath', setting);
  const other = further && clipOf(reader, further, setting, transform, b);
  if (!further) return whole;
  return (
    other &&
    keep(reader, { kind: 'combine', operation: 'intersect' }, { name: 'Clip', children: [whole, other] })
  );
}

/** The words of a text as outlines that clip. */
function clipWords(reader: SvgReader, element: Element, setting: Setting, transform: Matrix): string | null {
  const lines = textParts(reader, element, setting);
  const bare = (id: string): void => {
    const part = reader.parts[id];
    reader.parts[id] = { ...part, coats: [] };
    part.children?.forEach(bare);
  };
  lines.forEach(bare);
  return lines.length
    ? keep(
        reader,
        { kind: 'combine', operation: 'union' },
        { name: reader.freeName(nameOf(element)), place: placeOf(transform), children: lines },
      )
    : null;
}

/** A child of a clip as an outline: a shape, or a copy of one, by its clip-rule. */
function clipShape(reader: SvgReader, element: Element, setting: Setting): string | null {
  reader.count();
  const style = reader.cascade.styleOf(element, setting.style);
  if (style.display === 'none' || style.visibility === 'hidden') return null;
  const transform = elementTransform(style, setting);
  if (element.name === 'text') return clipWords(reader, element, { ...setting, style }, transform);
  if (element.name === 'use') {
    const found = reader.ids.get(referenced(element.attributes.href) ?? '');
    if (!found || setting.referring.includes(found)) return null;
    const child = clipShape(reader, found, { ...setting, style, referring: [...setting.referring, found] });
    const { x, y } = element.attributes;
    const at = multiply(
      transform,
      translation(lengthOf(x, setting.width, 0), lengthOf(y, setting.height, 0)),
    );
    return child && isIdentity(at)
      ? child
      : child &&
          keep(
            reader,
            { kind: 'combine', operation: 'union' },
            { name: 'Clip', place: placeOf(at), children: [child] },
          );
  }
  const shape = shapeKinds[element.name]?.(
    reader,
    element,
    { ...style, 'fill-rule': style['clip-rule'] ?? 'nonzero' },
    setting,
  );
  if (!shape) {
    if (leftOut[element.name]) reader.leave(leftOut[element.name], element);
    return null;
  }
  const id = keep(reader, shape.source, {
    name: reader.freeName(nameOf(element)),
    place: placeOf(standsAt(shape, transform)),
  });
  const further = target(reader, style['clip-path'], 'clipPath', setting);
  if (!further) return id;
  const other = clipOf(reader, further, setting, transform, boundsOf(reader, [id]));
  return (
    other &&
    keep(reader, { kind: 'combine', operation: 'intersect' }, { name: 'Clip', children: [id, other] })
  );
}

/** A mask as one part: a group of what it paints, cut off where it ends. */
function maskOf(reader: SvgReader, mask: Element, inside: Setting, at: Placed): string | null {
  const b = at.bounds(false);
  const units = unitsOf(mask.attributes.maskContentUnits, at.transform, b);
  if (!units) return null;
  const style = reader.cascade.computed(mask);
  const setting: Setting = {
    ...inside,
    style,
    referring: [...inside.referring, mask],
    toSheet: multiply(inside.toSheet, multiply(invert(at.transform) ?? identity, units)),
  };
  const children = mask.children.flatMap((child) => reader.read(child, setting) ?? []);
  if (!children.length) return null;
  const name = reader.freeName(nameOf(mask));
  let id = keep(reader, { kind: 'group' }, { name, place: placeOf(units), children });
  const region = shareRegion(mask, 'maskUnits', inside, b);
  const painted = region && at.bounds(true);
  if (region && !(painted && holds(region, painted))) {
    const { x0: x, y0: y, x1, y1 } = region;
    const edge = keep(
      reader,
      { kind: 'group' },
      {
        name: 'Edges',
        place: placeOf(at.transform),
        children: [keepBox(reader, 'Edges', { x, y, width: x1 - x, height: y1 - y })],
      },
    );
    id = keep(reader, { kind: 'group', clip: true }, { name: `${name}, cut off`, children: [id, edge] });
  }
  // A mask may be cut itself.
  return cutBy(reader, mask, style, setting, at.transform, id);
}

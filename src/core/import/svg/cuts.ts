import { identity, isIdentity, type Matrix, multiply, translation } from '../../geometry/matrix';
import type { Bounds } from '../../geometry/path';
import type { Style } from './cascade';
import { nameOf, type Setting, type SvgReader } from './context';
import { type Element, referenced } from './element';
import { boundsOf, keep, leftOut, placeOf } from './parts';
import { shapeKinds, standsAt } from './shapes';
import { lengthOf, transformOf } from './values';

/** The element that a property refers to, of a kind; null where there is none or it refers to itself. */
function target(reader: SvgReader, text: string | undefined, name: string, setting: Setting): Element | null {
  if (!text || text === 'none') return null;
  const found = reader.ids.get(referenced(text) ?? '');
  return found?.name === name && !setting.referring.includes(found) ? found : null;
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
  let id = made;
  for (const [property, name] of [
    ['clip-path', 'clipPath'],
    ['mask', 'mask'],
  ] as const) {
    const cut = target(reader, style[property], name, inside);
    if (!cut) {
      if (style[property] && style[property] !== 'none')
        reader.leave('Clips and masks that are not read', element);
      continue;
    }
    const part = reader.parts[id];
    const b = boundsOf(reader, [id]);
    const cutter =
      name === 'clipPath'
        ? clipOf(reader, cut, inside, transform, b)
        : maskOf(reader, cut, inside, transform, b);
    if (!cutter) {
      // What is clipped by nothing is not painted.
      reader.parts[id] = { ...part, hidden: true };
      continue;
    }
    // Opacity and blending are of what is left; before it, the part meets only what is in the group.
    const { opacity, blend } = part;
    reader.parts[id] = { ...part, opacity: 1, blend: 'normal' };
    const by =
      name === 'clipPath'
        ? 'shape'
        : style['mask-type'] === 'alpha' || cut.attributes['mask-type'] === 'alpha'
          ? 'alpha'
          : 'luminance';
    id = keep(
      reader,
      { kind: 'group', clip: true, ...(by === 'shape' ? {} : { clipBy: by }) },
      {
        name: reader.freeName(name === 'clipPath' ? `${part.name}, clipped` : `${part.name}, masked`),
        opacity,
        blend,
        hidden: part.hidden,
        children: [id, cutter],
      },
    );
  }
  return id;
}

/** From the coordinates of a clip’s or a mask’s content to those that the clipped part stands in. */
function unitsOf(said: string | undefined, transform: Matrix, b: Bounds | null): Matrix | null {
  if (said !== 'objectBoundingBox') return transform;
  if (!b || !(b.x1 > b.x0) || !(b.y1 > b.y0)) return null;
  return [b.x1 - b.x0, 0, 0, b.y1 - b.y0, b.x0, b.y0];
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
  const at = multiply(units, transformOf(style.transform));
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
  const other = further && clipOf(reader, further, setting, at, b);
  if (!further) return whole;
  return (
    other &&
    keep(reader, { kind: 'combine', operation: 'intersect' }, { name: 'Clip', children: [whole, other] })
  );
}

/** A child of a clip as an outline: a shape, or a copy of one, by its clip-rule. */
function clipShape(reader: SvgReader, element: Element, setting: Setting): string | null {
  reader.count();
  const style = reader.cascade.styleOf(element, setting.style);
  if (style.display === 'none' || style.visibility === 'hidden') return null;
  const transform = transformOf(style.transform);
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

/** A mask as one part: a group of what it paints. */
function maskOf(
  reader: SvgReader,
  mask: Element,
  inside: Setting,
  transform: Matrix,
  b: Bounds | null,
): string | null {
  const units = unitsOf(mask.attributes.maskContentUnits, transform, b);
  if (!units) return null;
  const style = reader.cascade.computed(mask);
  const setting: Setting = {
    ...inside,
    style,
    referring: [...inside.referring, mask],
    toSheet: multiply(inside.toSheet, units),
  };
  const children = mask.children.flatMap((child) => reader.read(child, setting) ?? []);
  if (!children.length) return null;
  return keep(
    reader,
    { kind: 'group' },
    { name: reader.freeName(nameOf(mask)), place: placeOf(units), children },
  );
}

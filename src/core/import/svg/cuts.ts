import { identity, invert, isIdentity, type Matrix, multiply, translation } from '../../geometry/matrix';
import type { Bounds } from '../../geometry/path';
import { clipBoxOf, clipShapePath } from './clip-shapes';
import type { Style } from './computed-style';
import { nameOf, type Setting, type SvgReader } from './context';
import { type Element, referenced } from './element';
import { boundsOf, holds, keep, keepCut, keepEdges, leftOut, placeOf, shareRegion } from './parts';
import { drawn, shapeKinds, standsAt } from './shapes';
import { textParts } from './text';
import { elementTransform } from './transforms';
import { lengthOf } from './values';

/** The element that a property refers to, of a kind; null where there is none or it refers to itself. */
function target(reader: SvgReader, text: string | undefined, name: string, setting: Setting): Element | null {
  if (!text || text === 'none') return null;
  const found = reader.ids.get(referenced(text) ?? '');
  return found?.name === name && !setting.referring.includes(found) ? found : null;
}

/** How what is cut stands: its element’s transform, and its bounds in its element’s own coordinates, worked out where they are asked for. */
interface Placed {
  readonly transform: Matrix;
  readonly bounds: (strokes: boolean) => Bounds | null;
}

/** What cuts a part. */
interface Cutter {
  /** The part that cuts; null for one that leaves nothing. */
  readonly id: string | null;
  /** Whether its opacity or its lightness cuts; its outline where this is left out. */
  readonly by?: 'alpha' | 'luminance';
}

/** Reads what a property of an element says that cuts it; null for nothing. */
type ReadCutter = (
  reader: SvgReader,
  element: Element,
  style: Style,
  inside: Setting,
  at: Placed,
) => Cutter | null;

/** The clip of an element, by a shape of CSS or by what is in the file. */
const readClip: ReadCutter = (reader, element, style, inside, at) => {
  const said = style['clip-path'];
  if (!said || said === 'none') return null;
  const clip = target(reader, said, 'clipPath', inside);
  if (clip) return { id: clipOf(reader, clip, inside, at) };
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
  return { id: keep(reader, drawn(path).source, { name: 'Clip', place: placeOf(at.transform) }) };
};

/** The mask of an element. */
const readMask: ReadCutter = (reader, element, style, inside, at) => {
  const { mask: said } = style;
  if (!said || said === 'none') return null;
  const mask = target(reader, said, 'mask', inside);
  if (!mask) {
    reader.leave('Clips and masks that are not read', element);
    return null;
  }
  const own = reader.cascade.computed(mask);
  if (own['color-interpolation'] === 'linearRGB') reader.leave('Masks by linear lightness', element);
  const by = own['mask-type'] === 'alpha' ? 'alpha' : 'luminance';
  return { id: maskOf(reader, mask, inside, at), by };
};

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
  for (const read of [readClip, readMask]) {
    const cutter = read(reader, element, style, inside, at);
    if (!cutter) continue;
    const part = reader.parts[id];
    // What is clipped by nothing is not painted.
    if (!cutter.id) reader.parts[id] = { ...part, hidden: true };
    else id = keepCut(reader, id, cutter.id, `${part.name}, clipped`, cutter.by);
  }
  return id;
}

/** From the coordinates of a clip’s or a mask’s content to those that the clipped part stands in. */
function unitsOf(said: string | undefined, { transform, bounds }: Placed): Matrix | null {
  if (said !== 'objectBoundingBox') return transform;
  const b = bounds(false);
  if (!b || !(b.x1 > b.x0) || !(b.y1 > b.y0)) return null;
  return multiply(transform, [b.x1 - b.x0, 0, 0, b.y1 - b.y0, b.x0, b.y0]);
}

/** A clip as one part: its shapes united, without coats. */
function clipOf(reader: SvgReader, clip: Element, inside: Setting, placed: Placed): string | null {
  const style = reader.cascade.computed(clip);
  const units = unitsOf(clip.attributes.clipPathUnits, placed);
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
  const other = further && clipOf(reader, further, setting, placed);
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
    // A clip takes copies of shapes and words, not of copies (CSS Masking 1, 5.1): browsers draw nothing for such.
    if (found.name === 'use') {
      reader.leave('Copies of copies in a clip, which clip nothing in', element);
      return null;
    }
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
  const back = invert(transform);
  const bounds = () => back && boundsOf(reader, [id], back);
  const other = clipOf(reader, further, setting, { transform, bounds });
  return (
    other &&
    keep(reader, { kind: 'combine', operation: 'intersect' }, { name: 'Clip', children: [id, other] })
  );
}

/** A mask as one part: a group of what it paints, cut off where it ends. */
function maskOf(reader: SvgReader, mask: Element, inside: Setting, at: Placed): string | null {
  const units = unitsOf(mask.attributes.maskContentUnits, at);
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
  const region = shareRegion(mask, 'maskUnits', inside, () => at.bounds(false));
  const painted = region && at.bounds(true);
  if (region && !(painted && holds(region, painted)))
    id = keepCut(reader, id, keepEdges(reader, region, at.transform), `${name}, cut off`);
  // A mask may be cut itself.
  return cutBy(reader, mask, style, setting, at.transform, id);
}

import { paints } from '../../coat/paint';
import { makeCoat, makeSource } from '../../document/create';
import { multiply, translation } from '../../geometry/matrix';
import { imageSize } from '../../image/image-id';
import type { Setting, SvgReader } from './context';
import type { Element } from './element';
import { within } from './element';
import { keep, placeOf } from './parts';
import { fitted, lengthOf } from './values';
import { parseSvg } from './xml';

/** A picture that is inside a file: its address there, and its bytes. */
export interface InnerPicture {
  readonly href: string;
  readonly type: string;
  readonly bytes: Uint8Array<ArrayBuffer>;
}

/** Most pictures of one file, and bytes of all of them. */
const mostPictures = 100;
const mostBytes = 64 * 2 ** 20;

const form = /^\s*data:(image\/(?:png|jpeg|webp|avif));base64,([a-z0-9+/=\s]+)$/i;

/** The pictures inside a file (data URLs of RFC 2397), each once and no more than can be placed. @throws SvgFault where it is no SVG. */
export function picturesIn(text: string): readonly InnerPicture[] {
  if (!/\bdata:image\//i.test(text)) return [];
  const found = new Map<string, InnerPicture>();
  let bytes = 0;
  for (const { name, attributes } of within(parseSvg(text))) {
    const { href } = attributes;
    if (name !== 'image' || !href || found.has(href) || found.size >= mostPictures) continue;
    const said = form.exec(href);
    if (!said) continue;
    const packed = said[2].replace(/\s/g, '');
    bytes += (packed.length * 3) / 4;
    if (bytes > mostBytes) break;
    try {
      const own = Uint8Array.from(atob(packed), (c) => c.charCodeAt(0));
      found.set(href, { href, type: said[1].toLowerCase(), bytes: own });
    } catch {
      // What is no base64 is no picture: it is told as left out where it would stand.
    }
  }
  return [...found.values()];
}

/** A picture of a file as a rectangle that shows it (SVG 2, 12.3); null where it is not at hand, which is told. */
export function imagePart(reader: SvgReader, element: Element, inside: Setting): string | null {
  const { attributes } = element;
  const id = reader.pictures.get(attributes.href ?? '');
  const size = id === undefined ? null : imageSize(id);
  if (id === undefined || !size) {
    reader.leave('Pictures', element);
    return null;
  }
  const { style } = inside;
  if (style.visibility === 'hidden') return null;
  const length = (name: 'x' | 'y' | 'width' | 'height', of: number, fallback: number) =>
    lengthOf(style[name] ?? attributes[name], of, fallback);
  const given = [length('width', inside.width, 0), length('height', inside.height, 0)];
  // A side that is not said follows from the other by the picture’s shape.
  const ratio = size.width / size.height;
  const width = given[0] || (given[1] ? given[1] * ratio : size.width);
  const height = given[1] || width / ratio;
  const at = translation(length('x', inside.width, 0), length('y', inside.height, 0));
  const box = { x: 0, y: 0, width: size.width, height: size.height };
  const { matrix, slice } = fitted(box, width, height, attributes.preserveAspectRatio);
  const shown = slice
    ? { x: 0, y: 0, width, height }
    : { x: matrix[4], y: matrix[5], width: matrix[0] * size.width, height: matrix[3] * size.height };
  const middle = { x: shown.x + shown.width / 2, y: shown.y + shown.height / 2 };
  const own = { x: matrix[4] + (matrix[0] * size.width) / 2, y: matrix[5] + (matrix[3] * size.height) / 2 };
  return keep(reader, makeSource('rectangle', { width: shown.width, height: shown.height }), {
    place: placeOf(multiply(at, translation(middle.x, middle.y))),
    coats: [
      makeCoat('fill', {
        paint: {
          ...paints.picture.defaults,
          kind: 'picture',
          image: id,
          fit: slice ? 'cover' : 'stretch',
          shiftX: own.x - middle.x,
          shiftY: own.y - middle.y,
        } as never,
      }),
    ],
  });
}

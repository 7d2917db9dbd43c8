import { paints } from '../../coat/paint';
import { makeCoat, makeSource } from '../../document/create';
import { multiply, translation } from '../../geometry/matrix';
import { imageSize } from '../../image/image-id';
import type { Setting, SvgReader } from './context';
import type { Element } from './element';
import { within } from './element';
import { keep, keepBox, placeOf } from './parts';
import { lengthsOf } from './shapes';
import { fitted } from './values';
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

const svgForm = /^\s*data:image\/svg\+xml((?:;[^,;]*)*),([\s\S]*)$/i;

/** The text of an SVG that is inside a file as a picture; null for what is none. */
function svgTextIn(href: string): string | null {
  const said = svgForm.exec(href);
  if (!said) return null;
  const [, how, packed] = said;
  try {
    if (!/;\s*base64\s*$/i.test(how)) return decodeURIComponent(packed);
    const bytes = Uint8Array.from(atob(packed.replace(/\s/g, '')), (c) => c.charCodeAt(0));
    return new TextDecoder().decode(bytes);
  } catch (e) {
    if (e instanceof URIError || e instanceof DOMException) return null;
    throw e;
  }
}

/** A picture that is an SVG itself as a group of its parts, cut off at its edges (SVG 2, 12.3); null where it cannot be read. */
function svgPart(reader: SvgReader, element: Element, inside: Setting, text: string): string | null {
  const inner = reader.nested(text);
  if (!inner) {
    reader.leave('Pictures', element);
    return null;
  }
  if (!inner.top.length || inside.style.visibility === 'hidden') return null;
  const { x, y, width, height } = boxOf(element, inside, inner);
  const { attributes } = element;
  const box = { x: 0, y: 0, width: inner.width, height: inner.height };
  const { matrix, slice } = fitted(box, width, height, attributes.preserveAspectRatio);
  const held = keep(
    reader,
    { kind: 'group' },
    { name: 'Parts', place: placeOf(matrix), children: inner.top },
  );
  // What is fitted in is cut off at its own edges, what covers at those of its place.
  const shown = slice
    ? { x: 0, y: 0, width, height }
    : { x: matrix[4], y: matrix[5], width: matrix[0] * inner.width, height: matrix[3] * inner.height };
  const edge = keepBox(reader, 'Edges', shown);
  return keep(
    reader,
    { kind: 'group', clip: true },
    { name: reader.freeName('Picture'), place: placeOf(translation(x, y)), children: [held, edge] },
  );
}

/** Where a picture stands and how large it is: a side that is not said follows from the other by the picture’s shape. */
function boxOf(element: Element, inside: Setting, size: { readonly width: number; readonly height: number }) {
  const length = lengthsOf(element, inside.style, inside);
  const given = [length('width', 'width'), length('height', 'height')];
  const ratio = size.width / size.height;
  const width = given[0] || (given[1] ? given[1] * ratio : size.width);
  return { x: length('x', 'width'), y: length('y', 'height'), width, height: given[1] || width / ratio };
}

/** A picture of a file as a rectangle that shows it (SVG 2, 12.3); null where it is not at hand, which is told. */
export function imagePart(reader: SvgReader, element: Element, inside: Setting): string | null {
  const { attributes } = element;
  const svg = svgTextIn(attributes.href ?? '');
  if (svg !== null) return svgPart(reader, element, inside, svg);
  const id = reader.pictures.get(attributes.href ?? '');
  const size = id === undefined ? null : imageSize(id);
  if (id === undefined || !size) {
    reader.leave('Pictures', element);
    return null;
  }
  if (inside.style.visibility === 'hidden') return null;
  const { x, y, width, height } = boxOf(element, inside, size);
  const at = translation(x, y);
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

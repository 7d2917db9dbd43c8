import sharp from 'sharp';
import { type Matrix, multiply } from '@/core';
import { PdfFault } from './fault';

/** A picture as pdf.js unpacks it; `kind` is 1 for one bit a pixel, 2 for RGB and 3 for RGBA. */
export interface Unpacked {
  readonly width: number;
  readonly height: number;
  readonly kind?: number;
  readonly data?: ArrayLike<number>;
  /** Whether its colours run into one another where it is enlarged (ISO 32000-1, 8.9.5.3). */
  readonly interpolate?: boolean;
}

/** A colour mesh as pdf.js gives it: triangles by their corners, in the coordinates of the pattern. */
export interface MeshShading {
  readonly coords: ArrayLike<number>;
  /** Four numbers a colour, of which the last says nothing. */
  readonly colours: ArrayLike<number>;
  readonly figures: readonly {
    readonly type: number;
    readonly coords: ArrayLike<number>;
    readonly colors: ArrayLike<number>;
    readonly verticesPerRow?: number;
  }[];
  readonly bounds: readonly [number, number, number, number];
}

/** Pixels that a picture may have, and those that a mesh is drawn in along its longer side. */
const mostPixels = 100e6;
const meshSide = 512;

const lattice = 2;

type Size = Pick<Unpacked, 'width' | 'height'>;

interface Rgba extends Size {
  readonly data: Uint8Array;
}

function blank({ width, height }: Size): Rgba {
  if (!(width > 0 && height > 0) || width * height > mostPixels)
    throw new PdfFault(`A picture on this page claims to have ${width} × ${height} pixels.`);
  return { width, height, data: new Uint8Array(4 * width * height) };
}

/** A colour as four bytes in the order in which this machine keeps them in one number. */
const packed = (rgba: readonly number[]): number => new Uint32Array(Uint8Array.from(rgba).buffer)[0];

/** Returns a picture with every pixel as RGBA; null where it has no pixels. */
function spread(picture: Unpacked, one: readonly number[], zero: readonly number[]): Rgba | null {
  const { data: from, kind } = picture;
  if (!from) return null;
  const made = blank(picture);
  const { width, height, data } = made;
  if (kind === 3) {
    data.set(from.length > data.length ? Array.from(from).slice(0, data.length) : from);
    return made;
  }
  const to = new Uint32Array(data.buffer);
  if (kind === 2) {
    for (let i = 0, k = 0; i < data.length; i += 4, k += 3) {
      data[i] = from[k];
      data[i + 1] = from[k + 1];
      data[i + 2] = from[k + 2];
      data[i + 3] = 255;
    }
    return made;
  }
  const row = (width + 7) >> 3;
  const [set, clear] = [packed(one), packed(zero)];
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) to[i] = from[y * row + (x >> 3)] & (0x80 >> (x & 7)) ? set : clear;
  return made;
}

async function encoded({ width, height, data }: Rgba): Promise<string> {
  const png = await sharp(data, { raw: { width, height, channels: 4 }, limitInputPixels: mostPixels })
    .png({ compressionLevel: 6 })
    .toBuffer();
  return `data:image/png;base64,${png.toString('base64')}`;
}

/** What an image element of an SVG says of a picture that fills the unit square of a page (ISO 32000-1, 8.9.5). */
export interface ImageElement {
  readonly attributes: Readonly<Record<string, string>>;
  readonly matrix: Matrix;
}

/** Pixels of the sheet from which on one of a picture is seen as a square, and pixels along a side up to which a picture is enlarged to keep them so. */
const squareFrom = 2;
const enlargedSide = 2048;

/** Returns a picture with every pixel several times as large, so that they stay squares however smoothly it is drawn. */
function enlarged(rgba: Rgba, times: number): Rgba {
  if (times <= 1) return rgba;
  const made = blank({ width: rgba.width * times, height: rgba.height * times });
  const from = new Uint32Array(rgba.data.buffer, rgba.data.byteOffset, rgba.width * rgba.height);
  const to = new Uint32Array(made.data.buffer);
  for (let y = 0, i = 0; y < made.height; y++) {
    const row = Math.floor(y / times) * rgba.width;
    for (let x = 0; x < made.width; x++, i++) to[i] = from[row + Math.floor(x / times)];
  }
  return made;
}

/** How many times a picture is enlarged so that its pixels are seen as they are in viewers. */
function timesOf({ width, height }: Size, interpolate: boolean, [a, b, c, d]: Matrix): number {
  const pixel = Math.max(Math.hypot(a, b) / width, Math.hypot(c, d) / height);
  if (interpolate || pixel < squareFrom) return 1;
  return Math.max(1, Math.min(32, Math.ceil(6 * pixel), Math.floor(enlargedSide / Math.max(width, height))));
}

/** A picture as an element, its pixels in its own address. */
const elementOf = (href: string, { width, height }: Size, from: Matrix): ImageElement => ({
  attributes: { width: String(width), height: String(height), preserveAspectRatio: 'none', href },
  // Its first row is uppermost.
  matrix: multiply(from, [1 / width, 0, 0, -1 / height, 0, 1]),
});

/** Pictures that have been encoded, by how: most are placed again and again at one size. */
const known = new WeakMap<Unpacked, Map<string, Promise<string | null>>>();

/** Places a picture, encoded once. @param key Tells apart what is made of it. @param pixels Its pixels, one by one. */
async function placed(
  picture: Unpacked,
  key: string,
  matrix: Matrix,
  pixels: () => Rgba | null,
): Promise<ImageElement | null> {
  const { width, height } = picture;
  const times = timesOf(picture, picture.interpolate ?? false, matrix);
  const made = known.get(picture) ?? new Map<string, Promise<string | null>>();
  known.set(picture, made);
  const own = `${key} ${times}`;
  let href = made.get(own);
  if (!href) {
    const rgba = pixels();
    href = rgba ? encoded(enlarged(rgba, times)) : Promise.resolve(null);
    made.set(own, href);
  }
  const text = await href;
  return text === null ? null : elementOf(text, { width: width * times, height: height * times }, matrix);
}

/** Returns a picture as an element; null where it has no pixels. @param matrix From the unit square that it fills to the sheet. */
export const pictureElement = (picture: Unpacked, matrix: Matrix): Promise<ImageElement | null> =>
  placed(picture, 'picture', matrix, () => spread(picture, [255, 255, 255, 255], [0, 0, 0, 255]));

/** Returns a stencil that a colour is painted through, likewise: what is 0 in it is painted. @param rgb 0–255 each. */
export const stencilElement = (
  picture: Unpacked,
  rgb: readonly [number, number, number],
  matrix: Matrix,
): Promise<ImageElement | null> =>
  placed(picture, rgb.join(' '), matrix, () => spread({ ...picture, kind: 1 }, [0, 0, 0, 0], [...rgb, 255]));

/** Corners of the triangles of a mesh, three by three, as numbers of corners and of colours. */
function* trianglesOf({ figures }: MeshShading): Generator<readonly [number, number][]> {
  for (const { type, coords: p, colors: c, verticesPerRow = 0 } of figures) {
    const corner = (i: number): [number, number] => [p[i], c[i]];
    if (type !== lattice) {
      for (let i = 0; i + 2 < p.length; i += 3) yield [corner(i), corner(i + 1), corner(i + 2)];
      continue;
    }
    for (let i = 0; i + verticesPerRow + 1 < p.length; i++) {
      if ((i + 1) % verticesPerRow === 0) continue;
      yield [corner(i), corner(i + 1), corner(i + verticesPerRow)];
      yield [corner(i + verticesPerRow + 1), corner(i + 1), corner(i + verticesPerRow)];
    }
  }
}

/** Returns a colour mesh drawn as a picture. @param matrix From the coordinates of the pattern to the sheet. */
export async function meshElement(mesh: MeshShading, matrix: Matrix): Promise<ImageElement> {
  const [x0, y0, x1, y1] = mesh.bounds;
  const scale = meshSide / Math.max(x1 - x0, y1 - y0, 1e-9);
  const [width, height] = [x1 - x0, y1 - y0].map((side) => Math.max(1, Math.ceil(side * scale)));
  const made = blank({ width, height });
  // The picture's first row is the pattern's uppermost one.
  const place = (p: number): [number, number] => [
    ((mesh.coords[2 * p] - x0) / (x1 - x0 || 1)) * width - 0.5,
    ((y1 - mesh.coords[2 * p + 1]) / (y1 - y0 || 1)) * height - 0.5,
  ];
  for (const corners of trianglesOf(mesh)) {
    const places = corners.map(([p]) => place(p));
    const colours = corners.map(([, c]) => [0, 1, 2].map((k) => mesh.colours[4 * c + k]));
    drawTriangle(made, places, colours);
  }
  return elementOf(await encoded(made), made, multiply(matrix, [x1 - x0, 0, 0, y1 - y0, x0, y0]));
}

/** Draws a triangle with its colours between its corners, by the shares that these have of each place. */
function drawTriangle(
  { width, height, data }: Rgba,
  [[ax, ay], [bx, by], [cx, cy]]: readonly [number, number][],
  colours: readonly (readonly number[])[],
): void {
  const area = (bx - ax) * (cy - ay) - (cx - ax) * (by - ay);
  if (!Number.isFinite(1 / area)) return;
  // Neighbours overlap by a little, so that nothing shows between them.
  const least = -0.5 / Math.sqrt(Math.abs(area));
  const from = (vs: number[]) => Math.max(0, Math.floor(Math.min(...vs)));
  const to = (vs: number[], most: number) => Math.min(most - 1, Math.ceil(Math.max(...vs)));
  for (let y = from([ay, by, cy]); y <= to([ay, by, cy], height); y++)
    for (let x = from([ax, bx, cx]); x <= to([ax, bx, cx], width); x++) {
      const b = ((x - ax) * (cy - ay) - (cx - ax) * (y - ay)) / area;
      const c = ((bx - ax) * (y - ay) - (x - ax) * (by - ay)) / area;
      const a = 1 - b - c;
      if (a < least || b < least || c < least) continue;
      const i = 4 * (y * width + x);
      for (let k = 0; k < 3; k++) {
        const value = a * colours[0][k] + b * colours[1][k] + c * colours[2][k];
        data[i + k] = Math.max(0, Math.min(255, Math.round(value)));
      }
      data[i + 3] = 255;
    }
}

/** Returns a piece of a picture whose pixels are RGBA; the whole where it is anything else. */
export function cropped(
  picture: Unpacked,
  {
    x,
    y,
    width,
    height,
  }: { readonly x: number; readonly y: number; readonly width: number; readonly height: number },
): Unpacked {
  const { data, kind } = picture;
  if (kind !== 3 || !data || (width === picture.width && height === picture.height)) return picture;
  const made = blank({ width, height });
  const from = Uint8Array.from(data);
  for (let row = 0; row < height; row++) {
    const at = 4 * ((y + row) * picture.width + x);
    made.data.set(from.subarray(at, at + 4 * width), 4 * row * width);
  }
  return { ...made, kind };
}

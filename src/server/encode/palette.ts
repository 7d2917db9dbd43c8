import type { Band } from './band';

/** Colours of a table at most (PNG, 11.2.2). */
const mostColours = 256;
/** Pixels of pictures for which it is tried: each is held as a byte until the last is drawn. */
export const mostIndexed = 64_000_000;

/** A picture by a table of its colours. */
export interface Indexed {
  /** RGBA of each as one number, clear ones first. */
  readonly colours: readonly number[];
  /** The place of each pixel's colour in the table. */
  readonly pixels: Uint8Array;
}

/**
 * A picture by a table where it has few enough colours for one; otherwise the bands it has, those that were drawn already by the
 * table as far as it went.
 */
export function indexed(width: number, height: number, bands: Iterable<Band>): Indexed | Iterable<Band> {
  const known = new Map<number, number>();
  const pixels = new Uint8Array(width * height);
  const source = bands[Symbol.iterator]();
  let at = 0;
  const rows: number[] = [];
  for (let next = source.next(); !next.done; next = source.next()) {
    const { data, rows: high } = next.value;
    const view = new DataView(data.buffer, data.byteOffset, data.byteLength);
    const start = at;
    for (let i = 0; i < data.length; i += 4) {
      // What is clear has no colour.
      const colour = data[i + 3] ? view.getUint32(i) : 0;
      let index = known.get(colour);
      if (index === undefined) {
        if (known.size === mostColours)
          return again(width, rows, [...known.keys()], pixels.subarray(0, start), next.value, source);
        index = known.size;
        known.set(colour, index);
      }
      pixels[at++] = index;
    }
    rows.push(high);
  }
  return sorted([...known.keys()], pixels);
}

/** Clear colours first, so that the table of alphas can be short. */
function sorted(colours: readonly number[], pixels: Uint8Array): Indexed {
  const order = colours.map((_, i) => i).sort((a, b) => (colours[a] & 255) - (colours[b] & 255) || a - b);
  const place = new Uint8Array(colours.length);
  order.forEach((from, to) => {
    place[from] = to;
  });
  for (let i = 0; i < pixels.length; i++) pixels[i] = place[pixels[i]];
  return { colours: order.map((i) => colours[i]), pixels };
}

function* again(
  width: number,
  rows: readonly number[],
  colours: readonly number[],
  pixels: Uint8Array,
  last: Band,
  rest: Iterator<Band>,
): Generator<Band> {
  let at = 0;
  for (const high of rows) {
    const data = new Uint8ClampedArray(4 * width * high);
    const view = new DataView(data.buffer);
    for (let i = 0; i < width * high; i++) view.setUint32(4 * i, colours[pixels[at++]]);
    yield { rows: high, data };
  }
  yield last;
  for (let next = rest.next(); !next.done; next = rest.next()) yield next.value;
}

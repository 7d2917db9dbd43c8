import { parseHex } from '../colour/colour';
import type { WholeImage } from '../image/whole';

/** Stands for what is clear. */
export const clear = 255;

/** Which two colours each pixel is mixed of, by their numbers, and how much of it is the second, 0–1. */
export interface Shares {
  readonly width: number;
  readonly height: number;
  readonly first: Uint8Array;
  readonly second: Uint8Array;
  readonly share: Float32Array;
}

/** How far off a colour may be, of what there is to the nearest other one, to be that colour and no mixture. */
const pureness = 0.15;

type Channels = readonly [number, number, number];

const gap = (a: Channels, b: Channels): number => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);

/** The colours as channels, and how near each has to be met. */
function palette(colours: readonly string[]): { channels: Channels[]; near: number[] } {
  const channels = colours.map((hex): Channels => {
    const [r, g, b] = parseHex(hex);
    return [255 * r, 255 * g, 255 * b];
  });
  const near = channels.map(
    (c, i) => pureness * Math.min(255, ...channels.filter((_, j) => j !== i).map((o) => gap(c, o))),
  );
  return { channels, near };
}

/** The colour that each pixel is nearest to, and which of them are that and no mixture. */
function nearestColours(
  data: WholeImage['data'],
  channels: readonly Channels[],
  near: readonly number[],
): { first: Uint8Array; pure: Uint8Array } {
  const n = data.length / 4;
  const flat = Float64Array.from(channels.flat());
  const first = new Uint8Array(n);
  const pure = new Uint8Array(n);
  for (let k = 0, at = 0; k < n; k++, at += 4) {
    const alpha = data[at + 3];
    let best = clear;
    if (alpha >= 128) {
      let least = Number.POSITIVE_INFINITY;
      for (let i = 0, c = 0; c < flat.length; i++, c += 3) {
        const [r, g, b] = [data[at] - flat[c], data[at + 1] - flat[c + 1], data[at + 2] - flat[c + 2]];
        const square = r * r + g * g + b * b;
        if (square >= least) continue;
        best = i;
        least = square;
      }
      pure[k] = alpha === 255 && Math.sqrt(least) <= near[best] ? 1 : 0;
    } else pure[k] = alpha === 0 ? 1 : 0;
    first[k] = best;
  }
  return { first, pure };
}

/** Offsets of a pixel's neighbours, those beside it first. */
const around: readonly (readonly [number, number])[] = [
  [0, 0],
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
  [1, 1],
  [-1, 1],
  [1, -1],
  [-1, -1],
];

/**
 * Tells each pixel's colour as one of some colours, or along an edge as a mixture of two that are beside it: that is what a
 * smooth edge is. So edges lie where they were, between pixels.
 */
export function sharesOf({ data, width, height }: WholeImage, colours: readonly string[]): Shares {
  const n = width * height;
  const { channels, near } = palette(colours);
  const { first, pure } = nearestColours(data, channels, near);
  const second = first.slice();
  const share = new Float32Array(n);
  for (let y = 0, k = 0; y < height; y++)
    for (let x = 0; x < width; x++, k++) if (!pure[k]) mix(k, coloursAbout(x, y));
  return { width, height, first, second, share };

  /** The colours about a pixel that are told surely, or any where fewer than two are. */
  function coloursAbout(x: number, y: number): number[] {
    const found: number[] = [];
    for (const sure of [1, 0]) {
      for (const [dx, dy] of around) {
        const [px, py] = [x + dx, y + dy];
        if (px < 0 || py < 0 || px >= width || py >= height) continue;
        const at = py * width + px;
        if (pure[at] >= sure && !found.includes(first[at])) found.push(first[at]);
      }
      if (found.length > 1) break;
    }
    return found;
  }

  /** The two of some colours that a pixel is best mixed of. */
  function mix(k: number, found: readonly number[]): void {
    const alpha = data[4 * k + 3] / 255;
    if (found.includes(clear) && alpha < 1) {
      // An edge against nothing is told by how much is there.
      const other = found.find((f) => f !== clear);
      if (other === undefined) return;
      first[k] = other;
      second[k] = clear;
      share[k] = 1 - alpha;
      return;
    }
    const c: Channels = [data[4 * k], data[4 * k + 1], data[4 * k + 2]];
    let least = Number.POSITIVE_INFINITY;
    for (let i = 0; i < found.length; i++)
      for (let j = i + 1; j < found.length; j++) {
        if (found[i] === clear || found[j] === clear) continue;
        const [a, b] = [channels[found[i]], channels[found[j]]];
        const [dx, dy, dz] = [b[0] - a[0], b[1] - a[1], b[2] - a[2]];
        const square = dx * dx + dy * dy + dz * dz;
        const along = ((c[0] - a[0]) * dx + (c[1] - a[1]) * dy + (c[2] - a[2]) * dz) / square;
        const t = Math.min(1, Math.max(0, along));
        const d = gap(c, [a[0] + t * dx, a[1] + t * dy, a[2] + t * dz]);
        if (d >= least) continue;
        least = d;
        first[k] = found[i];
        second[k] = found[j];
        share[k] = t;
      }
  }
}

import type { PDFRef } from 'pdf-lib';
import { applyTo } from '../../geometry/matrix';
import { netColour } from '../../mesh/colour-at';
import { patchPoint } from '../../mesh/patch';
import type { MeshNode } from '../../scene/types';
import type { NodeWriter, PdfTarget } from './target';

/**
 * How often a patch is cut each way: its colours run straight between corners in a file, and by a net here. Of a surface of many
 * patches each is small already: all parts together are so many at most, but for one a patch.
 */
const mostCuts = 8;
const mostParts = 40_000;

/** Order of a tensor patch's control points in a file, as i along its width and j down it (ISO 32000-1, table 86). */
const order: readonly (readonly [number, number])[] = [
  [0, 0],
  [0, 1],
  [0, 2],
  [0, 3],
  [1, 3],
  [2, 3],
  [3, 3],
  [3, 2],
  [3, 1],
  [3, 0],
  [2, 0],
  [1, 0],
  [1, 1],
  [1, 2],
  [2, 2],
  [2, 1],
];

/** Values of a cubic at 0, 1/3, 2/3 and 1 to its control points. */
const fromThirds = ([a, b, c, d]: readonly number[]): number[] => [
  a,
  (-5 * a + 18 * b - 9 * c + 2 * d) / 6,
  (2 * a - 9 * b + 18 * c - 5 * d) / 6,
  d,
];

/** Control points of the part of a patch over u0–u1 and v0–v1: it is a bicubic patch again, so sixteen of its places tell it. */
function partOf(
  place: (u: number, v: number) => readonly [number, number],
  u0: number,
  u1: number,
  v0: number,
  v1: number,
): [number, number][][] {
  const at = [0, 1, 2, 3].map((i) =>
    [0, 1, 2, 3].map((j) => place(u0 + ((u1 - u0) * i) / 3, v0 + ((v1 - v0) * j) / 3)),
  );
  const of = (c: 0 | 1): number[][] => {
    const down = at.map((row) => fromThirds(row.map((p) => p[c])));
    const columns = [0, 1, 2, 3].map((j) => fromThirds([0, 1, 2, 3].map((i) => down[i][j])));
    return [0, 1, 2, 3].map((i) => [0, 1, 2, 3].map((j) => columns[j][i]));
  };
  const [xs, ys] = [of(0), of(1)];
  return xs.map((row, i) => row.map((x, j) => [x, ys[i][j]]));
}

interface Corner {
  readonly u: number;
  readonly v: number;
}

/** Corners in the order of their colours. */
const corners = (u0: number, u1: number, v0: number, v1: number): Corner[] => [
  { u: u0, v: v0 },
  { u: u0, v: v1 },
  { u: u1, v: v1 },
  { u: u1, v: v0 },
];

/** Bytes of a patch: its flag, sixteen points and four colours. */
const patchBytes = 1 + 16 * 2 * 4 + 4 * 3 * 2;

/** A stream of tensor patches (ISO 32000-1, 8.7.4.5.8), coordinates in 32 bits, colours in 16. */
class PatchStream {
  private readonly bytes: Uint8Array;
  private at = 0;

  constructor(
    private readonly lo: number,
    private readonly hi: number,
    patches: number,
  ) {
    this.bytes = new Uint8Array(patches * patchBytes);
  }

  patch(points: readonly (readonly [number, number])[][], colours: readonly (readonly number[])[]): void {
    this.whole(0, 1);
    for (const [i, j] of order)
      for (const v of points[i][j]) this.whole((v - this.lo) / (this.hi - this.lo), 4);
    for (const colour of colours) for (const v of colour) this.whole(v, 2);
  }

  private whole(share: number, bytes: number): void {
    const n = Math.round(Math.min(1, Math.max(0, share)) * (2 ** (8 * bytes) - 1));
    for (let k = bytes - 1; k >= 0; k--) this.bytes[this.at++] = Math.floor(n / 2 ** (8 * k)) & 255;
  }

  object(target: PdfTarget): PDFRef {
    const range = [this.lo, this.hi];
    return target.stream(this.bytes, {
      ShadingType: 7,
      ColorSpace: 'DeviceRGB',
      BitsPerCoordinate: 32,
      BitsPerComponent: 16,
      BitsPerFlag: 8,
      Decode: [...range, ...range, 0, 1, 0, 1, 0, 1],
    });
  }
}

/** Whether a surface hides all under it: entries of its nets bound what lies between them. */
const isOpaque = ({ colours }: MeshNode): boolean => {
  for (let k = 3; k < colours.length; k += 4) if (colours[k] < 1 - 1e-5) return false;
  return true;
};

/** A surface of patches as a shading; one that is clear in places as a picture: colours and opacity run together here, apart in a file. */
export const writeMesh: NodeWriter<MeshNode> = (target, content, node, toSheet) => {
  const { points, colours, opacity, blend } = node;
  if (!isOpaque(node)) {
    target.picture(content, node, toSheet, { what: 'meshes that are clear in places' });
    return;
  }
  const count = points.length / 32;
  let [least, most] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (let k = 0; k < points.length; k += 2) {
    const { x, y } = applyTo(toSheet, { x: points[k], y: points[k + 1] });
    least = Math.min(least, x, y);
    most = Math.max(most, x, y);
  }
  // Control points of parts may lie a little farther out than those of the whole.
  const spread = Math.max(1, most - least);
  const cuts = Math.max(1, Math.min(mostCuts, Math.floor(Math.sqrt(mostParts / count))));
  const paint = new PatchStream(least - spread, most + spread, count * cuts * cuts);
  for (let p = 0; p < count; p++) {
    const own = points.subarray(32 * p, 32 * (p + 1));
    const net = colours.subarray(64 * p, 64 * (p + 1));
    const place = (u: number, v: number): [number, number] => {
      const [x, y] = patchPoint(own, u, v);
      const q = applyTo(toSheet, { x, y });
      return [q.x, q.y];
    };
    for (let i = 0; i < cuts; i++)
      for (let j = 0; j < cuts; j++) {
        const box = [i / cuts, (i + 1) / cuts, j / cuts, (j + 1) / cuts] as const;
        const at = corners(...box).map(({ u, v }) => netColour(net, u, v));
        paint.patch(
          partOf(place, ...box),
          at.map(([r, g, b]) => [r, g, b]),
        );
      }
  }
  content.add('q');
  target.state(content, opacity, blend);
  content.add(`/${content.name('Shading', paint.object(target))} sh`, 'Q');
};

import { type MeasuredContour, measureContour, type PlaceAlong } from '../geometry/along';
import { type Cubic, cubicPoint, cubicTangent, isLine, lineCubic, subCubic } from '../geometry/cubic';
import { contourArea } from '../geometry/measure';
import {
  type Bounds,
  boundsCorners,
  type Contour,
  type Path,
  reverseContour,
  segmentsOf,
} from '../geometry/path';
import { angleBetween, type Point } from '../geometry/vector';
import type { ColourKnot, Mesh } from './grid';
import type { Pair } from './patch';

/** A closed outline measured along its length; places go round. */
class Loop {
  private readonly measured: MeasuredContour;

  constructor(contour: Contour) {
    const all = segmentsOf(contour);
    const [x, y] = contour.xy;
    const last = all[all.length - 1];
    if (last && Math.hypot(last[6] - x, last[7] - y) > 0) all.push(lineCubic(last[6], last[7], x, y));
    this.measured = measureContour(all);
  }

  get segments(): readonly Cubic[] {
    return this.measured.segments;
  }

  get starts(): readonly number[] {
    return this.measured.starts;
  }

  get length(): number {
    return this.measured.length;
  }

  at(length: number, before = false): PlaceAlong {
    const round = ((length % this.length) + this.length) % this.length;
    // The end of the last segment is the start of the first.
    const last = before && round < 1e-9 * this.length;
    return this.measured.at(last ? this.length : round, before);
  }

  /**
   * One cubic for the stretch between two lengths; exact where it lies in one segment. Its handles
   * are a third of a straight stretch, so that colours run along it evenly.
   */
  stretch(from: number, to: number): Cubic {
    const a = this.at(from);
    const b = this.at(to, true);
    const own = this.segments[a.segment];
    if (a.segment === b.segment && a.t < b.t && !isLine(own)) return subCubic(own, a.t, b.t);
    const third = (to - from) / 3;
    return [
      a.p.x,
      a.p.y,
      a.p.x + a.d.x * third,
      a.p.y + a.d.y * third,
      b.p.x - b.d.x * third,
      b.p.y - b.d.y * third,
      b.p.x,
      b.p.y,
    ];
  }
}

/** How sharply an outline turns where a segment starts, radians. */
function turnAt(segments: readonly Cubic[], i: number): number {
  const a = cubicTangent(segments[(i + segments.length - 1) % segments.length], 1);
  const b = cubicTangent(segments[i], 0);
  return angleBetween(a, b);
}

/**
 * Lengths along an outline of the four places that serve best as its corners, from the top left on
 * clockwise: nodes where it turns, and near the corners of its bounds.
 */
function cornersOf(loop: Loop, box: Bounds, shift: number): [number, number, number, number] {
  const size = Math.hypot(box.x1 - box.x0, box.y1 - box.y0);
  const { segments, starts } = loop;
  const sharp = segments.map((_, i) => i).filter((i) => turnAt(segments, i) > 0.2);
  const steps = Array.from({ length: 64 }, (_, k) => (loop.length * k) / 64);
  const places = [
    ...(sharp.length >= 4 ? [] : steps),
    ...(sharp.length >= 4 ? sharp : segments.map((_, i) => i)).map((i) => starts[i]),
  ].sort((a, b) => a - b);
  const spots = places.map((l) => loop.at(l).p);
  const goals = boundsCorners(box);
  const nearest = goals.map((g) => {
    let best = 0;
    let least = Number.POSITIVE_INFINITY;
    spots.forEach((p, i) => {
      const node = starts.some((s) => Math.abs(s - places[i]) < 1e-9 * loop.length);
      const d = Math.hypot(p.x - g.x, p.y - g.y) - (node ? 0.02 * size : 0);
      if (d < least - 1e-9 * size) [best, least] = [i, d];
    });
    return best;
  });
  // Two goals on one spot, as on a triangle: quarters of the outline from the first.
  const chosen =
    new Set(nearest).size === 4
      ? nearest.map((i) => places[(i + shift) % places.length])
      : [0, 1, 2, 3].map((k) => starts[shift % segments.length] + (loop.length * k) / 4);
  const [first, ...rest] = chosen.map((l) => ((l % loop.length) + loop.length) % loop.length);
  const onward = rest.map((l) => (l > first ? l : l + loop.length));
  const sorted = [...onward].sort((a, b) => a - b);
  return [first, sorted[0], sorted[1], sorted[2]];
}

const minus = (c: Cubic, i: number, j: number): Pair => [c[2 * i] - c[2 * j], c[2 * i + 1] - c[2 * j + 1]];
const third = (a: Point, b: Point): Pair => [(b.x - a.x) / 3, (b.y - a.y) / 3];
const sixth = (a: Point, b: Point): Pair => [(b.x - a.x) / 6, (b.y - a.y) / 6];
const back = ([x, y]: Pair): Pair => [-x, -y];

/**
 * A mesh of rows × columns whose edges lie along the largest contour of an outline, in the outline's
 * own coordinates. `shift` moves its corners on along the outline. Null where there is no area.
 */
export function fitMesh(
  outline: readonly Path[],
  rows: number,
  columns: number,
  colourAt: (p: Point) => string,
  shift = 0,
): Mesh | null {
  const contours = outline.flatMap((p) => p.contours);
  const largest = [...contours].sort((a, b) => Math.abs(contourArea(b)) - Math.abs(contourArea(a)))[0];
  if (!largest || Math.abs(contourArea(largest)) < 1e-9) return null;
  const loop = new Loop(contourArea(largest) < 0 ? reverseContour(largest) : largest);
  const spots = loop.segments.map((s) => ({ x: s[0], y: s[1] }));
  const mids = loop.segments.map((s) => cubicPoint(s, 0.5));
  const all = [...spots, ...mids];
  const box: Bounds = {
    x0: Math.min(...all.map((p) => p.x)),
    y0: Math.min(...all.map((p) => p.y)),
    x1: Math.max(...all.map((p) => p.x)),
    y1: Math.max(...all.map((p) => p.y)),
  };
  const corners = cornersOf(loop, box, shift);
  const side = (k: number, parts: number): Cubic[] => {
    const from = corners[k];
    const to = k === 3 ? corners[0] + loop.length : corners[k + 1];
    return Array.from({ length: parts }, (_, i) =>
      loop.stretch(from + ((to - from) * i) / parts, from + ((to - from) * (i + 1)) / parts),
    );
  };
  const reversed = (list: Cubic[]): Cubic[] =>
    list.reverse().map((c) => [c[6], c[7], c[4], c[5], c[2], c[3], c[0], c[1]]);
  const top = side(0, columns);
  const right = side(1, rows);
  const bottom = reversed(side(2, columns));
  const left = reversed(side(3, rows));

  const startOf = (list: readonly Cubic[], i: number): Point =>
    i < list.length ? { x: list[i][0], y: list[i][1] } : { x: list[i - 1][6], y: list[i - 1][7] };
  // Places by the Boolean sum of the four sides.
  const place = (r: number, c: number): Point => {
    const [u, v] = [c / columns, r / rows];
    const [t, b] = [startOf(top, c), startOf(bottom, c)];
    const [l, q] = [startOf(left, r), startOf(right, r)];
    const [tl, tr, bl, br] = [
      startOf(top, 0),
      startOf(top, columns),
      startOf(bottom, 0),
      startOf(bottom, columns),
    ];
    const at = (k: 'x' | 'y') =>
      (1 - v) * t[k] +
      v * b[k] +
      (1 - u) * l[k] +
      u * q[k] -
      ((1 - u) * (1 - v) * tl[k] + u * (1 - v) * tr[k] + (1 - u) * v * bl[k] + u * v * br[k]);
    return { x: at('x'), y: at('y') };
  };
  const grid = Array.from({ length: rows + 1 }, (_, r) =>
    Array.from({ length: columns + 1 }, (_, c) => place(r, c)),
  );
  const nodes = grid.flatMap((line, r) =>
    line.map((p, c): ColourKnot => {
      const across = line[c + 1] && line[c - 1] ? sixth(line[c - 1], line[c + 1]) : null;
      const down = grid[r + 1] && grid[r - 1] ? sixth(grid[r - 1][c], grid[r + 1][c]) : null;
      const edge = r === 0 ? top : r === rows ? bottom : null;
      const flank = c === 0 ? left : c === columns ? right : null;
      return {
        x: p.x,
        y: p.y,
        right: edge?.[c] ? minus(edge[c], 1, 0) : (across ?? (line[c + 1] ? third(p, line[c + 1]) : [0, 0])),
        left: edge?.[c - 1]
          ? minus(edge[c - 1], 2, 3)
          : across
            ? back(across)
            : line[c - 1]
              ? third(p, line[c - 1])
              : [0, 0],
        down: flank?.[r]
          ? minus(flank[r], 1, 0)
          : (down ?? (grid[r + 1] ? third(p, grid[r + 1][c]) : [0, 0])),
        up: flank?.[r - 1]
          ? minus(flank[r - 1], 2, 3)
          : down
            ? back(down)
            : grid[r - 1]
              ? third(p, grid[r - 1][c])
              : [0, 0],
        colour: colourAt(p),
      };
    }),
  );
  return { rows, columns, nodes };
}

import { offsetPath } from '../arrange/offset';
import { budget, spend, Tally } from '../geometry/budget';
import { type Cubic, cubicTangent, isLine, lineCubic, reverseCubic, subCubic } from '../geometry/cubic';
import {
  type Contour,
  contourOf,
  type Path,
  pathBounds,
  pathOf,
  segmentAt,
  segmentCount,
} from '../geometry/path';
import { type Point, turnBetween } from '../geometry/vector';
import { Reaches } from '../nearest/reach';
import type { Outline, Rise } from '../outline/types';
import { cornerStand, edgeStand, type Ridge, ridgesOf } from './ridge';
import { sidePath } from './side';

/** Most looks at bunches of edges, one for each edge; a star of 990 corners asks for 186,000 and takes 1.7 s (measured). */
const mostLooks = 450_000;
/** What a look takes besides, whatever else there is. */
const ownLooks = 64;

const lies = (p: Point, q: Point): boolean => p.x === q.x && p.y === q.y;

const line = (p: Point, q: Point): Cubic[] => (lies(p, q) ? [] : [lineCubic(p.x, p.y, q.x, q.y)]);

/** The one face over a straight edge: up one end, along the ridge, and down the other. */
function flatFace(edge: Cubic, ridges: readonly Ridge[]): Path {
  const [first, last] = [ridges[0].from, ridges[ridges.length - 1].to];
  const back = ridges
    .toReversed()
    .map((r) => reverseCubic(r.top))
    .filter((s) => s[0] !== s[6] || s[1] !== s[7]);
  return pathOf([
    contourOf([edge, ...line(last.foot, last.top), ...back, ...line(first.top, first.foot)], true),
  ]);
}

/** The face over a stretch of an edge that bends. */
const bentFace = (edge: Cubic, { from, to, top }: Ridge): Path =>
  sidePath({ edge: subCubic(edge, from.t, to.t), far: top });

/** The face that fans out from a corner: its edge is the ridge, its far end the corner. */
function fanFace({ from, top }: Ridge): Path {
  const { x, y } = from.foot;
  return sidePath({ edge: top, far: [x, y, x, y, x, y, x, y] });
}

/**
 * What is left of a path within its rim: the ends of the rim, one after the other, which share their nodes with its faces; null
 * where they do not come round.
 */
function joinedEnds(ends: readonly Cubic[], hair: number): Path | null {
  const left = new Set(ends);
  const contours: Contour[] = [];
  for (const first of ends) {
    if (!left.delete(first)) continue;
    const chain: Cubic[] = [first];
    for (let at = first; ; ) {
      const off = (s: Cubic) => Math.hypot(s[0] - at[6], s[1] - at[7]);
      const next = [...left].reduce((a: Cubic | null, s) => (off(s) < (a ? off(a) : hair) ? s : a), null);
      if (!next) break;
      left.delete(next);
      // Where two ends of the rim meet in a corner, both were found by themselves.
      const [, , ax, ay, bx, by, x, y] = next;
      at = isLine(next) ? lineCubic(at[6], at[7], x, y) : [at[6], at[7], ax, ay, bx, by, x, y];
      chain.push(at);
    }
    const last = chain[chain.length - 1];
    if (Math.hypot(last[6] - first[0], last[7] - first[1]) > hair) return null;
    contours.push(contourOf(chain, true));
  }
  return pathOf(contours);
}

/** What a chamfer is made of: its faces, and the ends of the rim. */
interface Rim {
  readonly faces: Outline;
  readonly ends: readonly Cubic[];
}

/** The faces over one contour of a path. */
function rimOf(contour: Contour, reaches: Reaches, width: number, slope: number, tally: Tally): Rim {
  const rise: Rise = { slope, fan: false };
  const fanned: Rise = { slope, fan: true };
  const edges = Array.from({ length: segmentCount(contour) }, (_, i) => segmentAt(contour, i)).filter(
    (s) => s[0] !== s[6] || s[1] !== s[7] || !isLine(s),
  );
  const ends: Cubic[] = [];
  const faces = edges.flatMap((edge, i): Outline => {
    const ridges = ridgesOf(edgeStand(edge, reaches, width), tally);
    const own = isLine(edge) ? [flatFace(edge, ridges)] : ridges.map((r) => bentFace(edge, r));
    const next = edges[(i + 1) % edges.length];
    const [into, out] = [cubicTangent(edge, 1), cubicTangent(next, 0)];
    const turn = turnBetween(into, out);
    // Only a corner that faces inwards leaves room between the faces of its edges.
    const fans =
      turn > -1e-6
        ? []
        : ridgesOf(cornerStand({ x: edge[6], y: edge[7] }, into, turn, reaches, width), tally);
    ends.push(...[...ridges, ...fans].filter((r) => r.ends).map((r) => r.top));
    return [
      ...own.map((path) => ({ path, role: 'side', rise }) as const),
      ...fans.map((r) => ({ path: fanFace(r), role: 'side', rise: fanned }) as const),
    ];
  });
  return { faces, ends };
}

/**
 * A clean path (outlines clockwise on screen, holes against it) with its rim bevelled, as faces: flat ones over straight edges,
 * strips over curves, fans at corners that face inwards, and the flat top within. Ridges lie where two places of the outline are
 * as near, as of the distance to it. `width` and `height` in sheet units; below 0 it is sunk.
 * @throws WorkFault where that is too much.
 */
export function chamferOf(path: Path, width: number, height: number): Outline {
  const bounds = pathBounds(path);
  if (!bounds) return [];
  const size = Math.max(bounds.x1 - bounds.x0, bounds.y1 - bounds.y0);
  const reaches = new Reaches(path, size);
  const segments = path.contours.reduce((sum, c) => sum + segmentCount(c), 0);
  spend(
    segments * (reaches.bunches + ownLooks),
    mostLooks,
    'Its ridges would take',
    'looks at its edges; the limit is',
  );
  const tally = new Tally(budget().combined, 'Its rim would come to', 'faces; the most is');
  const rims = path.contours.map((c) => rimOf(c, reaches, width, height / width, tally));
  const faces = rims.flatMap((r) => r.faces);
  const ends = rims.flatMap((r) => r.ends);
  // A stretch too short to be seen may be missing: then the top is worked out by itself.
  const top = joinedEnds(ends, 1e-4 * size) ?? offsetPath(path, -width, { join: 'round', miterLimit: 4 });
  return top.contours.length ? [...faces, { path: top, role: 'front' }] : faces;
}

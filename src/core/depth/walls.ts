import { type Cubic, cubicPoint, cubicTangent, cutCubic, splitCubic } from '../geometry/cubic';
import { type Contour, contourOf, segmentAt, segmentCount } from '../geometry/path';
import { angleBetween, type Point } from '../geometry/vector';
import { crossingsOfRay, silhouetteOf } from './silhouette';
import { acrossAt, farOf, rulingAt, type View } from './view';

/** One side of a solid that can be seen: an edge of the front and its image at the far end. */
export interface Wall {
  readonly edge: Cubic;
  readonly far: Cubic;
  /** Which of the outlines it belongs to. */
  readonly of: number;
  /** Where it begins and ends across the rulings. */
  readonly from: number;
  readonly to: number;
}

/** A stretch of an edge, as it is cut. */
interface Stretch {
  readonly edge: Cubic;
  readonly seen: boolean;
  /** Whether it ends or begins on the ray that the places across begin from. */
  readonly ends?: boolean;
  readonly begins?: boolean;
}

/** A closed contour cut where its sides begin and end to be seen. */
export interface CutContour {
  readonly of: number;
  readonly stretches: Stretch[];
}

/** How far a stretch may turn about a vanishing point, radians: well under half a turn, so that angles along it are plain. */
const mostTurn = 2;

/** Whether all of a cubic's control points lie within half of the greatest turn about a point. */
function turnsLittle(s: Cubic, x: number, y: number): boolean {
  const [ax, ay] = [s[0] - x, s[1] - y];
  for (let i = 2; i < 8; i += 2) {
    const [bx, by] = [s[i] - x, s[i + 1] - y];
    const dot = ax * bx + ay * by;
    if (!(dot > 0) || dot * dot < 0.3 * (ax * ax + ay * ay) * (bx * bx + by * by)) return false;
  }
  return true;
}

/** More cuts, so that no stretch turns far about a vanishing point. */
function finelyTurned(s: Cubic, places: readonly number[], view: View): readonly number[] {
  if (view.kind === 'along') return places;
  const from = (t: number): Point => {
    const p = cubicPoint(s, t);
    return { x: p.x - view.x, y: p.y - view.y };
  };
  if (!places.length && turnsLittle(s, view.x, view.y)) return places;
  let cuts = places;
  for (let round = 0; round < 6; round++) {
    const all = [0, ...cuts, 1];
    const more = all.slice(1).flatMap((to, i) => {
      const middle = (all[i] + to) / 2;
      const [p, m, q] = [from(all[i]), from(middle), from(to)];
      return angleBetween(p, m) > mostTurn / 2 || angleBetween(m, q) > mostTurn / 2 ? [middle] : [];
    });
    if (!more.length) break;
    cuts = [...cuts, ...more].sort((a, b) => a - b);
  }
  return cuts;
}

/** Less than this share of a unit a normal has to lean along the ruling for its side to be seen. */
const grazing = 1e-12;

function isSeen(edge: Cubic, view: View): boolean {
  const p = cubicPoint(edge, 0.5);
  const d = cubicTangent(edge, 0.5);
  const r = rulingAt(view, p.x, p.y);
  // Outlines run clockwise on screen, holes against it: outwards lies to the left.
  return d.y * r.x - d.x * r.y > grazing * Math.hypot(r.x, r.y);
}

/** Contours of clean paths, outlines clockwise on screen and holes against it, cut where sides begin and end to be seen. */
export function cutContours(contours: readonly { contour: Contour; of: number }[], view: View): CutContour[] {
  return contours.map(({ contour, of }) => {
    const stretches: Stretch[] = [];
    for (let i = 0; i < segmentCount(contour); i++) {
      const s = segmentAt(contour, i);
      for (const edge of cutCubic(s, finelyTurned(s, silhouetteOf(s, view), view)))
        stretches.push({ edge, seen: isSeen(edge, view) });
    }
    return { of, stretches };
  });
}

/**
 * The ray from the vanishing point that crosses the fewest sides, as its angle; sides that it crosses are cut there. About a
 * point sides can lie each before the next all the way round; along the strip that is left when the circle is cut they cannot.
 */
function cutOnRay(cut: readonly CutContour[], view: View): number {
  if (view.kind === 'along') return 0;
  const ends: { at: number; step: number }[] = [];
  let open = 0;
  for (const { stretches } of cut)
    for (const { edge, seen } of stretches) {
      if (!seen) continue;
      const a = acrossAt(view, Math.PI, edge[0], edge[1]);
      const b = acrossAt(view, Math.PI, edge[6], edge[7]);
      if (b < a) open++;
      ends.push({ at: a, step: 1 }, { at: b, step: -1 });
    }
  if (!ends.length) return Math.PI;
  ends.sort((p, q) => p.at - q.at || p.step - q.step);
  let fewest = Number.POSITIVE_INFINITY;
  let best = 0;
  ends.forEach(({ at, step }, i) => {
    open += step;
    const gap = (ends[i + 1]?.at ?? ends[0].at + 2 * Math.PI) - at;
    if (gap > 1e-9 && open < fewest) {
      fewest = open;
      best = at + gap / 2;
    }
  });
  const angle = Math.PI - best;
  const start = angle <= -Math.PI ? angle + 2 * Math.PI : angle;
  if (fewest > 0) cutAcross(cut, view.x, view.y, start);
  return start;
}

function cutAcross(cut: readonly CutContour[], x: number, y: number, angle: number): void {
  const [ex, ey] = [Math.cos(angle), Math.sin(angle)];
  for (const { stretches } of cut)
    for (let i = stretches.length - 1; i >= 0; i--) {
      const { edge, seen } = stretches[i];
      if (!seen) continue;
      const t = crossingsOfRay(edge, x, y, ex, ey).find((u) => {
        const p = cubicPoint(edge, u);
        return (p.x - x) * ex + (p.y - y) * ey > 0;
      });
      if (t === undefined) continue;
      const [head, tail] = splitCubic(edge, t);
      stretches.splice(i, 1, { edge: head, seen, ends: true }, { edge: tail, seen, begins: true });
    }
}

function farEdge(s: Cubic, view: View): Cubic {
  const [a, b, c, d] = [0, 2, 4, 6].map((i) => farOf(view, s[i], s[i + 1]));
  return [a.x, a.y, b.x, b.y, c.x, c.y, d.x, d.y];
}

/** The sides of a solid that can be seen, in no order, and the angle that places across them begin from. */
export function wallsOf(cut: readonly CutContour[], view: View): { walls: Wall[]; start: number } {
  const start = cutOnRay(cut, view);
  const walls = cut.flatMap(({ of, stretches }) =>
    stretches
      .filter((s) => s.seen)
      .map(({ edge, begins, ends }): Wall => {
        const from = begins ? 0 : acrossAt(view, start, edge[0], edge[1]);
        const to = ends ? 2 * Math.PI : acrossAt(view, start, edge[6], edge[7]);
        return { edge, far: farEdge(edge, view), of, from, to: Math.max(from, to) };
      }),
  );
  return { walls, start };
}

/** The front or the far end from the very pieces that the sides have, so that all are drawn with the same chords. */
export const faceContours = (
  cut: readonly CutContour[],
  view: View | null,
): { contour: Contour; of: number }[] =>
  cut.map(({ of, stretches }) => ({
    of,
    contour: contourOf(
      stretches.map(({ edge }) => (view ? farEdge(edge, view) : edge)),
      true,
    ),
  }));

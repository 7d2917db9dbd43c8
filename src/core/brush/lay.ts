import { bendPath } from '../bend/bend-path';
import { planeMap } from '../bend/map';
import { spineOf } from '../bend/spine';
import { measureContour } from '../geometry/along';
import { budget, spend, type Tally } from '../geometry/budget';
import { chanceAt } from '../geometry/chance';
import { segmentsIn } from '../geometry/count';
import { multiply, rotation, scaling, translation } from '../geometry/matrix';
import { type Contour, type Path, pathOf, transformPath } from '../geometry/path';
import { degrees } from '../geometry/vector';
import type { Piece } from '../outline/types';
import type { Art } from './textures';

/** How wide a stroke is along its path, 0–1 of its width at a share of its length, and how that changes. */
export type Thickness = (share: number) => readonly [number, number];

/** Art laid along a contour so often, each time over as much of it: its shape goes along with the path. */
export function stretchedAlong(
  contour: Contour,
  art: Art,
  width: number,
  times: number,
  thickness: Thickness,
  tolerance: number,
  tally: Tally,
): Path | null {
  const spine = spineOf(contour, width);
  if (!spine) return null;
  const each = spine.length / times;
  const contours = Array.from({ length: times }, (_, i) => {
    const map = planeMap((x, y, out) => {
      const k = each / art.long;
      const s = i * each + x * k;
      const [w, slope] = thickness(s / spine.length);
      spine.fill(s, y * width * w, out);
      const [xs, ys, xt, yt] = [out[2], out[3], out[4], out[5]];
      const along = (y * width * slope) / spine.length;
      out[2] = k * (xs + xt * along);
      out[3] = k * (ys + yt * along);
      out[4] = xt * width * w;
      out[5] = yt * width * w;
    });
    return bendPath(art.path, { map, tolerance, tally }).contours;
  });
  return pathOf(contours.flat(), art.path.fillRule);
}

/** How marks are scattered by chance; shares of what they would be otherwise. */
export interface Scatter {
  /** From mark to mark, sheet units. */
  readonly spacing: number;
  readonly seed: number;
  readonly size: number;
  readonly turn: number;
  readonly stray: number;
  readonly fade: number;
}

/** Opacities that marks have between none and all of what fades: as many pieces. */
const shades = 6;

/** Marks of art along a contour, each by chance: which one it is decides alone how it comes out. */
export function scatteredAlong(
  contour: Contour,
  art: Art,
  width: number,
  scatter: Scatter,
  thickness: Thickness,
): Piece[] {
  const arc = measureContour(contour);
  if (!(arc.length > 0)) return [];
  const n = Math.max(1, Math.floor(arc.length / scatter.spacing + 1e-9) + (contour.closed ? 0 : 1));
  spend(n * segmentsIn([art.path]), budget().part, 'This would make', 'segments; a part may have');
  const lists: Contour[][] = Array.from({ length: scatter.fade > 0 ? shades : 1 }, () => []);
  for (let i = 0; i < n; i++) {
    const by = (k: number) => chanceAt(8 * i + k, scatter.seed);
    const s = Math.min(arc.length, i * scatter.spacing);
    const [w] = thickness(s / arc.length);
    const size = width * w * Math.max(0.02, 1 + scatter.size * by(0));
    if (!(size > 1e-6)) continue;
    const { p, d } = arc.at(s);
    const off = scatter.stray * width * by(1);
    const angle = degrees(Math.atan2(d.y, d.x)) + 180 * scatter.turn * by(2);
    const at = translation(p.x - off * d.y, p.y + off * d.x);
    const place = multiply(multiply(at, rotation(angle)), scaling(size));
    const moved = transformPath(art.path, multiply(place, translation(-art.long / 2, 0)));
    const shade = lists.length > 1 ? Math.min(shades - 1, Math.floor(((by(3) + 1) / 2) * shades)) : 0;
    lists[shade].push(...moved.contours);
  }
  return lists.flatMap((contours, k) =>
    contours.length
      ? [
          {
            path: pathOf(contours, art.path.fillRule),
            ...(lists.length > 1 ? { opacity: 1 - (scatter.fade * k) / (shades - 1) } : {}),
          },
        ]
      : [],
  );
}

import type { Design } from '../../document/types';
import { applyTo, invert } from '../../geometry/matrix';
import { boundsMiddle } from '../../geometry/path';
import { jointBounds, ownBox } from '../pick';
import { type SnapHit, snapSize } from '../snap';
import { scaleOwn, scaleParts } from '../transform';
import { parentOf } from '../tree';
import { snapPoint } from './snap-point';
import { type GestureOf, type GestureResult, numberText } from './types';

/** Factors that give a box of size `w` × `h` the typed size; a single number leaves the other side free. */
function exactFactors(
  { side: [ux, uy] }: GestureOf<'scale'>,
  exact: readonly number[],
  w: number,
  h: number,
  [sx, sy]: readonly [number, number],
): [number, number] {
  const [a, b] = exact;
  const x = w > 0 && a > 0 ? a / w : sx;
  if (exact.length > 1) return [x, h > 0 && b > 0 ? b / h : sy];
  if (!ux) return [sx, h > 0 && a > 0 ? a / h : sy];
  return uy ? [x, x] : [x, sy];
}

/** Factors that make a box as wide or as high as another part, where one of about that size is near; else null. */
function sameSize(
  design: Design,
  sheetId: string,
  g: GestureOf<'scale'>,
  size: { readonly width: number; readonly height: number },
  [sx, sy]: readonly [number, number],
  reach: number,
): { factors: [number, number]; hits: SnapHit[] } | null {
  const level: Parameters<typeof snapSize>[0] = [design, sheetId, parentOf(design, g.ids[0]), g.ids];
  const [ux, uy] = g.side;
  const wide = ux ? snapSize(level, 'width', size.width * Math.abs(sx), reach) : null;
  const high =
    uy && !(g.keepShape && wide) ? snapSize(level, 'height', size.height * Math.abs(sy), reach) : null;
  if (!wide && !high) return null;
  const x = wide ? (wide.at / size.width) * Math.sign(sx) : sx;
  const y = high ? (high.at / size.height) * Math.sign(sy) : sy;
  const hits = [wide, high].filter((h) => h !== null);
  return { factors: g.keepShape ? (wide ? [x, x] : [y, y]) : [x, y], hits };
}

/** Scales parts by a grip of their box. */
export function scale(design: Design, sheetId: string, g: GestureOf<'scale'>, reach: number): GestureResult {
  const one = g.ids.length === 1 ? ownBox(design, g.ids[0]) : null;
  const joint = one ? null : jointBounds(design, g.ids);
  const box = one?.bounds ?? joint;
  if (!box) return { design, hits: [], readout: '' };
  const level =
    one && (Math.abs(one.matrix[1]) > 1e-9 || Math.abs(one.matrix[2]) > 1e-9) ? undefined : g.grain;
  const snapped = snapPoint(design, sheetId, parentOf(design, g.ids[0]), g.ids, g.to, reach, level);
  const back = one ? invert(one.matrix) : null;
  const to = one && back ? applyTo(back, snapped.p) : snapped.p;
  const [ux, uy] = g.side;
  const centre = boundsMiddle(box);
  const about = g.fromCentre
    ? centre
    : { x: ux > 0 ? box.x0 : ux < 0 ? box.x1 : centre.x, y: uy > 0 ? box.y0 : uy < 0 ? box.y1 : centre.y };
  const grip = {
    x: ux > 0 ? box.x1 : ux < 0 ? box.x0 : centre.x,
    y: uy > 0 ? box.y1 : uy < 0 ? box.y0 : centre.y,
  };
  const factor = (t: number, a: number, k: number) => (Math.abs(k - a) < 1e-9 ? 1 : (t - a) / (k - a));
  let sx = ux ? factor(to.x, about.x, grip.x) : 1;
  let sy = uy ? factor(to.y, about.y, grip.y) : 1;
  const [kx, ky] = one
    ? [Math.hypot(one.matrix[0], one.matrix[1]), Math.hypot(one.matrix[2], one.matrix[3])]
    : [1, 1];
  if (g.exact) [sx, sy] = exactFactors(g, g.exact, (box.x1 - box.x0) * kx, (box.y1 - box.y0) * ky, [sx, sy]);
  if (g.keepShape) {
    const s = !ux ? sy : !uy ? sx : Math.abs(sx) > Math.abs(sy) ? sx : sy;
    sx = s;
    sy = s;
  }
  const size = { width: (box.x1 - box.x0) * kx, height: (box.y1 - box.y0) * ky };
  const upright = !one || (Math.abs(one.matrix[1]) < 1e-9 && Math.abs(one.matrix[2]) < 1e-9);
  const free = !g.exact && reach > 0 && upright && !snapped.hits.length;
  const same = free ? sameSize(design, sheetId, g, size, [sx, sy], reach) : null;
  if (same) [sx, sy] = same.factors;
  if (Math.abs(sx) < 1e-6) sx = 1e-6;
  if (Math.abs(sy) < 1e-6) sy = 1e-6;
  const next = one
    ? scaleOwn(design, g.ids[0], sx, sy, about, g.along)
    : scaleParts(design, g.ids, sx, sy, about, g.along);
  const w = (box.x1 - box.x0) * Math.abs(sx);
  const h = (box.y1 - box.y0) * Math.abs(sy);
  return {
    design: next,
    hits: same?.hits ?? snapped.hits,
    readout: `${numberText(w * kx)} × ${numberText(h * ky)}`,
  };
}

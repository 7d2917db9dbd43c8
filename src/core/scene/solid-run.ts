import type { FillCoat } from '../coat';
import { colourRamp } from '../colour/gradient';
import { downhillAt, facingAt, risingSideOf, type Side, sideOf, sidePath } from '../depth/side';
import { acrossSide, stripsOf } from '../depth/side-paint';
import { cutCubic, isLine } from '../geometry/cubic';
import type { Piece } from '../outline/types';
import type { GradientPaint, ScenePaint, ShapeNode } from './types';

type Run = Exclude<FillCoat['run'], 'bounds'>;

const shape = (path: ShapeNode['path'], paint: ScenePaint): ShapeNode => ({
  type: 'shape',
  path,
  paint,
  opacity: 1,
  blend: 'normal',
});

/** A side in strips, each with the gradient from its edge to its far end. */
function alongDepth(side: Side, paint: GradientPaint): ShapeNode[] {
  const places = stripsOf(side).slice(1, -1);
  const edges = cutCubic(side.edge, places);
  const fars = cutCubic(side.far, places);
  const { fixed: _, focus: __, homography: ___, ...plain } = paint;
  return edges.map((e, i) => {
    const f = fars[i];
    const [tx, ty] = [e[6] - e[0], e[7] - e[1]];
    return shape(sidePath({ edge: e, far: f }), {
      ...plain,
      kind: 'linear',
      matrix: [f[0] - e[0], f[1] - e[1], tx, ty, e[0], e[1]],
    });
  });
}

/** A face over a straight edge, with the gradient from that to its farthest place. */
function upFlat({ path }: Piece, { edge, far }: Side, paint: GradientPaint): ShapeNode {
  const { fixed: _, focus: __, homography: ___, ...plain } = paint;
  const [tx, ty] = [edge[6] - edge[0], edge[7] - edge[1]];
  const k = ((far[0] - edge[0]) * -ty + (far[1] - edge[1]) * tx) / (tx * tx + ty * ty || 1);
  return shape(path, { ...plain, kind: 'linear', matrix: [-ty * k, tx * k, tx, ty, edge[0], edge[1]] });
}

/** A gradient over a piece of a solid: from its front to its far end, or by the way its sides face. */
export function runOverSolid(run: Run, piece: Piece, paint: GradientPaint): ShapeNode[] {
  const ramp = colourRamp(paint.stops, paint.interpolation);
  const { rise } = piece;
  const side = piece.role === 'side' ? (rise ? risingSideOf : sideOf)(piece.path) : null;
  if (!side) {
    const colour = ramp(run === 'depth' && piece.role === 'back' ? 1 : 0);
    return [shape(piece.path, piece.role ? { kind: 'solid', colour } : paint)];
  }
  if (run === 'depth')
    return rise && !rise.fan && isLine(side.edge) ? [upFlat(piece, side, paint)] : alongDepth(side, paint);
  // Clockwise from the top, once round.
  const turn = (t: number) => {
    const { x, y } = rise ? downhillAt(side, t, rise.fan) : facingAt(side, t);
    const share = Math.atan2(x, -y) / (2 * Math.PI);
    return share - Math.floor(share);
  };
  return [
    shape(
      piece.path,
      acrossSide(side, (t) => ramp(turn(t))),
    ),
  ];
}

import { invert, type Matrix, multiply } from '../../geometry/matrix';
import { boundsPath, growBounds, pathBounds } from '../../geometry/path';
import type { GradientPaint, PlacedPaint, ShapeNode, SolidPaint } from '../../scene/types';
import { matrixText } from './boxes';
import { writeImage } from './image';
import { writeReceding } from './receding';
import type { NodeWriter, SvgTarget } from './target';
import type { SvgText } from './text';

/** Texts painted as one: a gradient lies as it would without their matrices. */
function writeTexts(
  target: SvgTarget,
  texts: readonly SvgText[],
  paint: SolidPaint | GradientPaint,
  toSheet: Matrix,
): string {
  const written = texts.map(({ matrix, attributes, content }) => {
    const inside = multiply(toSheet, matrix);
    const back = paint.kind !== 'solid' && !paint.fixed ? invert(matrix) : null;
    const own = back && paint.kind !== 'solid' ? { ...paint, matrix: multiply(back, paint.matrix) } : paint;
    return `<text transform="${matrixText(matrix)}" ${attributes} ${target.paint(own, inside)}>${content}</text>`;
  });
  return written.length === 1 ? written[0] : `<g>${written.join('')}</g>`;
}

/** A conic gradient, or a paint that recedes or was bent, as a picture of it, clipped by its shape: SVG has none. */
function asPicture(target: SvgTarget, node: ShapeNode, toSheet: Matrix): string {
  const b = pathBounds(node.path);
  if (!b) return '';
  const box = boundsPath(growBounds(b, 1));
  const { fixed, ...paint } = node.paint as PlacedPaint;
  const back = fixed ? invert(toSheet) : null;
  const own = back ? { ...paint, matrix: multiply(back, paint.matrix) } : paint;
  const inner = target.picture({ ...node, path: box, paint: own, opacity: 1, blend: 'normal' }, toSheet);
  return `<g${target.clip(node.path, toSheet)}${target.look(node.opacity, node.blend, false)}>${inner}</g>`;
}

export const writeShape: NodeWriter<ShapeNode> = (target, node, toSheet) => {
  const { path, paint, opacity, blend } = node;
  const image = writeImage(target, node, toSheet);
  if (image !== null) return image;
  if (paint.kind === 'image' || paint.kind === 'conic' || (paint.kind !== 'solid' && paint.unbent))
    return asPicture(target, node, toSheet);
  if (paint.kind !== 'solid' && paint.homography)
    return writeReceding(target, node, toSheet) ?? asPicture(target, node, toSheet);
  const texts = opacity === 1 && blend === 'normal' ? target.words?.texts(path) : null;
  if (texts) return writeTexts(target, texts, paint, toSheet);
  const rule = path.fillRule === 'evenodd' ? ' fill-rule="evenodd"' : '';
  return `<path d="${target.path(path, toSheet)}" ${target.paint(paint, toSheet)}${rule}${target.look(opacity, blend, false)}/>`;
};

import { multiply, scaling } from '../../geometry/matrix';
import { boundsPath, growBounds, pathBounds, transformPath } from '../../geometry/path';
import { reachesOver } from '../../image/reaches-over';
import { blockAt } from '../../image/source';
import { levelWithin, recoloured, wholeImage } from '../../image/whole';
import type { ShapeNode } from '../../scene/types';
import { gradientPatterns } from './gradient';
import { imageObject } from './image-object';
import type { NodeWriter } from './target';
import { matrixText, nums, pathText } from './values';

const fillOf = ({ path }: ShapeNode): string => (path.fillRule === 'evenodd' ? 'f*' : 'f');
const clipBy = ({ path }: ShapeNode): string => (path.fillRule === 'evenodd' ? 'W* n' : 'W n');

/** Most pixels of a placed picture that goes into a file. */
const mostPixels = 8_000_000;

/** A shape filled with a picture that lies flat and reaches all over it; says whether it is one, and at hand. */
const writeImage = (...[target, content, node, toSheet]: Parameters<NodeWriter<ShapeNode>>): boolean => {
  const { path, paint, opacity, blend } = node;
  if (paint.kind !== 'image' || paint.unbent || paint.homography || paint.fixed || paint.spread !== 'pad')
    return false;
  const bounds = pathBounds(path);
  const level = levelWithin(paint.size, mostPixels);
  if (!bounds || !reachesOver(paint.matrix, paint.size, bounds)) return false;
  if (!blockAt({ id: paint.image, level, column: 0, row: 0 })) return false;
  const found = wholeImage(paint.image, paint.size, level);
  if (!found) return false;
  const ref = target.shared(paint.changed ?? paint.image, () =>
    imageObject(target, paint.changed ? recoloured(found, paint.changed) : found),
  );
  const { width, height } = paint.size;
  // A picture's first row lies at the top of its unit square, which a sheet has at 0.
  const place = multiply(
    multiply(multiply(toSheet, paint.matrix), scaling(width, height)),
    [1, 0, 0, -1, 0, 1],
  );
  content.add('q');
  target.state(content, opacity, blend);
  content.add(pathText(path, toSheet), clipBy(node), `${matrixText(place)} cm`);
  content.add(`/${content.name('XObject', ref)} Do`, 'Q');
  return true;
};

/** A paint that PDF has none of, as a picture of it, clipped by its shape. */
const asPicture: NodeWriter<ShapeNode> = (target, content, node, toSheet) => {
  const { paint } = node;
  const what =
    paint.kind === 'conic'
      ? 'conic gradients'
      : paint.kind === 'image'
        ? 'pictures'
        : 'bent and receding paints';
  const wide = pathBounds(node.path);
  if (!wide) return;
  content.add('q', pathText(node.path, toSheet), clipBy(node));
  const grown = growBounds(wide, 0.01 * Math.max(wide.x1 - wide.x0, wide.y1 - wide.y0));
  // A gradient is smooth, and its edges are those of its shape.
  const fineness = paint.kind === 'conic' ? 0.5 : 1;
  target.picture(content, { ...node, path: boundsPath(grown) }, toSheet, { what, of: node, fineness });
  content.add('Q');
};

/** A filled path (ISO 32000-1, 8.5.3.3): in one colour, or with a shading as its pattern, masked where that is clear. */
export const writeShape: NodeWriter<ShapeNode> = (target, content, node, toSheet) => {
  const { path, paint, opacity, blend } = node;
  if (!path.contours.length) return;
  if (paint.kind === 'image') {
    if (!writeImage(target, content, node, toSheet)) asPicture(target, content, node, toSheet);
    return;
  }
  if (paint.kind === 'solid') {
    const [r, g, b, a] = paint.colour;
    content.add('q');
    target.state(content, opacity * a, blend);
    content.add(`${nums(r, g, b)} rg`);
    if (!target.words(content, path, toSheet)) content.add(pathText(path, toSheet), fillOf(node));
    content.add('Q');
    return;
  }
  const bounds = pathBounds(transformPath(path, toSheet));
  const patterns = bounds && gradientPatterns(target, paint, toSheet, bounds);
  if (!patterns) {
    asPicture(target, content, node, toSheet);
    return;
  }
  const { colours, alphas } = patterns;
  const mask = alphas && {
    by: 'Luminosity' as const,
    group: target.group((own) => {
      own.add('/Pattern cs', `/${own.name('Pattern', alphas)} scn`);
      own.add(pathText(boundsPath(growBounds(bounds, 1)), [1, 0, 0, 1, 0, 0]), 'f');
    }),
  };
  content.add('q');
  target.state(content, opacity, blend, mask);
  content.add(
    '/Pattern cs',
    `/${content.name('Pattern', colours)} scn`,
    pathText(path, toSheet),
    fillOf(node),
    'Q',
  );
};

import { isIdentity, type Matrix, multiply } from '../../geometry/matrix';
import { silhouette } from '../../scene/silhouette';
import type { GroupNode, SceneNode } from '../../scene/types';
import { boxOf, matrixText } from './boxes';
import type { NodeWriter, SvgTarget } from './target';

/** Elements within a box turned white or black, their alpha kept. */
function levelled(target: SvgTarget, inner: string, level: 0 | 1, box: string): string {
  const row = `0 0 0 0 ${level}`;
  const id = target.shared(`${level} ${box}`, 'l', (name) =>
    target.define(
      `<filter id="${name}" color-interpolation-filters="sRGB" filterUnits="userSpaceOnUse" ${box}><feColorMatrix values="${row} ${row} ${row} 0 0 0 1 0"/></filter>`,
    ),
  );
  return `<g filter="url(#${id})">${inner}</g>`;
}

/** A mask that leaves off where nodes are, over what it masks. */
function maskedOutside(
  target: SvgTarget,
  nodes: readonly SceneNode[],
  masked: readonly SceneNode[],
  toSheet: Matrix,
): string {
  const id = target.id('k');
  const box = boxOf(masked);
  const lying = levelled(target, target.nodes(nodes, toSheet), 0, box);
  target.define(
    `<mask id="${id}" maskUnits="userSpaceOnUse" ${box}><rect ${box} fill="#fff"/>${lying}</mask>`,
  );
  return ` mask="url(#${id})"`;
}

/** A mask by what nodes paint: by their alpha all of it is made white, for drawers that know luminance only. */
function mask(
  target: SvgTarget,
  { children, by }: NonNullable<GroupNode['mask']>,
  masked: readonly SceneNode[],
  toSheet: Matrix,
): string {
  if (by === 'outside') return maskedOutside(target, children, masked, toSheet);
  const box = boxOf(children);
  const inner = target.nodes(children, toSheet);
  const id = target.id('m');
  const style = by === 'alpha' ? ' style="mask-type:alpha"' : '';
  target.define(
    `<mask id="${id}" maskUnits="userSpaceOnUse" ${box}${style}>${by === 'alpha' ? levelled(target, inner, 1, box) : inner}</mask>`,
  );
  return ` mask="url(#${id})"`;
}

/** Members of a knock-out group: of each only what no later one lies on. */
function knockedOut(target: SvgTarget, nodes: readonly SceneNode[], toSheet: Matrix): string {
  return nodes
    .map((n, i) => {
      const later = nodes.slice(i + 1);
      const drawn = target.nodes([n], toSheet);
      if (!later.length || !drawn) return drawn;
      return `<g${maskedOutside(target, later.map(silhouette), [n], toSheet)}>${drawn}</g>`;
    })
    .join('');
}

export const writeGroup: NodeWriter<GroupNode> = (target, node, toSheet) => {
  const m = node.matrix;
  const inside = multiply(toSheet, m);
  const transform = isIdentity(m) ? '' : ` transform="${matrixText(m)}"`;
  const clip = `${node.clip ? target.clip(node.clip, inside) : ''}${node.mask ? mask(target, node.mask, node.children, inside) : ''}`;
  const children = node.knockout
    ? knockedOut(target, node.children, inside)
    : target.nodes(node.children, inside);
  return `<g${transform}${clip}${target.look(node.opacity, node.blend, node.isolated)}>${children}</g>`;
};

import { formatHex } from '../../colour/colour';
import { invert } from '../../geometry/matrix';
import { joinBounds } from '../../geometry/path';
import { nodeBounds, nodesBounds } from '../../scene/damage';
import type { Filter, FilterNode } from '../../scene/types';
import { boxText, matrixText } from './boxes';
import type { NodeWriter } from './target';
import { num } from './values';

/** The primitives of each kind of filter. */
const primitives: { readonly [K in Filter['kind']]: (filter: Extract<Filter, { kind: K }>) => string } = {
  shadow({ dx, dy, sigma, colour: [r, g, b, a] }) {
    return `<feOffset in="SourceAlpha" dx="${num(dx)}" dy="${num(dy)}"/><feGaussianBlur stdDeviation="${num(sigma)}" result="b"/><feFlood flood-color="${formatHex([r, g, b, 1])}" flood-opacity="${num(a)}"/><feComposite operator="in" in2="b"/>`;
  },
  blur: ({ sigma }) => `<feGaussianBlur stdDeviation="${num(sigma)}"/>`,
};

/**
 * A filter works in the sheet's own coordinates whatever turns the part: go back to the sheet, filter, and in again;
 * the drawing stands in a group without a matrix.
 */
export const writeFilter: NodeWriter<FilterNode> = (target, node, toSheet) => {
  const inner = target.nodes(node.children, toSheet);
  const back = invert(toSheet);
  if (!back) return '';
  const id = target.id('s');
  const source = nodesBounds(node.children, toSheet);
  const all = joinBounds(source, nodeBounds(node, toSheet)) ?? { x0: 0, y0: 0, x1: 0, y1: 0 };
  const write = primitives[node.filter.kind] as (filter: Filter) => string;
  target.define(
    `<filter id="${id}" filterUnits="userSpaceOnUse" ${boxText(all)} color-interpolation-filters="sRGB">${write(node.filter)}</filter>`,
  );
  return `<g transform="${matrixText(back)}"${target.look(node.opacity, node.blend, false)}><g filter="url(#${id})"><g transform="${matrixText(toSheet)}">${inner}</g></g></g>`;
};

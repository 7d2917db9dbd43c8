import { formatHex } from '../../colour/colour';
import { identity, invert, type Matrix, multiply, rotation } from '../../geometry/matrix';
import { joinBounds } from '../../geometry/path';
import { degrees } from '../../geometry/vector';
import { nodeBounds, nodesBounds } from '../../scene/damage';
import { groupNode } from '../../scene/group-node';
import type { BentNode, Filter, FilterNode } from '../../scene/types';
import { boxText, matrixText } from './boxes';
import type { NodeWriter } from './target';
import { num } from './values';

/** A filter as SVG has it: its primitives, and the way it is turned against the sheet, degrees. */
interface Written {
  readonly primitives: string;
  readonly turn: number;
}

/** How each kind of filter is written; null where SVG has none of the sort, which goes in as a picture. */
const writers: {
  readonly [K in Filter['kind']]: ((filter: Extract<Filter, { kind: K }>, toSheet: Matrix) => Written) | null;
} = {
  shadow: ({ dx, dy, sigma, colour: [r, g, b, a] }) => ({
    primitives: `<feOffset in="SourceAlpha" dx="${num(dx)}" dy="${num(dy)}"/><feGaussianBlur stdDeviation="${num(sigma)}" result="b"/><feFlood flood-color="${formatHex([r, g, b, 1])}" flood-opacity="${num(a)}"/><feComposite operator="in" in2="b"/>`,
    turn: 0,
  }),
  blur: ({ sigma }) => ({ primitives: `<feGaussianBlur stdDeviation="${num(sigma)}"/>`, turn: 0 }),
  along({ dx, dy }, [a, b, c, d]) {
    const [x, y] = [a * dx + c * dy, b * dx + d * dy];
    const primitives = `<feGaussianBlur stdDeviation="${num(Math.hypot(x, y))} 0"/>`;
    return { primitives, turn: degrees(Math.atan2(y, x)) };
  },
  around: null,
  away: null,
  'edge-blur': null,
  tones: null,
  mix: ({ rows: m, linear }) => ({
    primitives: `<feColorMatrix values="${[0, 3, 6].map((k) => `${num(m[k])} ${num(m[k + 1])} ${num(m[k + 2])} 0 0`).join(' ')} 0 0 0 1 0"${linear ? ' color-interpolation-filters="linearRGB"' : ''}/>`,
    turn: 0,
  }),
};

/** What is soft is as good in half as many pixels each way. */
const soft = 0.5;

/** What SVG has no filter for, as a picture of it on the sheet. */
export const writeSoft: NodeWriter<FilterNode | BentNode> = (target, node, toSheet) => {
  const back = invert(toSheet);
  if (!back) return '';
  const { opacity, blend } = node;
  const alone = groupNode([{ ...node, opacity: 1, blend: 'normal' }], { matrix: toSheet, opacity, blend });
  return `<g transform="${matrixText(back)}">${target.picture(alone, identity, soft)}</g>`;
};

/**
 * A filter works in the sheet's own coordinates whatever turns the part, or in these turned: go back to them, filter, and in
 * again; the drawing stands in a group without a matrix.
 */
export const writeFilter: NodeWriter<FilterNode> = (target, node, toSheet) => {
  const back = invert(toSheet);
  if (!back) return '';
  const write = writers[node.filter.kind] as ((filter: Filter, toSheet: Matrix) => Written) | null;
  if (!write) return writeSoft(target, node, toSheet);
  const inner = target.nodes(node.children, toSheet);
  const id = target.id('s');
  const { primitives, turn } = write(node.filter, toSheet);
  const there = multiply(rotation(-turn), toSheet);
  const source = nodesBounds(node.children, there);
  const all = joinBounds(source, nodeBounds(node, there)) ?? { x0: 0, y0: 0, x1: 0, y1: 0 };
  target.define(
    `<filter id="${id}" filterUnits="userSpaceOnUse" ${boxText(all)} color-interpolation-filters="sRGB">${primitives}</filter>`,
  );
  const out = multiply(back, rotation(turn));
  return `<g transform="${matrixText(out)}"${target.look(node.opacity, node.blend, false)}><g filter="url(#${id})"><g transform="${matrixText(there)}">${inner}</g></g></g>`;
};

import type Joi from 'joi';
import { isHex } from '../../colour/colour';
import { count, toggle } from '../../document/fields';
import type { Handle } from '../../document/handles';
import type { Cubic } from '../../geometry/cubic';
import type { Matrix } from '../../geometry/matrix';
import { identity } from '../../geometry/matrix';
import { type Bounds, contourOf, pathOf } from '../../geometry/path';
import type { Point } from '../../geometry/vector';
import { meshColour } from '../../mesh/colour-at';
import { knotAt, meshEdge, mostPatches, patchFolds } from '../../mesh/grid';
import { columnCurve, type Knot, rowCurve } from '../../mesh/patch';
import { meshNodes, transformMesh } from '../../mesh/scene';
import type { SceneNode } from '../../scene/types';
import type { MeshNode, MeshPaint } from '../types';
import { definePaint, placeOn, shareOf } from './definition';

const stored = [
  count('rows', 'Rows', 'Of patches.', 1, mostPatches),
  count('columns', 'Columns', 'Of patches.', 1, mostPatches),
  toggle('smooth', 'Smooth', 'Colours run on smoothly from patch to patch.'),
  toggle('fitted', 'Fitted', 'The outer edge lies along the outline, and colours go on beyond it.'),
];
const fields = [toggle('smooth', 'Smooth', 'Colours run on smoothly from patch to patch.')];

const matrixOf = (b: Bounds): Matrix => [b.x1 - b.x0, 0, 0, b.y1 - b.y0, b.x0, b.y0];

const pair = (joi: typeof Joi) => joi.array().items(joi.number().min(-1e6).max(1e6)).length(2).required();

const sides = ['left', 'right', 'up', 'down'] as const;
type Side = (typeof sides)[number];

/** A node of a plain sheet of patches. */
function node(x: number, y: number, dx: number, dy: number, colour: string): MeshNode {
  return { x, y, left: [-dx, 0], right: [dx, 0], up: [0, -dy], down: [0, dy], colour };
}

/** A mesh of even patches over the bounds. */
export function evenMesh(
  rows: number,
  columns: number,
  colourAt: (x: number, y: number) => string,
): MeshPaint {
  const nodes = Array.from({ length: (rows + 1) * (columns + 1) }, (_, i) => {
    const x = (i % (columns + 1)) / columns;
    const y = Math.floor(i / (columns + 1)) / rows;
    return node(x, y, 1 / (3 * columns), 1 / (3 * rows), colourAt(x, y));
  });
  return { kind: 'mesh', rows, columns, nodes, smooth: true, fitted: true };
}

const onEdge = ({ rows, columns }: MeshPaint, index: number): boolean => {
  const r = Math.floor(index / (columns + 1));
  const c = index % (columns + 1);
  return r === 0 || c === 0 || r === rows || c === columns;
};

/** The mesh with one node changed; an outer node that moves takes the mesh off its outline. */
export function withNode(paint: MeshPaint, index: number, change: Partial<MeshNode>): MeshPaint {
  const was = paint.nodes[index];
  const numbers = [change.x ?? was.x, change.y ?? was.y, ...sides.flatMap((k) => change[k] ?? was[k])];
  const moves = [was.x, was.y, ...sides.flatMap((k) => was[k])].some(
    (v, i) => Math.abs(v - numbers[i]) > 1e-9,
  );
  return {
    ...paint,
    fitted: paint.fitted && !(moves && onEdge(paint, index)),
    nodes: paint.nodes.map((n, i) => (i === index ? { ...n, ...change } : n)),
  };
}

/** Whether a node has a handle on a side: outer nodes have none to the outside. */
function hasSide({ rows, columns }: MeshPaint, index: number, side: Side): boolean {
  const r = Math.floor(index / (columns + 1));
  const c = index % (columns + 1);
  return side === 'left' ? c > 0 : side === 'right' ? c < columns : side === 'up' ? r > 0 : r < rows;
}

export const mesh = definePaint<MeshPaint>({
  kind: 'mesh',
  label: 'Gradient mesh',
  about: 'Colours at the nodes of a net of curved patches.',
  alsoKnown: ['mesh'],
  defaults: evenMesh(2, 2, (x, y) => (x === 0.5 && y === 0.5 ? '#fbf1d6' : '#9a6b1f')),
  fields: () => fields,
  stored,
  schema: (joi) => ({
    nodes: joi
      .array()
      .items(
        joi.object({
          x: joi.number().min(-1e6).max(1e6).required(),
          y: joi.number().min(-1e6).max(1e6).required(),
          ...Object.fromEntries(sides.map((s) => [s, pair(joi)])),
          colour: joi
            .string()
            .required()
            .custom((v: string, h) =>
              isHex(v) ? v : h.message({ custom: '“colour” must be a colour such as #9a6b1f' }),
            ),
        }),
      )
      .min(4)
      .max((mostPatches + 1) ** 2)
      .required()
      .description(
        'Row by row, one more in each direction than there are patches: places as shares of the bounds, handles from the node in the same shares; Coons patches between them (ISO 32000-1, 8.7.4.5.7).',
      ),
  }),
  colourAt: (paint, p, bounds) => meshColour(paint, shareOf(bounds, p)),
  cover(paint, { bounds }) {
    if (paint.nodes.length !== (paint.rows + 1) * (paint.columns + 1)) return null;
    const own = transformMesh(paint, matrixOf(bounds));
    const nodes = meshNodes(own, paint.smooth, paint.fitted);
    if (paint.fitted) return { kind: 'nodes', nodes };
    const edge = pathOf([
      contourOf(
        meshEdge(own).map((e) => e.curve),
        true,
      ),
    ]);
    const clipped: SceneNode = {
      type: 'group',
      children: nodes,
      matrix: identity,
      opacity: 1,
      blend: 'normal',
      isolated: true,
      clip: edge,
    };
    return { kind: 'nodes', nodes: [clipped] };
  },
  fault(paint) {
    if (paint.nodes.length !== (paint.rows + 1) * (paint.columns + 1))
      return 'The mesh has another number of nodes than its rows and columns say.';
    let folded = 0;
    for (let r = 0; r < paint.rows; r++)
      for (let c = 0; c < paint.columns; c++) if (patchFolds(paint, r, c)) folded++;
    if (folded === 0) return null;
    return folded === 1
      ? 'One patch of the mesh folds over itself.'
      : `${folded} patches of the mesh fold over themselves.`;
  },
  handles(paint, bounds) {
    const out: Handle[] = [];
    paint.nodes.forEach((n, i) => {
      const p = placeOn(bounds, n.x, n.y);
      for (const side of sides) {
        if (!hasSide(paint, i, side)) continue;
        const q = placeOn(bounds, n.x + n[side][0], n.y + n[side][1]);
        out.push({ id: `${side}-${i}`, ...q, from: p, small: true, of: `node-${i}` });
      }
    });
    paint.nodes.forEach((n, i) => {
      out.push({ id: `node-${i}`, ...placeOn(bounds, n.x, n.y), colour: n.colour });
    });
    return out;
  },
  lines(paint, bounds) {
    const own = transformMesh(paint, matrixOf(bounds));
    const run = (list: readonly Knot[], curve: (a: Knot, b: Knot) => Cubic) =>
      contourOf(
        list.slice(1).map((b, i) => curve(list[i], b)),
        false,
      );
    const rows = Array.from({ length: own.rows + 1 }, (_, r) =>
      run(own.nodes.slice(r * (own.columns + 1), (r + 1) * (own.columns + 1)), rowCurve),
    );
    const columns = Array.from({ length: own.columns + 1 }, (_, c) =>
      run(
        Array.from({ length: own.rows + 1 }, (_, r) => knotAt(own, r, c)),
        columnCurve,
      ),
    );
    return pathOf([...rows, ...columns]);
  },
  drag(paint, handle, to, bounds) {
    const [what, number] = handle.split('-');
    const index = Number(number);
    const own = paint.nodes[index];
    if (!own) return paint;
    const p = shareOf(bounds, to);
    if (what === 'node') return withNode(paint, index, { x: p.x, y: p.y });
    const d: [number, number] = [p.x - own.x, p.y - own.y];
    return withNode(paint, index, { [what]: d });
  },
  moved(paint, move) {
    const turn = (n: MeshNode, d: readonly [number, number]): [number, number] => {
      const [a, b] = [move({ x: n.x, y: n.y }), move({ x: n.x + d[0], y: n.y + d[1] })];
      return [b.x - a.x, b.y - a.y];
    };
    const nodes = paint.nodes.map((n) => ({
      ...n,
      ...(move({ x: n.x, y: n.y }) satisfies Point),
      left: turn(n, n.left),
      right: turn(n, n.right),
      up: turn(n, n.up),
      down: turn(n, n.down),
    }));
    return { ...paint, nodes };
  },
});

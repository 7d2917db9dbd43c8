import { identity, invert } from '../../geometry/matrix';
import { groupNode } from '../../scene/group-node';
import type { BentNode, FilterNode, GrainNode, RimNode, SceneNode } from '../../scene/types';
import { rimOnSheet } from '../rim-outline';
import { writeGroup } from './group';
import { writeMesh } from './mesh';
import { writeShape } from './shape';
import type { NodeWriter } from './target';

/** What is soft is as good in half as many pixels each way. */
const soft = 0.5;

/** What a filter or a bend makes of nodes, as a picture of it on the sheet: lengths of filters are the sheet's. */
const writeSoft: NodeWriter<FilterNode | BentNode> = (target, content, node, toSheet) => {
  const { opacity, blend } = node;
  const alone = groupNode([{ ...node, opacity: 1, blend: 'normal' }], { matrix: toSheet, opacity, blend });
  const what = node.type === 'bent' ? 'bent soft parts' : 'blurs and shadows';
  const fineness = node.type === 'filter' && isSharp(node) ? 1 : soft;
  target.picture(content, alone, identity, { what, of: node, fineness, at: toSheet });
};

const isSharp = ({ filter }: FilterNode): boolean => filter.kind === 'tones' || filter.kind === 'mix';

/** A rim on the sheet, for its width is that of the sheet whatever turns the part. */
const writeRim: NodeWriter<RimNode> = (target, content, node, toSheet) => {
  if (!invert(toSheet)) return;
  const path = rimOnSheet(node.rim.path, toSheet);
  target.picture(content, { ...node, rim: { ...node.rim, path } }, identity, {
    what: 'bevels',
    of: node,
    at: toSheet,
    fineness: soft,
  });
};

const writeGrain: NodeWriter<GrainNode> = (target, content, node, toSheet) =>
  target.picture(content, node, toSheet, { what: 'grain' });

const all: { readonly [K in SceneNode['type']]: NodeWriter<Extract<SceneNode, { type: K }>> } = {
  shape: writeShape,
  group: writeGroup,
  filter: writeSoft,
  mesh: writeMesh,
  grain: writeGrain,
  rim: writeRim,
  bent: writeSoft,
};

/** How a node is written, by its type. */
export const writerOf = ({ type }: SceneNode): NodeWriter<SceneNode> => all[type] as NodeWriter<SceneNode>;

import type { GrainNode, MeshNode, SceneNode } from '../../scene/types';
import { writeFilter, writeSoft } from './filter';
import { writeGroup } from './group';
import { writeRim } from './rim';
import { writeShape } from './shape';
import type { NodeWriter } from './target';

const writePicture: NodeWriter<MeshNode | GrainNode> = (target, node, toSheet) =>
  target.picture(node, toSheet);

const all: { readonly [K in SceneNode['type']]: NodeWriter<Extract<SceneNode, { type: K }>> } = {
  shape: writeShape,
  group: writeGroup,
  filter: writeFilter,
  mesh: writePicture,
  grain: writePicture,
  rim: writeRim,
  bent: writeSoft,
};

/** How a node is written, by its type. */
export const writerOf = ({ type }: SceneNode): NodeWriter<SceneNode> => all[type] as NodeWriter<SceneNode>;

import type { SceneNode } from '../types';
import { bentNode } from './bent';
import type { NodeDefinition } from './definition';
import { filterNode } from './filter';
import { grainNode } from './grain';
import { groupKind } from './group';
import { meshNode } from './mesh';
import { rimNode } from './rim';
import { shapeNode } from './shape';

export type { Difference, NodeDecoder, NodeEncoder } from './definition';

const all: { readonly [K in SceneNode['type']]: { readonly type: K } } = {
  shape: shapeNode,
  group: groupKind,
  filter: filterNode,
  mesh: meshNode,
  grain: grainNode,
  rim: rimNode,
  bent: bentNode,
};

/** What a node is, by its type; in or out of its travelling form. */
export const nodeKind = ({ type }: { readonly type: SceneNode['type'] }): NodeDefinition<SceneNode, object> =>
  all[type] as unknown as NodeDefinition<SceneNode, object>;

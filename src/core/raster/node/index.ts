import type { SceneNode } from '../../scene/types';
import type { NodeDrawer } from '../target';
import { bentDrawer } from './bent';
import { filterDrawer } from './filter';
import { grainDrawer } from './grain';
import { groupDrawer } from './group';
import { meshDrawer } from './mesh';
import { rimDrawer } from './rim';
import { shapeDrawer } from './shape';

const all: { readonly [K in SceneNode['type']]: NodeDrawer<Extract<SceneNode, { type: K }>> } = {
  shape: shapeDrawer,
  group: groupDrawer,
  filter: filterDrawer,
  mesh: meshDrawer,
  grain: grainDrawer,
  rim: rimDrawer,
  bent: bentDrawer,
};

/** How a node is drawn, by its type. */
export const drawerOf = ({ type }: SceneNode): NodeDrawer<SceneNode> =>
  all[type] as unknown as NodeDrawer<SceneNode>;

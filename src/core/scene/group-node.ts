import { identity } from '../geometry/matrix';
import type { GroupNode, SceneNode } from './types';

/** A group of nodes in their own coordinates, opaque and plain but for what is said. */
export const groupNode = (children: readonly SceneNode[], values: Partial<GroupNode> = {}): GroupNode => ({
  type: 'group',
  children,
  matrix: identity,
  opacity: 1,
  blend: 'normal',
  isolated: false,
  ...values,
});

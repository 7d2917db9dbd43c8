import { nodeKind } from './node';
import type { SceneNode } from './types';

const answers = new WeakMap<SceneNode, boolean>();

/**
 * Tells whether the look of a node, or of what is in it, depends on where on the sheet it stands: through a paint that is fixed to the
 * sheet, or grain. Nodes that do not look the same wherever they are moved by whole samples.
 */
export function isFixedToSheet(node: SceneNode): boolean {
  const remembered = answers.get(node);
  if (remembered !== undefined) return remembered;
  const { fixedToSheet, children, aside } = nodeKind(node);
  const inside = [...(children?.(node) ?? []), ...(aside?.(node) ?? [])];
  const answer = (fixedToSheet?.(node) ?? false) || inside.some(isFixedToSheet);
  answers.set(node, answer);
  return answer;
}

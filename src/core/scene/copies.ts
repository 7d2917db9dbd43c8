import type { HandleContext } from '../document/handles';
import type { Card, Part } from '../document/types';
import { StepFault, steps } from '../step';
import type { Copy } from '../step/copies';
import type { Made } from './run-steps';
import type { GroupNode, SceneNode } from './types';

/** Where a step's copies stand; null for one that does not only copy, or is at fault. */
function copiesOf(card: Card, context: HandleContext): Copy[] | null {
  try {
    return steps[card.kind].copies?.(card.params, context) ?? null;
  } catch (e) {
    if (!(e instanceof StepFault)) throw e;
    return null;
  }
}

/** Copies of a group's nodes for each step that only copies. */
export function repeatNodes(part: Part, { stages }: Made, nodes: readonly SceneNode[]): readonly SceneNode[] {
  let at = nodes;
  for (const [i, card] of part.steps.entries()) {
    const context = stages[i];
    const copies = card.on && context ? copiesOf(card, context) : null;
    if (!copies) continue;
    at = copies.map(
      ({ matrix, opacity }): GroupNode => ({
        type: 'group',
        children: at,
        matrix,
        opacity,
        blend: 'normal',
        isolated: opacity < 1,
      }),
    );
  }
  return at;
}

import type { Card } from '../document/card';
import type { HandleContext } from '../document/handles';
import type { Part } from '../document/types';
import { WorkFault } from '../geometry/budget';
import { steps } from '../step';
import type { Copy } from '../step/copies';
import type { CardFault, Stepped } from './result';
import { affordPart } from './run-steps';
import type { GroupNode, SceneNode } from './types';
import { weightOf } from './weight';

/** Where a step's copies stand; null for one that does not only copy, or is at fault. */
function copiesOf(card: Card, context: HandleContext): Copy[] | null {
  try {
    return steps[card.kind].copies?.(card.params, context) ?? null;
  } catch (e) {
    if (!(e instanceof WorkFault)) throw e;
    return null;
  }
}

/** Copies of a group's nodes for each step that only copies; a step that could not run on its outline copies nothing. */
export function repeatNodes(
  part: Part,
  { stages, faults }: Stepped,
  nodes: readonly SceneNode[],
): { readonly nodes: readonly SceneNode[]; readonly faults: readonly Omit<CardFault, 'part'>[] } {
  if (!nodes.length) return { nodes, faults: [] };
  let at = nodes;
  const own: Omit<CardFault, 'part'>[] = [];
  for (const [i, card] of part.steps.entries()) {
    const context = stages[i];
    const copies = card.on && context ? copiesOf(card, context) : null;
    if (!copies || faults.some((f) => f.card === card.id && !f.note)) continue;
    try {
      affordPart(copies.length * weightOf(at));
    } catch (e) {
      if (!(e instanceof WorkFault)) throw e;
      own.push({ card: card.id, message: e.message });
      continue;
    }
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
  return { nodes: at, faults: own };
}

import { bendNodes } from '../bend/bend-nodes';
import type { Card } from '../document/card';
import type { HandleContext } from '../document/handles';
import type { Part } from '../document/types';
import { WorkFault } from '../geometry/budget';
import { steps } from '../step';
import { bendOf } from '../step/bend';
import type { Copy } from '../step/copies';
import type { CardFault, Stepped } from './result';
import { affordPart } from './run-steps';
import type { GroupNode, SceneNode } from './types';
import { weightOf } from './weight';

/** What is done with nodes as they stand, for a step that does no more than copy or bend; null for any other, or one at fault. */
function carry(
  card: Card,
  context: HandleContext,
): ((nodes: readonly SceneNode[]) => readonly SceneNode[]) | null {
  const { copies, map } = steps[card.kind];
  try {
    const places = copies?.(card.params, context);
    if (places) return (nodes) => copied(nodes, places);
    const bent = map?.(card.params, context);
    return bent ? (nodes) => bendNodes(nodes, bendOf(bent, context)) : null;
  } catch (e) {
    if (!(e instanceof WorkFault)) throw e;
    return null;
  }
}

/** @throws WorkFault where that is too much. */
function copied(nodes: readonly SceneNode[], copies: readonly Copy[]): readonly SceneNode[] {
  affordPart(copies.length * weightOf(nodes));
  return copies.map(
    ({ matrix, opacity }): GroupNode => ({
      type: 'group',
      children: nodes,
      matrix,
      opacity,
      blend: 'normal',
      isolated: opacity < 1,
    }),
  );
}

/**
 * A group's nodes through each step that only copies or bends; a step that could not run on its outline does nothing
 * with them either.
 */
export function carryNodes(
  part: Part,
  { stages, faults }: Stepped,
  nodes: readonly SceneNode[],
): { readonly nodes: readonly SceneNode[]; readonly faults: readonly Omit<CardFault, 'part'>[] } {
  if (!nodes.length) return { nodes, faults: [] };
  let at = nodes;
  const own: Omit<CardFault, 'part'>[] = [];
  for (const [i, card] of part.steps.entries()) {
    const context = stages[i];
    const change = card.on && context ? carry(card, context) : null;
    if (!change || faults.some((f) => f.card === card.id && !f.note)) continue;
    try {
      at = change(at);
      affordPart(weightOf(at));
    } catch (e) {
      if (!(e instanceof WorkFault)) throw e;
      own.push({ card: card.id, message: e.message });
    }
  }
  return { nodes: at, faults: own };
}

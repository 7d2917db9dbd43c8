import { parseHex } from '../colour/colour';
import { drawingNodes } from '../construction/drawing-nodes';
import { isPainted } from '../document/painted';
import type { Part, Sheet } from '../document/types';
import { budget, spend, WorkFault } from '../geometry/budget';
import { layered } from './below';
import type { EvaluationContext } from './context';
import type { CardFault, PartResult } from './result';
import type { Scene } from './types';
import { weightOf } from './weight';

/** A sheet worked out, with what each part came to. */
export interface Evaluated {
  readonly scene: Scene;
  readonly faults: readonly CardFault[];
}

/** How much of a reference shows. */
const dimness = 0.4;
const dimmed = new WeakMap<PartResult['node'], PartResult['node']>();

/** The node of a reference as it is shown; the same one every time. */
function dim(node: PartResult['node']): PartResult['node'] {
  const made = dimmed.get(node) ?? { ...node, opacity: node.opacity * dimness, isolated: true };
  dimmed.set(node, made);
  return made;
}

/** Parts worked out one after another until the sheet has as much as it may; what is beyond is left out and says so. */
function affordable(context: EvaluationContext, parts: readonly Part[]) {
  const layers: { part: Part; node: PartResult['node'] }[] = [];
  const faults: CardFault[] = [];
  const limit = budget().sheet;
  let weight = 0;
  for (const part of parts) {
    try {
      spend(weight, limit, 'Not drawn: what lies below has', 'segments; a sheet may have');
      const result = context.evaluate(part);
      faults.push(...result.faults);
      weight += weightOf(result.nodes);
      spend(weight, limit, 'Not drawn: with it the sheet would have', 'segments; it may have');
      layers.push({ part, node: part.reference ? dim(result.node) : result.node });
    } catch (e) {
      if (!(e instanceof WorkFault)) throw e;
      faults.push({ part: part.id, card: 'source', message: e.message });
    }
  }
  return { layers, faults };
}

/** What a sheet comes to; with `references`, those are in it as well, dim. */
export function sheetIn(context: EvaluationContext, sheet: Sheet, references = false): Evaluated {
  const parts = sheet.parts
    .map((id) => context.parts[id])
    .filter((p) => p && (isPainted(p) || (references && p.reference && !p.hidden)));
  const { layers, faults } = affordable(context, parts);
  const drawn = sheet.drawing ? drawingNodes(context, sheet, sheet.drawing) : [];
  return {
    scene: {
      width: sheet.width,
      height: sheet.height,
      ground: sheet.ground ? parseHex(sheet.ground) : null,
      nodes: drawn.length ? [...drawn, ...layered(layers)] : layered(layers),
    },
    faults,
  };
}

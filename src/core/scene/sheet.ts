import { parseHex } from '../colour/colour';
import { drawingNodes } from '../construction/drawing-nodes';
import { isPainted } from '../document/painted';
import type { Design, Part } from '../document/types';
import { budget, spend, WorkFault } from '../geometry/budget';
import { layered } from './below';
import { evaluatePart } from './evaluate';
import { applyLockUps } from './lock-up-rules';
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
function affordable(design: Design, parts: readonly Part[]) {
  const layers: { part: Part; node: PartResult['node'] }[] = [];
  const faults: CardFault[] = [];
  const limit = budget().sheet;
  let weight = 0;
  for (const part of parts) {
    try {
      spend(weight, limit, 'Not drawn: what lies below has', 'segments; a sheet may have');
      const result = evaluatePart(design, part);
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

/**
 * The scene of one sheet of a design. Pure; what did not change since an earlier call with the
 * same objects is not computed again and is the same object. With `references`, those are in it as well, dim.
 * @throws RangeError where the design has no such sheet.
 */
export function evaluateSheet(given: Design, sheetId: string, references = false): Evaluated {
  const design = applyLockUps(given);
  const sheet = design.sheets.find((s) => s.id === sheetId);
  if (!sheet) throw new RangeError(`The design has no sheet “${sheetId}”.`);
  const parts = sheet.parts
    .map((id) => design.parts[id])
    .filter((p) => p && (isPainted(p) || (references && p.reference && !p.hidden)));
  const { layers, faults } = affordable(design, parts);
  return {
    scene: {
      width: sheet.width,
      height: sheet.height,
      ground: sheet.ground ? parseHex(sheet.ground) : null,
      nodes: sheet.drawing
        ? [...drawingNodes(design, sheet, sheet.drawing), ...layered(layers)]
        : layered(layers),
    },
    faults,
  };
}

/** The scene of one sheet of a design, ready to be drawn at any size. */
export const evaluate = (design: Design, sheetId: string, references = false): Scene =>
  evaluateSheet(design, sheetId, references).scene;

import { parseHex } from '../colour/colour';
import type { Design } from '../document/types';
import { layered } from './below';
import { type CardFault, evaluatePart } from './evaluate';
import { keepRules } from './rules';
import type { Scene } from './types';

/** A sheet worked out, with what each part came to. */
export interface Evaluated {
  readonly scene: Scene;
  readonly faults: readonly CardFault[];
}

/**
 * The scene of one sheet of a design. Pure; what did not change since an earlier call with the
 * same objects is not computed again and is the same object.
 * @throws RangeError where the design has no such sheet.
 */
export function evaluateSheet(given: Design, sheetId: string): Evaluated {
  const design = keepRules(given);
  const sheet = design.sheets.find((s) => s.id === sheetId);
  if (!sheet) throw new RangeError(`The design has no sheet “${sheetId}”.`);
  const parts = sheet.parts.map((id) => design.parts[id]).filter((p) => p && !p.hidden && !p.construction);
  const results = parts.map((p) => evaluatePart(design, p));
  return {
    scene: {
      width: sheet.width,
      height: sheet.height,
      ground: sheet.ground ? parseHex(sheet.ground) : null,
      nodes: layered(results.map(({ node }, i) => ({ part: parts[i], node }))),
    },
    faults: results.flatMap((r) => r.faults),
  };
}

/** The scene of one sheet of a design, ready to be drawn at any size. */
export const evaluate = (design: Design, sheetId: string): Scene => evaluateSheet(design, sheetId).scene;

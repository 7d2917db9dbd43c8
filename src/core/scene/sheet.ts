import type { Design } from '../document/types';
import type { StandIn } from './context';
import { contextOf } from './evaluate';
import { keptOrMade } from './kept-scenes';
import { applyLockUps } from './lock-up-rules';
import { type Evaluated, sheetIn } from './sheet-nodes';
import type { Scene } from './types';

export type { Evaluated } from './sheet-nodes';

/**
 * The scene of one sheet of a design. Pure; what did not change since an earlier call with the
 * same objects is not computed again and is the same object. With `references`, those are in it as well, dim.
 * @throws RangeError where the design has no such sheet.
 */
export function evaluateSheet(
  given: Design,
  sheetId: string,
  references = false,
  standIn?: StandIn,
): Evaluated {
  const design = applyLockUps(given);
  const sheet = design.sheets.find((s) => s.id === sheetId);
  if (!sheet) throw new RangeError(`The design has no sheet “${sheetId}”.`);
  return sheetIn(contextOf(standIn ? { ...design, standIn } : design), sheet, references);
}

/** Returns the scene of one sheet of a design, ready to be drawn at any size: as it was kept, where scenes are. */
export const evaluate = (design: Design, sheetId: string, references = false): Scene =>
  keptOrMade(design, sheetId, references, () => evaluateSheet(design, sheetId, references).scene);

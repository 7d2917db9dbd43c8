import { parseHex } from '../colour/colour';
import { drawingNodes } from '../construction/drawing-nodes';
import type { Sheet } from '../document/types';
import { budget, spend, WorkFault } from '../geometry/budget';
import { layered } from './below';
import type { EvaluationContext } from './context';
import type { CardFault } from './result';
import { isShown, keepRows, rowOf, rowsSince, type SheetRow } from './sheet-rows';
import type { Scene } from './types';

/** A sheet worked out, with what each part came to. */
export interface Evaluated {
  readonly scene: Scene;
  readonly faults: readonly CardFault[];
}

type Rows = readonly (SheetRow | null)[];

/** Parts worked out one after another until the sheet has as much as it may; what is beyond is left out and says so. */
function affordable(context: EvaluationContext, ids: readonly string[], references: boolean) {
  const rows: (SheetRow | null)[] = [];
  const faults: CardFault[] = [];
  const limit = budget().sheet;
  let weight = 0;
  for (const id of ids) {
    const part = context.parts[id];
    let row: SheetRow | null = null;
    if (isShown(part, references))
      try {
        spend(weight, limit, 'Not drawn: what lies below has', 'segments; a sheet may have');
        const made = rowOf(context, part);
        faults.push(...made.result.faults);
        weight += made.weight;
        spend(weight, limit, 'Not drawn: with it the sheet would have', 'segments; it may have');
        row = made;
      } catch (e) {
        if (!(e instanceof WorkFault)) throw e;
        faults.push({ part: part.id, card: 'source', message: e.message });
      }
    rows.push(row);
  }
  return { rows, faults, all: weight <= limit };
}

/** The rows by what they were last, null where that cannot be told or a part comes to too much. */
function sinceLast(context: EvaluationContext, ids: readonly string[], references: boolean): Rows | null {
  try {
    return rowsSince(context, ids, references);
  } catch (e) {
    if (!(e instanceof WorkFault)) throw e;
    return null;
  }
}

function rowsOf(
  context: EvaluationContext,
  ids: readonly string[],
  references: boolean,
): { rows: Rows; faults: readonly CardFault[] } {
  const since = sinceLast(context, ids, references);
  if (since) return { rows: since, faults: faultsOf(since) };
  const made = affordable(context, ids, references);
  const whole = made.all && !made.rows.some((r, i) => !r && isShown(context.parts[ids[i]], references));
  if (whole) keepRows(ids, context.parts, references, made.rows);
  return made;
}

function faultsOf(rows: Rows): readonly CardFault[] {
  const faults: CardFault[] = [];
  for (const row of rows) if (row?.result.faults.length) faults.push(...row.result.faults);
  return faults;
}

/** What a sheet comes to; with `references`, those are in it as well, dim. */
export function sheetIn(context: EvaluationContext, sheet: Sheet, references = false): Evaluated {
  const { rows, faults } = rowsOf(context, sheet.parts, references);
  const layers = rows.filter((r): r is SheetRow => r !== null);
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

import { isPainted } from '../document/painted';
import { parentOf } from '../document/parent';
import { differingMembers } from '../document/record';
import type { Design, Part } from '../document/types';
import { budget } from '../geometry/budget';
import type { EvaluationContext } from './context';
import { restsOnItsOwn } from './resting';
import type { PartResult } from './result';
import { weightOf } from './weight';

/** What one part of a sheet came to. */
export interface SheetRow {
  readonly part: Part;
  readonly result: PartResult;
  /** What it paints as it is shown: a reference is dim. */
  readonly node: PartResult['node'];
  /** Segments it is drawn of. */
  readonly weight: number;
  /** Whether it rests on nothing beside itself and the parts in it. */
  readonly contained: boolean;
}

/** The rows of a sheet as they were worked out last; null for parts that are not drawn. */
interface Known {
  readonly parts: Design['parts'];
  readonly references: boolean;
  readonly rows: readonly (SheetRow | null)[];
  readonly at: ReadonlyMap<string, number>;
  readonly weight: number;
}

const last = new WeakMap<readonly string[], Known>();

/** Whether a part is drawn on its sheet; with `references`, those are as well. */
export const isShown = (part: Part | undefined, references: boolean): part is Part =>
  part !== undefined && (isPainted(part) || (references && part.reference === true && !part.hidden));

/** Whether nothing of what a part comes to can change while it and the parts in it stay the same objects. */
function isContained(parts: Design['parts'], part: Part): boolean {
  return (
    restsOnItsOwn(part) &&
    part.children.every((id) => parts[id] !== undefined && isContained(parts, parts[id]))
  );
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

/** A part worked out. @throws WorkFault where it comes to too much. */
export function rowOf(context: EvaluationContext, part: Part): SheetRow {
  const result = context.evaluate(part);
  const node = part.reference ? dim(result.node) : result.node;
  return { part, result, node, weight: weightOf(result.nodes), contained: isContained(context.parts, part) };
}

/** Keeps the rows of all parts of a sheet, so that the next time those alone are worked out that may have changed. */
export function keepRows(
  ids: readonly string[],
  parts: Design['parts'],
  references: boolean,
  rows: readonly (SheetRow | null)[],
): void {
  const weight = rows.reduce((sum, r) => sum + (r?.weight ?? 0), 0);
  last.set(ids, { parts, references, rows, weight, at: new Map(ids.map((id, i) => [id, i])) });
}

/** The part of a sheet that a part lies in, however deep. */
function topOf(parts: Design['parts'], id: string): string {
  let at = id;
  for (let up = parentOf({ parts }, at); up; up = parentOf({ parts }, at)) at = up;
  return at;
}

/**
 * Returns the rows of a sheet's parts (`ids`) by what they were last and what has changed since; null where that cannot be told, or where
 * all together come to more than a sheet may have. A step of a drag costs what it changes, however many parts there are.
 * @throws WorkFault where a part comes to too much.
 */
export function rowsSince(
  context: EvaluationContext,
  ids: readonly string[],
  references: boolean,
): readonly (SheetRow | null)[] | null {
  const known = last.get(ids);
  const differing = known?.references === references ? differingMembers(known.parts, context.parts) : null;
  if (!known || !differing) return null;
  const anew = new Set<number>();
  for (const id of differing)
    for (const parts of [known.parts, context.parts]) {
      const at = known.at.get(topOf(parts, id));
      if (at !== undefined) anew.add(at);
    }
  for (let i = 0; i < known.rows.length; i++) if (known.rows[i]?.contained === false) anew.add(i);
  const rows = known.rows.slice();
  let { weight } = known;
  for (const i of anew) {
    const part = context.parts[ids[i]];
    const row = isShown(part, references) ? rowOf(context, part) : null;
    weight += (row?.weight ?? 0) - (rows[i]?.weight ?? 0);
    rows[i] = row;
  }
  if (weight > budget().sheet) return null;
  last.set(ids, { ...known, parts: context.parts, rows, weight });
  return rows;
}

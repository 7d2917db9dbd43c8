import { makePart } from '../document/create';
import type { Design, Part } from '../document/types';
import { applyTo } from '../geometry/matrix';
import { holders } from '../holder';
import type { LockUp } from '../holder/types';
import { outlineBounds } from '../outline/bounds';
import { evaluatePart } from '../scene/evaluate';
import { lockUpUnit } from '../scene/lock-up-rules';
import { wrap } from './arrange-parts';
import { type Edited, freeName } from './edited';
import { jointBounds, sheetBounds } from './pick';
import { topmost, withPart, worldOf } from './tree';

/**
 * Puts a mark and its lettering into a group that keeps them by rule: beside or below each other as they
 * stand already, in the order they stand in.
 */
export function lockUpParts(design: Design, sheetId: string, ids: readonly string[]): Edited {
  const members = topmost(design, ids);
  if (members.length < 2) return { design, chosen: ids };
  const placed = members.map((id) => ({ id, b: sheetBounds(design, id) }));
  const all = jointBounds(design, members);
  const sum = (side: (b: NonNullable<typeof all>) => number) =>
    placed.reduce((n, { b }) => n + (b ? side(b) : 0), 0);
  // What takes up less of the common width than of the common height stands in a row.
  const across = all ? sum((b) => b.x1 - b.x0) / (all.x1 - all.x0 || 1) : 0;
  const down = all ? sum((b) => b.y1 - b.y0) / (all.y1 - all.y0 || 1) : 0;
  const arrangement = across <= down ? 'in-a-row' : 'in-a-column';
  const at = (id: string) => {
    const b = placed.find((p) => p.id === id)?.b;
    return (arrangement === 'in-a-row' ? b?.x0 : b?.y0) ?? 0;
  };
  const rules = { ...(holders['lock-up'].defaults as LockUp), arrangement } as const;
  const holder = makePart({ kind: 'lock-up', ...rules }, { name: freeName(design, 'Lock-up') });
  const { design: made, chosen } = wrap(design, sheetId, members, holder);
  const part = made.parts[holder.id];
  const children = [...part.children].sort((a, b) => at(a) - at(b));
  return { design: withPart(made, { ...part, children }), chosen, card: { list: 'source' } };
}

/** What a lock-up tells of itself. */
export interface LockUpOnSheet {
  /** What its lengths are told in, sheet units; 0 where nothing in it has a measure to give. */
  readonly unit: number;
}

/** What the chosen lock-up tells of itself; null for any other part. */
export const lockUpOnSheet = (design: Design, part: Part): LockUpOnSheet | null =>
  part.source.kind === 'lock-up'
    ? { unit: lockUpUnit(design, part) * Math.abs(worldOf(design, part.id)[3]) }
    : null;

/** The space that a lock-up keeps free and the lengths it is told in, SVG path text in sheet units; '' for none. */
export function clearSpacePath(design: Design, part: Part): string {
  if (part.source.kind !== 'lock-up' || !part.source.showClearSpace) return '';
  const b = outlineBounds(evaluatePart(design, part).outline);
  const free = part.source.clearSpace * lockUpUnit(design, part);
  if (!b || !(free > 0)) return '';
  const world = worldOf(design, part.id);
  const box = (x0: number, y0: number, x1: number, y1: number) =>
    `M${[
      [x0, y0],
      [x1, y0],
      [x1, y1],
      [x0, y1],
    ]
      .map(([x, y]) => applyTo(world, { x, y }))
      .map((p) => `${p.x.toFixed(3)} ${p.y.toFixed(3)}`)
      .join('L')}Z`;
  const corners = [b.x0 - free, b.x1].flatMap((x) =>
    [b.y0 - free, b.y1].map((y) => box(x, y, x + free, y + free)),
  );
  return [
    box(b.x0, b.y0, b.x1, b.y1),
    box(b.x0 - free, b.y0 - free, b.x1 + free, b.y1 + free),
    ...corners,
  ].join('');
}

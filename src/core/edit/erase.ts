import { makeCoat, makePart, makeSource } from '../document/create';
import type { Design } from '../document/types';
import { identity, invert, meanScale } from '../geometry/matrix';
import { wrap } from './arrange-parts';
import { freeContour, type PenPoint, throughNumbers } from './draft';
import { type Edited, freeName } from './edited';
import { parentOf, topmost, withPart, withParts, worldOf } from './tree';

/** A stroke of the eraser. */
export interface EraserStroke {
  readonly points: readonly PenPoint[];
  /** How far its curve may leave the points, sheet units. */
  readonly tolerance: number;
  /** Of the stroke, sheet units. */
  readonly width: number;
}

/** Whether a part leaves the strokes of the eraser out of others: those are gathered in a group at its top. */
function isErased(design: Design, id: string | null): id is string {
  const part = id === null ? undefined : design.parts[id];
  const top = design.parts[part?.children.at(-1) ?? ''];
  const { source } = part ?? {};
  return (
    source?.kind === 'group' &&
    source.clip === true &&
    source.clipBy === 'outside' &&
    top?.source.kind === 'group'
  );
}

/** The group that parts are erased in already: one of them itself, or the one that holds them all. */
function erasedIn(design: Design, ids: readonly string[]): string | null {
  if (ids.length === 1 && isErased(design, ids[0])) return ids[0];
  const [parent, ...others] = new Set(ids.map((id) => parentOf(design, id)));
  return !others.length && isErased(design, parent) ? parent : null;
}

/** Puts parts into a group whose topmost part, which holds the strokes of the eraser, is left out of the others. */
function begun(design: Design, sheetId: string, ids: readonly string[]): { design: Design; group: string } {
  const name = ids.length === 1 ? `${design.parts[ids[0]].name} erased` : 'Erased';
  const made = wrap(
    design,
    sheetId,
    ids,
    makePart({ kind: 'group', clip: true, clipBy: 'outside' }, { name }),
  );
  const [group] = made.chosen;
  const strokes = makePart({ kind: 'group' }, { name: freeName(made.design, 'Eraser strokes') });
  const holder = made.design.parts[group];
  return {
    design: withParts(made.design, [strokes, { ...holder, children: [...holder.children, strokes.id] }]),
    group,
  };
}

/**
 * Leaves out of parts what a stroke goes over. The stroke is a path in the topmost part of a group that holds them, and can be
 * moved, widened, softened and taken away again. Unchanged for a mere dot, and where no part is given.
 */
export function erase(
  design: Design,
  sheetId: string,
  ids: readonly string[],
  { points, tolerance, width }: EraserStroke,
): Edited {
  const contour = freeContour(points, tolerance, 0);
  const from = topmost(
    design,
    ids.filter((id) => design.parts[id]),
  );
  if (!contour || !from.length) return { design, chosen: ids };
  const there = erasedIn(design, from);
  const { design: next, group } = there ? { design, group: there } : begun(design, sheetId, from);
  const strokes = next.parts[next.parts[group].children.at(-1) ?? ''];
  const back = invert(worldOf(next, strokes.id)) ?? identity;
  const stroke = makePart(
    makeSource('path', { contours: [{ ...contour, xy: throughNumbers(contour.xy, back) }] }),
    {
      name: freeName(next, 'Eraser stroke'),
      coats: [
        makeCoat('stroke', {
          width: width * meanScale(back),
          cap: 'round',
          join: 'round',
          ...(contour.pressure ? { profile: 'pressure' } : {}),
        }),
      ],
    },
  );
  const held = { ...strokes, children: [...strokes.children, stroke.id] };
  return { design: withPart(withPart(next, stroke), held), chosen: [group] };
}

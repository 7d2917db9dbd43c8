import { cellOf, pitchOf } from '../coat/paint/pattern';
import type { Pattern } from '../coat/types';
import type { Design, Part } from '../document/types';
import { applyTo, multiply, translation } from '../geometry/matrix';
import { boundsCorners } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { evaluatePart } from '../scene/evaluate';
import { groupNode } from '../scene/group-node';
import { evaluate } from '../scene/sheet';
import { tileOf } from '../scene/tiles';
import type { Scene } from '../scene/types';
import type { CoatRef } from './coat-ref';
import { ancestorsOf, worldOf } from './tree';

/** How much of everything else shows while a tile is worked on. */
const faint = 0.15;

/** A pattern and the part it repeats; null where it has none. */
function workOf(design: Design, { id, coat }: CoatRef): { pattern: Pattern; tile: Part } | null {
  const paint = design.parts[id]?.coats.find((c) => c.id === coat)?.paint;
  const tile = paint?.kind === 'pattern' ? design.parts[paint.tile] : undefined;
  return paint?.kind === 'pattern' && tile ? { pattern: paint, tile } : null;
}

/** Id of the part that a pattern repeats, or null. */
export const tileIdOf = (design: Design, ref: CoatRef): string | null => workOf(design, ref)?.tile.id ?? null;

const unhidden = new WeakMap<Part, Part>();

function asShown(part: Part): Part {
  if (!part.hidden && !part.construction) return part;
  let made = unhidden.get(part);
  if (!made) {
    made = { ...part, hidden: false, construction: false };
    unhidden.set(part, made);
  }
  return made;
}

/** The design with the tile of a pattern in sight, so that its members can be picked where they are hidden. */
export function withTileShown(design: Design, ref: CoatRef): Design {
  const id = tileIdOf(design, ref);
  if (!id) return design;
  const ids = [id, ...ancestorsOf(design, id)];
  return {
    ...design,
    parts: { ...design.parts, ...Object.fromEntries(ids.map((i) => [i, asShown(design.parts[i])])) },
  };
}

/** What shows while a pattern's tile is worked on where it stands. */
export interface TileScene {
  readonly scene: Scene;
  /** The four corners of the tile's cell, clockwise from the top left, sheet units. */
  readonly cell: readonly Point[];
}

/**
 * The tile of a pattern where it stands on the sheet, with the eight tiles about it (or a few more where
 * rows or columns are shifted) as they follow it, over everything else made faint; null where there is none.
 */
export function tileScene(design: Design, sheetId: string, ref: CoatRef): TileScene | null {
  const work = workOf(design, ref);
  const tile = work && tileOf(evaluatePart(design, work.tile));
  if (!work || !tile) return null;
  const pitch = pitchOf(work.pattern, tile);
  if (!(pitch.x > 0) || !(pitch.y > 0)) return null;
  const world = worldOf(design, work.tile.id);
  const near: Point[] = [];
  for (let row = -2; row <= 2; row++)
    for (let column = -2; column <= 2; column++) {
      const at = cellOf(work.pattern, pitch, column, row);
      const inside = Math.abs(at.x) <= 1.5 * pitch.x + 1e-9 && Math.abs(at.y) <= 1.5 * pitch.y + 1e-9;
      if (inside && (row || column)) near.push(at);
    }
  const copies = near.map(({ x, y }) =>
    groupNode(tile.nodes, { matrix: multiply(world, translation(x, y)) }),
  );
  const whole = evaluate(design, sheetId);
  const { bounds: b } = tile;
  const [w, h] = [(pitch.x - (b.x1 - b.x0)) / 2, (pitch.y - (b.y1 - b.y0)) / 2];
  const c = { x0: b.x0 - w, y0: b.y0 - h, x1: b.x1 + w, y1: b.y1 + h };
  const corners = boundsCorners(c);
  return {
    scene: {
      ...whole,
      nodes: [
        groupNode(whole.nodes, { opacity: faint, isolated: true }),
        ...copies,
        groupNode(tile.nodes, { matrix: world, part: work.tile.id }),
      ],
    },
    cell: corners.map((p) => applyTo(world, p)),
  };
}

import { type PatternTile, paintOf } from '../coat';
import { sourceReferences } from '../document/part-references';
import type { Design, Part } from '../document/types';
import { outlineBounds } from '../outline/bounds';
import type { PartResult } from './result';

/** What the patterns of a part repeat, by the ids of those parts; null for what cannot be had. */
export type Tiles = ReadonlyMap<string, PartResult | null>;

const noTiles: Tiles = new Map();

export const sameTiles = (a: Tiles, b: Tiles) =>
  a.size === b.size && [...a].every(([id, r]) => b.get(id) === r);

/** What a pattern repeats of a part, as paints take it. */
export const tileOf = (result: PartResult | null | undefined): PatternTile | null => {
  const bounds = result ? outlineBounds(result.outline) : null;
  return result && bounds ? { nodes: result.nodes, bounds } : null;
};

const tileIds = ({ coats }: Part): readonly string[] =>
  coats.flatMap(({ paint }) => (paintOf(paint).references?.(paint) ?? []).map((r) => r.id));

/** Whether a part rests on another: holds it, is cut from it, or repeats it in a pattern, however far off. */
export function restsUpon(
  design: Pick<Design, 'parts'>,
  id: string,
  other: string,
  seen = new Set<string>(),
): boolean {
  if (id === other) return true;
  const part = design.parts[id];
  if (!part || seen.has(id)) return false;
  seen.add(id);
  return [...part.children, ...sourceReferences(part.source).map((r) => r.id), ...tileIds(part)].some((i) =>
    restsUpon(design, i, other, seen),
  );
}

/** What a part's patterns repeat; `evaluate` works a part out. A pattern that would contain itself gets nothing. */
export function tilesOf(
  design: Pick<Design, 'parts'>,
  part: Part,
  evaluate: (part: Part) => PartResult,
): Tiles {
  const ids = tileIds(part);
  if (!ids.length) return noTiles;
  return new Map(
    ids.map((id) => {
      const tile = design.parts[id];
      return [id, tile && !restsUpon(design, id, part.id) ? evaluate(tile) : null];
    }),
  );
}

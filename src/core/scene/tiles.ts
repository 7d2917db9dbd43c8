import { type PatternTile, paintOf } from '../coat';
import { cardReferences, sourceReferences, stepReferences } from '../document/part-references';
import type { Design, Part } from '../document/types';
import { finishes } from '../finish';
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

/** The parts that finishes of a part name: what casts onto it. */
export const casterIds = ({ finishes: cards }: Part): readonly string[] =>
  cards.length
    ? cardReferences(
        finishes,
        cards.filter((c) => c.on),
      ).map((r) => r.id)
    : none;

const none: readonly string[] = [];

/** What a part is worked out from, its finishes aside: those in it, those that it is cut from, and those that patterns repeat. */
const groundsOf = (part: Part): readonly string[] => [
  ...part.children,
  ...sourceReferences(part.source).map((r) => r.id),
  ...tileIds(part),
];

/** The parts whose middles the steps of a part and of its coats look for. */
const centreIds = ({ steps, coats }: Part): readonly string[] =>
  [...steps, ...coats.flatMap((c) => c.steps)].flatMap((c) => stepReferences(c).map((r) => r.id));

type Among = Pick<Design, 'parts'>;

/**
 * Whether a part without its finishes, as it casts onto others, rests on another, however far off. Middles that steps look for
 * count here, for what is looked at may be made from what it is cast onto.
 */
export function castsFrom(among: Among, id: string, other: string, seen = new Set<string>()): boolean {
  if (id === other) return true;
  const part = among.parts[id];
  return part
    ? [...groundsOf(part), ...centreIds(part)].some((i) => restsUpon(among, i, other, seen, true))
    : false;
}

/**
 * Whether a part rests on another: holds it, is cut from it, or repeats it in a pattern, however far off; with `casting` also by
 * what casts onto parts on the way and by the middles that steps look for. What goes round by a shadow loses the shadow alone.
 */
export function restsUpon(
  among: Among,
  id: string,
  other: string,
  seen = new Set<string>(),
  casting = false,
): boolean {
  if (id === other) return true;
  const part = among.parts[id];
  if (!part || seen.has(id)) return false;
  seen.add(id);
  if (groundsOf(part).some((i) => restsUpon(among, i, other, seen, casting))) return true;
  if (!casting) return false;
  return (
    centreIds(part).some((i) => restsUpon(among, i, other, seen, true)) ||
    casterIds(part).some((i) => castsFrom(among, i, other, seen))
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

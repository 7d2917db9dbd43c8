import { combine } from '../arrange/combine';
import { sameItems } from '../cache/same-items';
import type { Card } from '../document/card';
import type { Part } from '../document/types';
import { finishes, type Painted, reachesBelow } from '../finish';
import type { Bounds, Path } from '../geometry/path';
import { isGroup } from '../holder';
import { asPieces, pathsOf } from '../outline/pieces';
import type { Outline } from '../outline/types';
import { areaOfNodes } from './area';
import { casterIn, sameCastings } from './casters';
import { areaOf, attempted, type PaintedWith, startOf, stepped } from './coating';
import { nodesBounds } from './damage';
import { sameLight } from './light';
import type { CardFault } from './result';
import { affordPart, sameCentres } from './run-steps';
import type { SceneNode } from './types';
import { weightOf } from './weight';

/** What a part covers: its outline, and what its coats cover beside that. */
function covered(part: Part, outline: Outline, coatCentres: PaintedWith['centres']): Path {
  const grouped = isGroup(part.source);
  const areas = part.coats
    .map((c, i) => ({ c, centres: coatCentres[i] ?? [] }))
    .filter(({ c }) => c.on && (c.kind === 'stroke' || c.steps.length || c.form !== 'outline'))
    .flatMap(({ c, centres }) =>
      stepped(startOf(c, outline, grouped), c.steps, centres).outline.map((p) => areaOf(c, p.path)),
    );
  return combine('union', [...pathsOf(outline), ...areas]);
}

/** One member of a part as a finish meets it. */
const memberOf = (whole: Painted, nodes: readonly SceneNode[]): Painted => ({
  ...whole,
  nodes,
  get outline() {
    return asPieces([areaOfNodes(nodes)]);
  },
  silhouette: () => areaOfNodes(nodes),
});

type Members = readonly (readonly SceneNode[])[];

/** What a finish was given lately and what it came to: those before the one that changes do not run again. */
interface FinishRun {
  readonly given: Members;
  /** How many members the part had before any finish. */
  readonly apart: number;
  readonly outline: Outline;
  readonly coats: Part['coats'];
  readonly surroundings: PaintedWith;
  /** Bounds of what it was given, where it has handles on them. */
  readonly bounds: Bounds | null;
  readonly members: Members;
  readonly faults: readonly Omit<CardFault, 'part'>[];
}

const lastRuns = new WeakMap<Card, FinishRun>();

const sameMembers = (a: Members, b: Members): boolean =>
  a === b || (a.length === b.length && a.every((list, i) => sameItems(list, b[i])));

const sameSurroundings = (a: PaintedWith, b: PaintedWith): boolean =>
  sameLight(a.light, b.light) &&
  sameCastings(a.castings, b.castings) &&
  a.centres.length === b.centres.length &&
  a.centres.every((c, i) => sameCentres(c, b.centres[i]));

const togetherWords = 'A finish before it made one of the pieces: this one is of all of them together.';

type Given = Pick<FinishRun, 'given' | 'apart' | 'outline' | 'surroundings'>;

function runFinish(part: Part, card: Card, now: Given): FinishRun {
  const { given, outline, surroundings } = now;
  const { light, castings, centres } = surroundings;
  const { apply, each, note, paintHandles } = finishes[card.kind];
  const faults: Omit<CardFault, 'part'>[] = [];
  const nodes = given.flat();
  const bounds = paintHandles ? nodesBounds(nodes) : null;
  const run = { ...now, coats: part.coats, bounds, faults };
  if (!card.on || reachesBelow(card)) return { ...run, members: given };
  const whole: Painted = {
    nodes,
    outline,
    light,
    caster: casterIn(castings),
    silhouette: () => covered(part, outline, centres),
  };
  const pieceByPiece = each?.(card.params) ?? false;
  const joined = pieceByPiece && given.length < now.apart;
  const said = note?.(card.params, bounds) ?? (joined ? togetherWords : null);
  if (said) faults.push({ card: card.id, message: said, note: true });
  const members = attempted(card.id, faults, given, () => {
    const finished = pieceByPiece
      ? given.map((n) => apply(memberOf(whole, n), card.params))
      : [apply(whole, card.params)];
    affordPart(finished.reduce((sum, n) => sum + weightOf(n), 0));
    return finished;
  });
  return { ...run, members };
}

function rememberedRun(part: Part, card: Card, now: Given): FinishRun {
  const last = lastRuns.get(card);
  if (
    last &&
    last.apart === now.apart &&
    last.outline === now.outline &&
    last.coats === part.coats &&
    sameMembers(last.given, now.given) &&
    sameSurroundings(last.surroundings, now.surroundings)
  )
    return last;
  const run = runFinish(part, card, now);
  lastRuns.set(card, run);
  return run;
}

/**
 * Returns what is painted once a part's finishes have done their work on its members, each a list of nodes; `finishBounds` is told
 * the bounds of what each of them is given.
 */
export function finishNodes(
  part: Part,
  outline: Outline,
  surroundings: PaintedWith,
  members: Members,
  finishBounds: Map<string, Bounds | null>,
): { readonly nodes: readonly SceneNode[]; readonly faults: readonly Omit<CardFault, 'part'>[] } {
  const faults: Omit<CardFault, 'part'>[] = [];
  let current = members;
  for (const card of part.finishes) {
    const run = rememberedRun(part, card, { given: current, apart: members.length, outline, surroundings });
    if (finishes[card.kind].paintHandles) finishBounds.set(card.id, run.bounds);
    faults.push(...run.faults);
    current = run.members;
  }
  return { nodes: current.flat(), faults };
}

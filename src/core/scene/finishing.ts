import { combine } from '../arrange/combine';
import type { Part } from '../document/types';
import { finishes, type Painted, reachesBelow } from '../finish';
import type { Bounds, Path } from '../geometry/path';
import { isGroup } from '../holder';
import { asPieces, pathsOf } from '../outline/pieces';
import type { Outline } from '../outline/types';
import { areaOfNodes } from './area';
import { casterIn } from './casters';
import { areaOf, attempted, type PaintedWith, startOf, stepped } from './coating';
import { nodesBounds } from './damage';
import type { CardFault } from './result';
import { affordPart } from './run-steps';
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

const togetherWords = 'A finish before it made one of the pieces: this one is of all of them together.';

/**
 * What is painted once a part's finishes have done their work on its members, each a list of nodes; `finishBounds` is told
 * the bounds of what each of them is given.
 */
export function finishNodes(
  part: Part,
  outline: Outline,
  { light, castings, centres }: PaintedWith,
  members: readonly (readonly SceneNode[])[],
  finishBounds: Map<string, Bounds | null>,
): { readonly nodes: readonly SceneNode[]; readonly faults: readonly Omit<CardFault, 'part'>[] } {
  const faults: Omit<CardFault, 'part'>[] = [];
  let at = members;
  for (const card of part.finishes) {
    const { apply, each, note, paintHandles } = finishes[card.kind];
    const nodes = at.flat();
    const bounds = paintHandles ? nodesBounds(nodes) : null;
    if (paintHandles) finishBounds.set(card.id, bounds);
    if (!card.on || reachesBelow(card)) continue;
    const whole: Painted = {
      nodes,
      outline,
      light,
      caster: casterIn(castings),
      silhouette: () => covered(part, outline, centres),
    };
    const apart = each?.(card.params) ?? false;
    const said = note?.(card.params, bounds) ?? (apart && at.length < members.length ? togetherWords : null);
    if (said) faults.push({ card: card.id, message: said, note: true });
    at = attempted(card.id, faults, at, () => {
      const finished = apart
        ? at.map((n) => apply(memberOf(whole, n), card.params))
        : [apply(whole, card.params)];
      affordPart(finished.reduce((sum, n) => sum + weightOf(n), 0));
      return finished;
    });
  }
  return { nodes: at.flat(), faults };
}

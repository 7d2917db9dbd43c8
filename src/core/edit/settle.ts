import type { Card } from '../document/card';
import { referencesOf, sourceReferences, stepReferences } from '../document/part-references';
import type { Reference } from '../document/references';
import type { Design, Part, Source } from '../document/types';
import { boundsMiddle } from '../geometry/path';
import { dropOverridden } from '../measure/formulas';
import { outlineBounds } from '../outline/bounds';
import { joinOutline } from '../outline/join';
import { dropLooseLinks } from '../palette/looks';
import { evaluatePart, placedOutline } from '../scene/evaluate';
import type { Stepped } from '../scene/result';
import { isPrimitive, paramsOf, primitives } from '../source';
import { steps } from '../step';
import { asPath } from './plain';
import { parentOf } from './tree';

/** How a part that loses another it names comes to stand alone; undefined for one that does not mind. */
const aloneOf = ({ source }: Part) => (isPrimitive(source) ? primitives[source.kind].alone : undefined);

/** A part that has its edges from others as the plain path it comes to among some parts; any other stays as it is. */
export function settlePart(parts: Design['parts'], part: Part): Part {
  if (aloneOf(part) !== 'path') return part;
  return asPath(part, joinOutline(evaluatePart({ parts }, part).outline));
}

/** The middle of a part's outline in its parent's coordinates. */
function middleOf(design: Pick<Design, 'parts'>, part: Part) {
  const b = outlineBounds(placedOutline(evaluatePart(design, part), part));
  return b ? boundsMiddle(b) : null;
}

/** A part whose source lost others it names: it stands where it was, about its middle. */
function withSourceAlone(before: Design, after: Design, part: Part, lost: (id: string) => boolean): Part {
  const { source } = part;
  const alone = aloneOf(part);
  if (!alone || !isPrimitive(source)) return part;
  if (alone === 'path') return settlePart({ ...after.parts, ...before.parts }, part);
  const was = before.parts[part.id];
  const params = alone(paramsOf(source), lost);
  if (!was || params === paramsOf(source)) return part;
  const next = { ...part, source: params as unknown as Source };
  const [there, here] = [middleOf(before, was), middleOf(after, next)];
  if (!there || !here) return next;
  const { place } = next;
  return { ...next, place: { ...place, x: place.x + there.x - here.x, y: place.y + there.y - here.y } };
}

type Lost = (r: Reference) => boolean;

const lose = (cards: readonly Card[], lost: Lost): boolean => cards.some((c) => stepReferences(c).some(lost));

/** Steps that lost parts they name: each is as it was with them, by the stages that there were. */
const cardsAlone = (
  cards: readonly Card[],
  were: readonly Card[],
  stages: Stepped['stages'],
  lost: Lost,
): readonly Card[] =>
  cards.map((c) => {
    if (!stepReferences(c).some(lost)) return c;
    const stage = stages[were.findIndex((s) => s.id === c.id)] ?? null;
    return { ...c, params: { ...c.params, ...steps[c.kind].alone?.(c.params, stage) } };
  });

/** A part whose steps, or those of its coats, lost others they name. */
function withStepsAlone(before: Design, part: Part, lost: Lost): Part {
  const was = before.parts[part.id];
  const result = was && evaluatePart(before, was);
  return {
    ...part,
    steps: lose(part.steps, lost)
      ? cardsAlone(part.steps, was?.steps ?? [], result?.stages ?? [], lost)
      : part.steps,
    coats: part.coats.map((c) => {
      if (!lose(c.steps, lost)) return c;
      const own = was?.coats.find((o) => o.id === c.id)?.steps ?? [];
      return { ...c, steps: cardsAlone(c.steps, own, result?.coats.get(c.id)?.stages ?? [], lost) };
    }),
  };
}

/**
 * The design after an edit, with parts that lost others they rest on made to stand alone, because these were removed or
 * moved elsewhere: nothing drawn is lost.
 */
export function settleTies(before: Design, after: Design): Design {
  let parts = after.parts;
  for (const part of Object.values(after.parts)) {
    if (!referencesOf(part).length) continue;
    const home = parentOf(after, part.id);
    const lost = ({ id, beside }: Reference) =>
      !after.parts[id] ||
      id === part.id ||
      (beside && parentOf(after, id) !== home && parentOf(after, id) !== part.id);
    let next = part;
    const gone = new Set(
      sourceReferences(part.source)
        .filter(lost)
        .map((r) => r.id),
    );
    if (gone.size) next = withSourceAlone(before, after, next, (id) => gone.has(id));
    if (lose(part.steps, lost) || part.coats.some((c) => lose(c.steps, lost)))
      next = withStepsAlone(before, next, lost);
    if (next !== part) parts = { ...parts, [part.id]: next };
  }
  return parts === after.parts ? after : { ...after, parts };
}

/** The design after a change by hand: numbers, colours and looks that were changed follow nothing any more. */
export const settleLinks = (before: Design, after: Design): Design =>
  dropLooseLinks(dropOverridden(before, after));

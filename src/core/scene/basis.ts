import { sameItems } from '../cache/same-items';
import type { PartLight } from '../depth/light';
import type { Card } from '../document/card';
import { isPainted } from '../document/painted';
import { sourceReferences, stepReferences } from '../document/part-references';
import type { Part } from '../document/types';
import { applyTo, invert, type Matrix, multiply, placeMatrix, sameMatrix } from '../geometry/matrix';
import { boundsMiddle, carryPath, type Path } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { holders, holdsParts, isGroup } from '../holder';
import type { Member } from '../holder/definition';
import { joinOutline } from '../outline/join';
import type { Outline } from '../outline/types';
import { isPrimitive, primitives } from '../source';
import type { Siblings } from '../source/definition';
import { steps } from '../step';
import { type Castings, castingsOn, sameCastings } from './casters';
import type { EvaluationContext } from './context';
import { laidBy } from './laid';
import { meetsLight, sameLight } from './light';
import { placedOutline } from './placed';
import { resourcesOf, restsOnItsOwn } from './resting';
import type { PartResult } from './result';
import { type Centres, sameCentres } from './run-steps';
import { restsUpon, sameTiles, type Tiles, tilesOf } from './tiles';
import type { Scene } from './types';

/** What a part takes of its context, worked out: one object that is part of the key of all that is remembered of it. */
export interface Basis {
  /** The parts in it or that its source names, and what they come to. */
  readonly parts: readonly Part[];
  readonly results: readonly PartResult[];
  /** For each step, what it takes of the part that it names. */
  readonly centres: Centres;
  /** The same for the steps of each coat. */
  readonly coatCentres: readonly Centres[];
  /** What its patterns repeat. */
  readonly tiles: Tiles;
  /** What casts onto it. */
  readonly castings: Castings;
  /** The light that falls onto it, where its look takes some. */
  readonly light: PartLight | null;
  /** The sheet that it lays, where it lays one. */
  readonly laid: Scene | null;
  /** State of what it rests on outside the design. */
  readonly outside: readonly number[];
}

/** Whether a part’s geometry rests on the same: its patterns and its light aside. */
export const sameShapeBasis = (a: Basis, b: Basis): boolean =>
  sameItems(a.results, b.results) && sameCentres(a.centres, b.centres) && sameItems(a.outside, b.outside);

/** Whether a part rests on the same in all. */
export const sameBasis = (a: Basis, b: Basis): boolean =>
  sameShapeBasis(a, b) &&
  a.laid === b.laid &&
  sameTiles(a.tiles, b.tiles) &&
  sameLight(a.light, b.light) &&
  sameCastings(a.castings, b.castings) &&
  a.coatCentres.length === b.coatCentres.length &&
  a.coatCentres.every((c, i) => sameCentres(c, b.coatCentres[i]));

const nothing: readonly number[] = [];

/** Tells whether a part rests on nothing beside itself. */
export const restsOnItself = (part: Part): boolean => isPrimitive(part.source) && restsOnItsOwn(part);

/** Results in the coordinates of the holder, one list of members for each list of results. */
const membership = new WeakMap<readonly PartResult[], readonly Member[]>();

/** What a part rests on, as members in the coordinates of what holds them. */
export function membersOf({ parts, results }: Basis, context: EvaluationContext): readonly Member[] {
  let members = membership.get(results);
  if (!members) {
    members = results.map((r, i) => ({
      part: parts[i],
      outline: placedOutline(r, parts[i]),
      node: r.node,
      gathers: isGroup(parts[i].source),
      members: () => (holdsParts(parts[i].source) ? membersOf(basisOf(context, parts[i]), context) : []),
    }));
    membership.set(results, members);
  }
  return members;
}

/** A part without its steps; the same object as long as the part is the same. */
const bare = new WeakMap<Part, Part>();

/** A part as its source makes it: a step that looks for it there can never go round. */
function bareOf(part: Part): Part {
  let plain = bare.get(part);
  if (!plain) {
    plain = { ...part, steps: [], coats: [], finishes: [], source: { ...part.source } };
    bare.set(part, plain);
  }
  return plain;
}

/** Middle of what a part starts from, its steps aside. */
function middleOf(context: EvaluationContext, part: Part): Point {
  if (isPrimitive(part.source) && !primitives[part.source.kind].placedByBounds) return { x: 0, y: 0 };
  const b = context.evaluate(bareOf(part)).stages[0]?.bounds;
  return b ? boundsMiddle(b) : { x: 0, y: 0 };
}

/** Outlines that have been moved, and by what; the same path as long as neither changes. */
const moved = new WeakMap<Outline, { readonly m: Matrix; readonly path: Path }>();

function movedPath(outline: Outline, m: Matrix): Path {
  const known = moved.get(outline);
  if (known && sameMatrix(known.m, m)) return known.path;
  const path = carryPath(joinOutline(outline), m);
  moved.set(outline, { m, path });
  return path;
}

const noCentres: Centres = [];

function centresOf(context: EvaluationContext, part: Part, cards: readonly Card[]): Centres {
  if (!cards.some((c) => stepReferences(c).length > 0)) return noCentres;
  const back = invert(placeMatrix(part.place));
  return cards.map((card) => {
    const target = context.parts[stepReferences(card)[0]?.id ?? ''];
    if (!back || !target || target.id === part.id) return null;
    const there = placeMatrix(target.place);
    // A member stands in the part's own coordinates.
    const m = part.children.includes(target.id) ? there : multiply(back, there);
    const path = steps[card.kind].guided ? movedPath(context.evaluate(bareOf(target)).outline, m) : null;
    return { ...applyTo(m, middleOf(context, target)), path };
  });
}

/** A child of a group that has steps which change outlines takes them on after its own. */
const inherited = new WeakMap<readonly Card[], WeakMap<Part, Part>>();

function withSteps(part: Part, cards: readonly Card[]): Part {
  let known = inherited.get(cards);
  if (!known) {
    known = new WeakMap();
    inherited.set(cards, known);
  }
  let made = known.get(part);
  if (!made) {
    made = { ...part, steps: [...part.steps, ...cards], source: { ...part.source } };
    known.set(part, made);
  }
  return made;
}

const shaping = new WeakMap<readonly Card[], readonly Card[]>();

function shapingSteps(cards: readonly Card[]): readonly Card[] {
  let made = shaping.get(cards);
  if (!made) {
    made = cards.filter((c) => c.on && !steps[c.kind].copies && !steps[c.kind].map);
    shaping.set(cards, made);
  }
  return made;
}

/** Whether a source's members paint themselves. */
export const holdsPainted = (source: Part['source']): boolean =>
  holdsParts(source) && !holders[source.kind].painted;

/** Ids of the parts that a part's source rests on. */
function restsOn(part: Part, { parts }: EvaluationContext): readonly string[] {
  const { source } = part;
  const named = sourceReferences(source).map((r) => r.id);
  if (!holdsParts(source))
    return named.filter((id) => id !== part.id && parts[id] && !restsUpon({ parts }, id, part.id));
  return part.children.filter((id) => {
    const child = parts[id];
    return child && (named.includes(id) || isPainted(child));
  });
}

/** What a part takes of its context. */
export function basisOf(context: EvaluationContext, part: Part): Basis {
  const passedOn = holdsPainted(part.source) ? shapingSteps(part.steps) : [];
  const parts = restsOn(part, context)
    .map((id) => context.parts[id])
    .map((p) => (passedOn.length ? withSteps(p, passedOn) : p));
  const resources = resourcesOf(part);
  return {
    parts,
    results: parts.map((p) => context.evaluate(p)),
    centres: centresOf(context, part, part.steps),
    coatCentres: part.coats.map((c) => centresOf(context, part, c.steps)),
    tiles: tilesOf(context, part, (p) => context.evaluate(p)),
    castings: castingsOn(context.parts, part, (p) => context.evaluate(p)),
    light: meetsLight(part) ? context.lightOn(part) : null,
    laid: laidBy(context, part),
    outside: resources.length ? resources.map((r) => context.outside[r]) : nothing,
  };
}

/** The parts that a source needs, in the parent's coordinates. */
export const siblingsOf =
  (basis: Basis, context: EvaluationContext): Siblings =>
  (id) =>
    membersOf(basis, context).find((m) => m.part.id === id);

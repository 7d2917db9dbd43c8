import type { Card } from '../document/card';
import { referencesOf, sourceReferences, stepReferences } from '../document/part-references';
import type { Design, Part } from '../document/types';
import { WorkFault } from '../geometry/budget';
import { applyTo, invert, type Matrix, placeMatrix } from '../geometry/matrix';
import type { Bounds, Path } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { holders, holdsParts, isGroup } from '../holder';
import type { HolderContext, Member } from '../holder/definition';
import { facesStamp } from '../lettering/face';
import { asPieces, mapPaths, segmentsOf, transformOutline } from '../outline/pieces';
import type { Outline } from '../outline/types';
import { isPrimitive, paramsOf, primitives } from '../source';
import type { Resource, Siblings } from '../source/definition';
import { steps } from '../step';
import { coat, finishNodes } from './coating';
import { repeatNodes } from './copies';
import type { CardFault, CoatResult, PartResult, Stepped } from './result';
import { affordPart, type Centres, runSteps } from './run-steps';
import { restsUpon, sameTiles, type Tiles, tileOf, tilesOf } from './tiles';
import type { SceneNode } from './types';

interface Memo {
  readonly stamp: number;
  readonly children: readonly PartResult[];
  readonly centres: Centres;
  readonly tiles: Tiles;
  readonly result: PartResult;
}

const memo = new WeakMap<Part, Memo>();
/** Geometry outlives changes of paint: it is remembered by source, steps and children. */
const outlines = new WeakMap<
  Part['source'],
  { stamp: number; steps: readonly Card[]; children: readonly PartResult[]; centres: Centres; made: Stepped }
>();
/** What a part's coats and finishes come to. */
interface Look {
  readonly nodes: readonly SceneNode[];
  readonly coats: ReadonlyMap<string, CoatResult>;
  readonly grounds: ReadonlyMap<string, Bounds | null>;
  readonly faults: readonly Omit<CardFault, 'part'>[];
}

/** A part that only moves keeps its nodes: they are remembered by coats, finishes and geometry. */
const looks = new WeakMap<
  Part['coats'],
  { finishes: Part['finishes']; made: Stepped; tiles: Tiles; look: Look }
>();

/** What evaluating a part rests on: the parts inside a holder, or those a piece is cut from. */
interface Basis {
  readonly parts: readonly Part[];
  readonly results: readonly PartResult[];
  /** What one of the parts rests on. */
  readonly inside: (part: Part) => Basis;
}

/** Results in the coordinates of the holder, one list of members for each list of results. */
const membership = new WeakMap<readonly PartResult[], readonly Member[]>();

function membersOf({ parts, results, inside }: Basis): readonly Member[] {
  let members = membership.get(results);
  if (!members) {
    members = results.map((r, i) => ({
      part: parts[i],
      outline: placedOutline(r, parts[i]),
      node: r.node,
      gathers: isGroup(parts[i].source),
      members: () => (holdsParts(parts[i].source) ? membersOf(inside(parts[i])) : []),
    }));
    membership.set(results, members);
  }
  return members;
}

const placements = new WeakMap<PartResult, Outline>();

/** A part's outline in its parent's coordinates; the same object as long as the part is the same. */
export function placedOutline(result: PartResult, part: Part): Outline {
  let placed = placements.get(result);
  if (!placed) {
    const m = placeMatrix(part.place);
    placed = transformOutline(result.outline, m);
    placements.set(result, placed);
  }
  return placed;
}

/** What a holder is worked out with. */
export const contextOf = (part: Part): HolderContext => ({
  part,
  workOut: (p, inside = {}) => {
    const result = evaluatePart({ parts: inside }, p);
    return { outline: placedOutline(result, p), node: result.node };
  },
});

function sourceOutline(part: Part, basis: Basis): Outline {
  const { source } = part;
  if (holdsParts(source)) {
    const { kind, ...params } = source;
    return holders[kind].outline(membersOf(basis), params, contextOf(part));
  }
  const { pieces, outline, borrowed } = primitives[source.kind];
  const params = paramsOf(source);
  const own = pieces ? pieces(params, siblingsOf(basis)) : asPieces([outline(params)]);
  if (borrowed) return own;
  let first = 0;
  return mapPaths(own, (path) => {
    const marked = withOrigins(path, part.id, first);
    first += path.contours.length;
    return marked;
  });
}

/** The parts that a source needs, in the parent's coordinates. */
const siblingsOf =
  (basis: Basis): Siblings =>
  (id) =>
    membersOf(basis).find((m) => m.part.id === id);

/** What faces are at hand changes only what is set in them. */
const stampOf = ({ source }: Part): number => (rests(source, 'faces') ? facesStamp() : 0);

const marked = new WeakMap<Path, { part: string; first: number; own: Path }>();

/** Says on every edge that it comes from this part, so that combinations can tell; the same object as long as the path is. */
function withOrigins(path: Path, part: string, first: number): Path {
  const known = marked.get(path);
  if (known?.part === part && known.first === first) return known.own;
  const own = {
    ...path,
    contours: path.contours.map((c, i) => ({
      ...c,
      origins: Array.from({ length: Math.max(0, (c.xy.length - 2) / 6) }, (_, segment) => ({
        part,
        contour: first + i,
        segment,
        t0: 0,
        t1: 1,
      })),
    })),
  };
  marked.set(path, { part, first, own });
  return own;
}

/** What a source comes to, or nothing and why. */
function attempted(work: () => Outline): { outline: Outline; fault: Omit<CardFault, 'part'> | null } {
  try {
    const outline = work();
    affordPart(segmentsOf(outline));
    return { outline, fault: null };
  } catch (e) {
    if (!(e instanceof WorkFault)) throw e;
    return { outline: [], fault: { card: 'source', message: e.message } };
  }
}

function make(part: Part, basis: Basis, centres: Centres): Stepped {
  const children = basis.results;
  const known = outlines.get(part.source);
  if (
    known &&
    known.stamp === stampOf(part) &&
    known.steps === part.steps &&
    sameList(known.children, children) &&
    sameCentres(known.centres, centres)
  )
    return known.made;
  const { outline, fault } = attempted(() => sourceOutline(part, basis));
  const ran = runSteps(outline, part.steps, centres);
  const made = fault ? { ...ran, faults: [fault, ...ran.faults] } : ran;
  outlines.set(part.source, { stamp: stampOf(part), steps: part.steps, children, centres, made });
  return made;
}

const noCentres: Centres = [];

const sameCentres = (a: Centres, b: Centres) =>
  a === b ||
  (a.length === b.length && a.every((p, i) => p === b[i] || (p && b[i] && p.x === b[i].x && p.y === b[i].y)));

/** A part without its steps; the same object as long as the part is the same. */
const bare = new WeakMap<Part, Part>();

/** Middle of what a part starts from, its steps aside: a step that looks for it can never go round. */
function middleOf(design: Pick<Design, 'parts'>, part: Part): Point {
  if (isPrimitive(part.source) && !primitives[part.source.kind].anywhere) return { x: 0, y: 0 };
  let plain = bare.get(part);
  if (!plain) {
    plain = { ...part, steps: [], coats: [], source: { ...part.source } };
    bare.set(part, plain);
  }
  const b = evaluatePart(design, plain).stages[0]?.bounds;
  return b ? { x: (b.x0 + b.x1) / 2, y: (b.y0 + b.y1) / 2 } : { x: 0, y: 0 };
}

function centresOf(design: Pick<Design, 'parts'>, part: Part): Centres {
  if (!part.steps.some(centred)) return noCentres;
  const back = invert(placeMatrix(part.place));
  return part.steps.map((card) => {
    const target = design.parts[stepReferences(card)[0]?.id ?? ''];
    if (!back || !target || target.id === part.id) return null;
    return applyTo(back, applyTo(placeMatrix(target.place), middleOf(design, target)));
  });
}

const sameList = <T>(a: readonly T[], b: readonly T[]) =>
  a.length === b.length && a.every((v, i) => v === b[i]);

function look(part: Part, made: Stepped, basis: Basis, tiles: Tiles): Look {
  const known = looks.get(part.coats);
  if (known && known.finishes === part.finishes && known.made === made && sameTiles(known.tiles, tiles))
    return known.look;
  const { nodes: coated, behind, coats, faults } = coat(part, made.outline, (id) => tileOf(tiles.get(id)));
  // What could not be outlined is not painted either.
  const others = made.faults.some((f) => f.card === 'source') ? [] : paintedByOthers(part, basis);
  const { nodes: repeated, faults: uncopied } = repeatNodes(part, made, others);
  const painted = holdsPainted(part.source)
    ? [...behind, ...repeated, ...coated]
    : repeated.length
      ? [...coated, ...repeated]
      : coated;
  const grounds = new Map<string, Bounds | null>();
  const finished = finishNodes(part, made.outline, painted, grounds);
  const all = [...faults, ...uncopied, ...finished.faults];
  const result = { nodes: finished.nodes, coats, grounds, faults: all };
  looks.set(part.coats, { finishes: part.finishes, made, tiles, look: result });
  return result;
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
    made = cards.filter((c) => c.on && !steps[c.kind].copies);
    shaping.set(cards, made);
  }
  return made;
}

/** Whether a source's members paint themselves. */
const holdsPainted = (source: Part['source']): boolean => holdsParts(source) && !holders[source.kind].painted;

/** What the members of a holder paint in it, or siblings in a source. */
function paintedByOthers(part: Part, basis: Basis): readonly SceneNode[] {
  if (isPrimitive(part.source))
    return primitives[part.source.kind].nodes?.(paramsOf(part.source), siblingsOf(basis)) ?? [];
  if (!holdsPainted(part.source) || !holdsParts(part.source)) return [];
  const { kind, ...params } = part.source;
  return holders[kind].nodes?.(membersOf(basis), params, contextOf(part)) ?? [];
}

/** Ids of the parts that a part rests on. */
function restsOn(part: Part, parts: Design['parts']): readonly string[] {
  const { source } = part;
  const named = sourceReferences(source).map((r) => r.id);
  if (!holdsParts(source))
    return named.filter((id) => id !== part.id && parts[id] && !restsUpon({ parts }, id, part.id));
  return part.children.filter((id) => {
    const child = parts[id];
    return child && (named.includes(id) || (!child.hidden && !child.construction));
  });
}

/** What a part rests on, worked out: its members, or what a piece is cut from. */
function basisOf(design: Pick<Design, 'parts'>, part: Part): Basis {
  const passedOn = holdsPainted(part.source) ? shapingSteps(part.steps) : [];
  const parts = restsOn(part, design.parts)
    .map((id) => design.parts[id])
    .map((p) => (passedOn.length ? withSteps(p, passedOn) : p));
  return {
    parts,
    results: parts.map((p) => evaluatePart(design, p)),
    inside: (p) => basisOf(design, p),
  };
}

/** The siblings that a part's source needs, in the parent's coordinates. */
export const siblingsOfPart = (design: Pick<Design, 'parts'>, part: Part): Siblings =>
  siblingsOf(basisOf(design, part));

/** The members of a holder in its own coordinates. */
export const membersOfPart = (design: Pick<Design, 'parts'>, part: Part): readonly Member[] =>
  membersOf(basisOf(design, part));

const centred = (card: Card): boolean => stepReferences(card).length > 0;

const rests = (source: Part['source'], on: Resource): boolean =>
  isPrimitive(source) && primitives[source.kind].rests?.includes(on) === true;

/** Whether a part rests on nothing beside itself. */
const restsOnItself = (part: Part): boolean =>
  isPrimitive(part.source) && !primitives[part.source.kind].rests && referencesOf(part).length === 0;

/** What a source has to say, under the name of its card. */
function sourceNotes(part: Part, basis: Basis): Omit<CardFault, 'part'>[] {
  if (!isPrimitive(part.source)) return [];
  const notes = primitives[part.source.kind].notes?.(paramsOf(part.source), siblingsOf(basis)) ?? [];
  return notes.map((message) => ({ card: 'source', message, note: true }));
}

/** What a part comes to; remembered as long as it and what it rests on stay the same objects. */
export function evaluatePart(design: Pick<Design, 'parts'>, part: Part): PartResult {
  const known = memo.get(part);
  // What rests on nothing but itself is as it was.
  if (known && restsOnItself(part)) return known.result;
  const basis = basisOf(design, part);
  const children = basis.results;
  const centres = centresOf(design, part);
  const tiles = tilesOf(design, part, (p) => evaluatePart(design, p));
  if (
    known &&
    known.stamp === stampOf(part) &&
    sameList(known.children, children) &&
    sameCentres(known.centres, centres) &&
    sameTiles(known.tiles, tiles)
  )
    return known.result;

  const made = make(part, basis, centres);
  const { nodes, coats, grounds, faults } = look(part, made, basis, tiles);
  const matrix: Matrix = placeMatrix(part.place);
  const result: PartResult = {
    outline: made.outline,
    stages: made.stages,
    nodes,
    coats,
    grounds,
    node: {
      type: 'group',
      children: nodes,
      matrix,
      opacity: part.opacity,
      blend: part.blend,
      isolated: part.blend !== 'normal' || part.opacity < 1,
      part: part.id,
    },
    faults: [
      ...[...sourceNotes(part, basis), ...made.faults, ...faults].map((f) => ({ ...f, part: part.id })),
      ...children.flatMap((c) => c.faults),
    ],
  };
  memo.set(part, { stamp: stampOf(part), children, centres, tiles, result });
  return result;
}

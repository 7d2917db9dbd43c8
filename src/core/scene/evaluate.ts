import type { PartLight } from '../depth/light';
import type { Card } from '../document/card';
import type { Design, Part } from '../document/types';
import { finishesApart } from '../finish';
import { WorkFault } from '../geometry/budget';
import { placeMatrix } from '../geometry/matrix';
import type { Bounds } from '../geometry/path';
import { holders, holdsParts } from '../holder';
import type { HolderContext, Member } from '../holder/definition';
import { asPieces, mapPaths, segmentsOf } from '../outline/pieces';
import type { Outline } from '../outline/types';
import { isPrimitive, paramsOf, primitives } from '../source';
import type { Siblings } from '../source/definition';
import {
  type Basis,
  basisOf,
  holdsPainted,
  membersOf,
  restsOnItself,
  sameBasis,
  sameShapeBasis,
  siblingsOf,
} from './basis';
import { carryNodes } from './carry-nodes';
import { type Coated, coat, type PaintedWith } from './coating';
import { type EvaluationContext, outsideNow, type StandIn, sameOutside } from './context';
import { finishNodes } from './finishing';
import { lightFinder } from './light';
import { withOrigins } from './origins';
import { placedOutline } from './placed';
import type { CardFault, CoatResult, PartResult, Stepped } from './result';
import { affordPart, runSteps } from './run-steps';
import { tileOf } from './tiles';
import type { SceneNode } from './types';

export { placedOutline } from './placed';

const memo = new WeakMap<Part, { basis: Basis; result: PartResult }>();

/** Geometry outlives changes of paint: it is remembered by source, steps and what these rest on. */
const outlines = new WeakMap<Part['source'], { steps: readonly Card[]; basis: Basis; made: Stepped }>();

/** What a part's coats and finishes come to. */
interface Painted {
  readonly nodes: readonly SceneNode[];
  readonly coats: ReadonlyMap<string, CoatResult>;
  readonly finishBounds: ReadonlyMap<string, Bounds | null>;
  readonly faults: readonly Omit<CardFault, 'part'>[];
}

/** A part that only moves keeps its nodes: they are remembered by coats, finishes, geometry and what these rest on. */
const looks = new WeakMap<
  Part['coats'],
  { finishes: Part['finishes']; made: Stepped; basis: Basis; painted: Painted }
>();

/** What a holder is worked out with; parts that stand in no document meet the light that it meets. */
const holderContext = (part: Part, context: EvaluationContext): HolderContext => ({
  part,
  workOut: (p, inside = {}) => {
    const result = evaluatePart(
      { parts: inside, sheets: context.sheets, light: context.lightOn(part), standIn: context.standIn },
      p,
    );
    return { outline: placedOutline(result, p), node: result.node };
  },
});

function sourceOutline(part: Part, basis: Basis, context: EvaluationContext): Outline {
  const { source } = part;
  if (holdsParts(source)) {
    const { kind, ...params } = source;
    return holders[kind].outline(membersOf(basis, context), params, holderContext(part, context));
  }
  const { pieces, outline, borrowed } = primitives[source.kind];
  const params = paramsOf(source);
  const own = pieces ? pieces(params, siblingsOf(basis, context)) : asPieces([outline(params)]);
  if (borrowed) return own;
  let first = 0;
  return mapPaths(own, (path) => {
    const marked = withOrigins(path, part.id, first);
    first += path.contours.length;
    return marked;
  });
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

function make(part: Part, basis: Basis, context: EvaluationContext): Stepped {
  const known = outlines.get(part.source);
  if (known && known.steps === part.steps && sameShapeBasis(known.basis, basis)) return known.made;
  const { outline, fault } = attempted(() => sourceOutline(part, basis, context));
  const ran = runSteps(outline, part.steps, basis.centres);
  const made = fault ? { ...ran, faults: [fault, ...ran.faults] } : ran;
  outlines.set(part.source, { steps: part.steps, basis, made });
  return made;
}

/** What coats take of what a part rests on. */
const paintedWith = ({ light, castings, coatCentres, tiles }: Basis): PaintedWith => ({
  light,
  castings,
  centres: coatCentres,
  tile: (id) => tileOf(tiles.get(id)),
});

/** What coats painted last, by themselves: a change of a finish leaves it as it is. */
const lastCoats = new WeakMap<
  Part['coats'],
  { made: Stepped; basis: Basis; kind: string; apart: boolean; coated: Coated }
>();

function coatedOf(part: Part, made: Stepped, basis: Basis): Coated {
  const { kind } = part.source;
  const apart = finishesApart(part.finishes);
  const known = lastCoats.get(part.coats);
  if (
    known &&
    known.made === made &&
    known.kind === kind &&
    known.apart === apart &&
    sameBasis(known.basis, basis)
  )
    return known.coated;
  const coated = coat(part, made.outline, paintedWith(basis));
  lastCoats.set(part.coats, { made, basis, kind, apart, coated });
  return coated;
}

function paint(part: Part, made: Stepped, basis: Basis, context: EvaluationContext): Painted {
  const known = looks.get(part.coats);
  if (known && known.finishes === part.finishes && known.made === made && sameBasis(known.basis, basis))
    return known.painted;
  const { nodes: coated, members, behind, coats, faults } = coatedOf(part, made, basis);
  // What could not be outlined is not painted either.
  const others = made.faults.some((f) => f.card === 'source') ? [] : paintedByOthers(part, basis, context);
  const { nodes: repeated, faults: uncopied } = carryNodes(part, made, others);
  const each = repeated.map((n) => [n]);
  const painted = holdsPainted(part.source) ? [behind, ...each, coated] : [...(members ?? [coated]), ...each];
  const finishBounds = new Map<string, Bounds | null>();
  const finished = finishNodes(
    part,
    made.outline,
    paintedWith(basis),
    painted.filter((m) => m.length > 0),
    finishBounds,
  );
  const all = [...faults, ...uncopied, ...finished.faults];
  const result = { nodes: finished.nodes, coats, finishBounds, faults: all };
  looks.set(part.coats, { finishes: part.finishes, made, basis, painted: result });
  return result;
}

/** What the members of a holder paint in it, or siblings in a source. */
function paintedByOthers(part: Part, basis: Basis, context: EvaluationContext): readonly SceneNode[] {
  if (isPrimitive(part.source))
    return (
      primitives[part.source.kind].nodes?.(paramsOf(part.source), siblingsOf(basis, context), basis.laid) ??
      []
    );
  if (!holdsPainted(part.source) || !holdsParts(part.source)) return [];
  const { kind, ...params } = part.source;
  return holders[kind].nodes?.(membersOf(basis, context), params, holderContext(part, context)) ?? [];
}

/** What a source has to say, under the name of its card. */
function sourceNotes(part: Part, basis: Basis, context: EvaluationContext): Omit<CardFault, 'part'>[] {
  if (!isPrimitive(part.source)) return [];
  const notes =
    primitives[part.source.kind].notes?.(paramsOf(part.source), siblingsOf(basis, context), basis.laid) ?? [];
  return notes.map((message) => ({ card: 'source', message, note: true }));
}

/** Where parts are evaluated: among each other, on sheets with a lamp each, or in a light given. */
export interface Surroundings extends Pick<Design, 'parts'> {
  readonly sheets?: Design['sheets'];
  readonly light?: PartLight;
  readonly standIn?: StandIn;
}

/** One object as long as the parts, the sheets and what is outside stay the same. */
const contexts = new WeakMap<
  Design['parts'],
  { readonly sheets: Design['sheets'] | null; readonly context: EvaluationContext }
>();

/** What parts are worked out with; the same object as long as the parts, the sheets and what is outside stay the same. */
export function contextOf({ parts, sheets, light, standIn }: Surroundings): EvaluationContext {
  const outside = outsideNow();
  const known = contexts.get(parts);
  // Who does not say which sheets there are means those that were told.
  if (
    known &&
    sameOutside(known.context.outside, outside) &&
    known.context.standIn === standIn &&
    (!sheets || known.sheets === sheets)
  )
    return known.context;
  const context: EvaluationContext = {
    parts,
    sheets: sheets ?? [],
    outside,
    ...(standIn ? { standIn } : {}),
    lightOn: lightFinder(parts, sheets ?? [], light ?? null),
    evaluate: (part) => evaluateIn(context, part),
  };
  contexts.set(parts, { sheets: sheets ?? null, context });
  return context;
}

function evaluateIn(context: EvaluationContext, part: Part): PartResult {
  const known = memo.get(part);
  // What rests on nothing but itself is as it was.
  if (known && restsOnItself(part)) return known.result;
  const basis = basisOf(context, part);
  if (known && sameBasis(known.basis, basis)) return known.result;
  const made = make(part, basis, context);
  const { nodes, coats, finishBounds, faults } = paint(part, made, basis, context);
  const result: PartResult = {
    outline: made.outline,
    stages: made.stages,
    nodes,
    coats,
    finishBounds,
    node: {
      type: 'group',
      children: nodes,
      matrix: placeMatrix(part.place),
      opacity: part.opacity,
      blend: part.blend,
      isolated: part.blend !== 'normal' || part.opacity < 1,
      part: part.id,
    },
    faults: [
      ...[...sourceNotes(part, basis, context), ...made.faults, ...faults].map((f) => ({
        ...f,
        part: part.id,
      })),
      ...basis.results.flatMap((c) => c.faults),
    ],
  };
  memo.set(part, { basis, result });
  return result;
}

/** What a part comes to; remembered as long as it and what it rests on stay the same objects. */
export const evaluatePart = (among: Surroundings, part: Part): PartResult => contextOf(among).evaluate(part);

/** What the coats of a part paint by themselves, in its own coordinates, whatever others paint in it. */
export function paintedByCoats(among: Surroundings, part: Part): readonly SceneNode[] {
  const context = contextOf(among);
  const basis = basisOf(context, part);
  const { nodes, behind } = coat(part, make(part, basis, context).outline, paintedWith(basis));
  return [...behind, ...nodes];
}

/** What a holder among parts is worked out with. */
export const holderContextOf = (among: Surroundings, part: Part): HolderContext =>
  holderContext(part, contextOf(among));

/** The siblings that a part's source needs, in the parent's coordinates. */
export function siblingsOfPart(among: Surroundings, part: Part): Siblings {
  const context = contextOf(among);
  return siblingsOf(basisOf(context, part), context);
}

/** The members of a holder in its own coordinates. */
export function membersOfPart(among: Surroundings, part: Part): readonly Member[] {
  const context = contextOf(among);
  return membersOf(basisOf(context, part), context);
}

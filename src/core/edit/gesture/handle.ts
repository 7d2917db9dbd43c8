import { backThrough } from '../../bend/invert';
import { dragWidth, isGradient, paintOf, placeOn, shareOf } from '../../coat';
import type { Paint } from '../../coat/types';
import { type Field, keptWithin } from '../../document/fields';
import type { DragResult, Handle } from '../../document/handles';
import type { Design, Part } from '../../document/types';
import { finishes } from '../../finish';
import { finishGrips } from '../../finish/grips';
import { applyTo, invert, type Matrix, placeMatrix, rotation } from '../../geometry/matrix';
import { type Bounds, boundsMiddle } from '../../geometry/path';
import type { Point } from '../../geometry/vector';
import { joinOutline } from '../../outline/join';
import { evaluatePart, siblingsOfPart } from '../../scene/evaluate';
import { isPrimitive, primitives } from '../../source';
import { steps } from '../../step';
import { findCoat, withCoat } from '../coat-ref';
import type { Edited } from '../edited';
import { anchorOf } from '../place';
import { gradientsOf, layAlike } from '../shared-gradient';
import { fewTargets, nodesOfPath, type SnapHit, snapNodes } from '../snap';
import { normalTurn } from '../transform';
import { parentOf, withPart, worldOf } from '../tree';
import { stepAt, stepsOf, withStepsOf } from './cards';
import { roundTo } from './grain';
import { snapPoint } from './snap-point';
import { throughSteps } from './through-steps';
import { type CardRef, type GestureOf, type GestureResult, numberText } from './types';

/** A card with handles, whatever its kind. Points are in the coordinates its handles have. */
interface GripCard {
  readonly fields: readonly Field[];
  readonly handles: readonly Handle[];
  /** Whether they lie about the part's middle, in sheet units. */
  readonly aboutMiddle?: boolean;
  drag(handle: string, to: Point): DragResult<object> | undefined;
  /** What a drag of several handles by as much means. */
  dragMany?(handles: readonly string[], by: Point): DragResult<object> | undefined;
  /** What it is without what some handles stand for; null where none of them can be taken out. */
  without?(handles: readonly string[]): object | null | undefined;
  /** What one typed number means for a handle, where its kind says so. */
  typed?(handle: string, value: number): object | null | undefined;
  with(result: DragResult<object>): Part;
}

function sourceCard(design: Design, part: Part): GripCard | null {
  if (!isPrimitive(part.source)) return null;
  const { kind, ...params } = part.source;
  const definition = primitives[kind];
  const siblings = siblingsOfPart(design, part);
  return {
    fields: definition.fields,
    handles: definition.handles?.(params, siblings) ?? [],
    drag: (handle, to) => definition.drag?.(params, handle, to, siblings),
    with: ({ params: next }) => ({ ...part, source: { ...part.source, ...next } as Part['source'] }),
  };
}

type StepRef = CardRef & { readonly list: 'steps' };

/** A part after a step's drag: the step's parameters, and where the part stands with it. */
function withStepResult(part: Part, card: StepRef, { params, shift, turn }: DragResult<object>): Part {
  const list = stepsOf(part, card.coat).map((c) =>
    c.id === card.id ? { ...c, params: { ...c.params, ...params } } : c,
  );
  // A coat's steps move no part.
  if (card.coat) return withStepsOf(part, card.coat, list);
  let { place } = part;
  const m = placeMatrix(place);
  if (shift)
    place = {
      ...place,
      x: place.x + m[0] * shift.x + m[2] * shift.y,
      y: place.y + m[1] * shift.x + m[3] * shift.y,
    };
  if (turn) {
    const about = applyTo(m, turn);
    // A part that is mirrored turns the other way on the sheet.
    const angle = m[0] * m[3] - m[1] * m[2] < 0 ? -turn.angle : turn.angle;
    const at = applyTo(rotation(angle, about.x, about.y), place);
    place = { ...place, x: at.x, y: at.y, turn: normalTurn(place.turn + angle) };
  }
  return { ...part, steps: list, place };
}

/** Sets a number that a step tells of its part's place, such as a ring's radius. */
export function putPlaced(design: Design, id: string, card: string, name: string, value: number): Edited {
  const part = design.parts[id];
  const ref = { list: 'steps' as const, id: card };
  const unchanged = { design, chosen: [id], card: ref };
  const { step, context } = part ? stepAt(design, part, ref) : { step: null, context: null };
  const placed = step ? steps[step.kind].placed : undefined;
  if (!step || !context || !placed) return unchanged;
  const result = placed.write(step.params, name, value, context);
  return { ...unchanged, design: withPart(design, withStepResult(part, ref, result)) };
}

function stepCard(design: Design, part: Part, ref: StepRef): GripCard | null {
  const { step, context } = stepAt(design, part, ref);
  if (!step || !context) return null;
  const definition = steps[step.kind];
  return {
    fields: definition.fields,
    handles: definition.handles?.(step.params, context) ?? [],
    drag: (handle, to) => definition.drag?.(step.params, handle, to, context),
    dragMany: (handles, by) => definition.dragMany?.(step.params, handles, by, context),
    typed: (handle, value) => definition.typed?.(step.params, handle, value),
    without: (ids) => definition.without?.(step.params, ids),
    with: (result) => withStepResult(part, ref, result),
  };
}

function finishCard(design: Design, part: Part, id: string): GripCard | null {
  const card = part.finishes.find((c) => c.id === id);
  if (!card) return null;
  const definition = finishes[card.kind];
  const bounds = evaluatePart(design, part).finishBounds.get(id) ?? null;
  const { handles, ground } = finishGrips(definition, card.params, bounds);
  return {
    fields: definition.fields,
    handles,
    aboutMiddle: !ground,
    drag: (handle, to) =>
      ground
        ? definition.paintDrag?.(card.params, handle, to, ground)
        : definition.drag?.(card.params, handle, to),
    dragMany: (ids, by) => (ground ? definition.paintDragMany?.(card.params, ids, by, ground) : undefined),
    typed: (handle, value) => definition.typed?.(card.params, handle, value),
    without: (ids) => definition.without?.(card.params, ids),
    with: ({ params }) => ({
      ...part,
      finishes: part.finishes.map((c) => (c.id === id ? { ...c, params: { ...c.params, ...params } } : c)),
    }),
  };
}

/** The card of a part that has handles, a coat's paint aside. */
function partCard(design: Design, part: Part, card: CardRef): GripCard | null {
  if (card.list === 'source') return sourceCard(design, part);
  if (card.list === 'steps') return stepCard(design, part, card);
  return card.list === 'finishes' ? finishCard(design, part, card.id) : null;
}

/** Whether a handle stands for a place, both coordinates of it. */
function isPlace(gripCard: GripCard, { sets, place }: Handle): boolean {
  if (place) return true;
  const axes = sets?.map((name) => gripCard.fields.find((f) => f.name === name)?.axis);
  return axes?.length === 2 && axes[0] === 'x' && axes[1] === 'y';
}

/** What typed numbers mean for a handle: its parameters, or a distance along the line it is drawn on. */
function exactResult(
  gripCard: GripCard,
  id: string,
  to: Point,
  exact: readonly number[],
  toOwn: (p: Point) => Point,
): DragResult<object> | undefined {
  const handle = gripCard.handles.find((h) => h.id === id);
  if (!handle) return undefined;
  // A place is typed as the sheet tells it.
  if (exact.length > 1 && isPlace(gripCard, handle))
    return gripCard.drag(id, toOwn({ x: exact[0], y: exact[1] }));
  if (handle.sets) {
    const list = handle.sets.slice(0, exact.length).map((name, i) => {
      const field = gripCard.fields.find((f) => f.name === name);
      const v = field?.type === 'percent' ? exact[i] / 100 : exact[i];
      return [name, Math.min(field?.max ?? v, Math.max(field?.min ?? v, v))];
    });
    return { params: Object.fromEntries(list) };
  }
  const typed = exact.length === 1 ? gripCard.typed?.(id, exact[0]) : null;
  if (typed) return { params: typed };
  const { from } = handle;
  if (exact.length > 1) return gripCard.drag(id, { x: exact[0], y: exact[1] });
  if (!from) return undefined;
  const l = Math.hypot(to.x - from.x, to.y - from.y) || 1;
  const k = exact[0] / l;
  return gripCard.drag(id, { x: from.x + (to.x - from.x) * k, y: from.y + (to.y - from.y) * k });
}

/** A drag of a handle with others that were chosen with it, where its card takes several. */
function dragTogether(
  gripCard: GripCard,
  { handle, also }: GestureOf<'handle'>,
  to: Point,
): DragResult<object> | undefined {
  const grip = also?.length ? gripCard.handles.find((h) => h.id === handle) : undefined;
  return grip && gripCard.dragMany?.([handle, ...(also ?? [])], { x: to.x - grip.x, y: to.y - grip.y });
}

/** Lengths that a drag gave, in whole grains; coordinates of places are rounded where they stand. */
function roundLengths(fields: readonly Field[], params: object, grain: number | undefined): object {
  const rounded = fields.flatMap(({ name, type, axis }) => {
    const v = (params as Readonly<Record<string, unknown>>)[name];
    return type === 'length' && !axis && typeof v === 'number' ? [[name, roundTo(v, grain)]] : [];
  });
  return { ...params, ...Object.fromEntries(rounded) };
}

const say = (params: object): string =>
  Object.values(params)
    .filter((v) => typeof v === 'number')
    .map((v) => numberText(v))
    .join(', ');

/** A place that a drag set, as the sheet tells it. */
function placeRead(params: object, { sets = [], place }: Handle, world: Matrix, at: Point): Point | null {
  if (place) return applyTo(world, at);
  const [x, y] = sets.map((name) => (params as Record<string, number>)[name]);
  return Number.isFinite(x) && Number.isFinite(y) ? applyTo(world, { x, y }) : null;
}

/** What a press on a handle without a drag does. */
export function pressHandle(design: Design, id: string, ref: CardRef, handle: string): Edited {
  const unchanged = { design, chosen: [id], card: ref };
  const part = design.parts[id];
  if (!part || ref.list !== 'steps') return unchanged;
  const { step, context } = stepAt(design, part, ref);
  const params = step && context && steps[step.kind].press?.(step.params, handle, context);
  if (!step || !params) return unchanged;
  const list = stepsOf(part, ref.coat).map((c) =>
    c === step ? { ...c, params: { ...c.params, ...params } } : c,
  );
  return { ...unchanged, design: withPart(design, withStepsOf(part, ref.coat, list)) };
}

/** Moves grips of a card that can be chosen together, by sheet units. */
export function moveGrips(
  design: Design,
  id: string,
  ref: CardRef,
  handles: readonly string[],
  by: Point,
): Edited {
  const unchanged = { design, chosen: [id], card: ref };
  const part = design.parts[id];
  const back = part && invert(worldOf(design, id));
  const gripCard = part ? partCard(design, part, ref) : null;
  if (!back || !gripCard || gripCard.aboutMiddle) return unchanged;
  const [from, to] = [applyTo(back, { x: 0, y: 0 }), applyTo(back, by)];
  const result = gripCard.dragMany?.(handles, { x: to.x - from.x, y: to.y - from.y });
  return result ? { ...unchanged, design: withPart(design, gripCard.with(result)) } : unchanged;
}

/** Takes out what chosen grips of a card stand for, such as pins; the same design where nothing can be. */
export function removeGrips(design: Design, id: string, ref: CardRef, handles: readonly string[]): Edited {
  const unchanged = { design, chosen: [id], card: ref };
  const part = design.parts[id];
  const gripCard = part ? partCard(design, part, ref) : null;
  const params = gripCard?.without?.(handles);
  return gripCard && params
    ? { ...unchanged, design: withPart(design, gripCard.with({ params })) }
    : unchanged;
}

/** A step's place laid on a point of the shape that it is given, or on its middle. */
function ownPlaces(
  design: Design,
  part: Part,
  card: StepRef,
  handle: string,
  to: Point,
  reach: number,
): SnapHit[] {
  const gripCard = stepCard(design, part, card);
  const { context } = stepAt(design, part, card);
  const grip = gripCard?.handles.find((h) => h.id === handle);
  if (!gripCard || !context || !grip || !isPlace(gripCard, grip)) return [];
  const { bounds: b, outline } = context;
  const middle = boundsMiddle(b);
  const nodes = nodesOfPath(joinOutline(outline));
  const world = worldOf(design, part.id);
  const named = (list: readonly Point[], what: string) => list.map((q) => ({ ...applyTo(world, q), what }));
  const targets = [...named([middle], `middle of ${part.name}`), ...named(nodes, `node of ${part.name}`)];
  return snapNodes(fewTargets(targets), [to], reach);
}

/** Drags a handle of one card of a part. */
export function dragHandle(
  design: Design,
  sheetId: string,
  g: GestureOf<'handle'>,
  reach: number,
): GestureResult {
  const part = design.parts[g.id];
  const world = worldOf(design, g.id);
  const back = invert(world);
  if (!part || !back) return { design, hits: [], readout: '' };
  const { card, handle } = g;
  const own = card.list === 'steps' && reach > 0 ? ownPlaces(design, part, card, handle, g.to, reach) : [];
  const grain = g.exact ? undefined : g.grain;
  const { p, hits } = own.length
    ? { p: { x: g.to.x + own[0].shift, y: g.to.y + own[1].shift }, hits: own }
    : snapPoint(design, sheetId, parentOf(design, g.id), [g.id], g.to, reach, grain);
  if (card.list === 'coats') return { ...dragPaint(design, part, g, p, back), hits };

  const gripCard = partCard(design, part, card);
  let at = applyTo(back, p);
  const through = card.list === 'source' ? throughSteps(part, evaluatePart(design, part)) : null;
  const gripped = through && gripCard?.handles.find((h) => h.id === handle);
  if (through && gripped) at = backThrough(through, at, gripped);
  if (gripCard?.aboutMiddle) {
    // Shadows fall on the sheet: their handles stand about the part's anchor, in sheet units.
    const centre = applyTo(world, anchorOf(design, part));
    at = { x: p.x - centre.x, y: p.y - centre.y };
  }
  const toOwn = (q: Point) => applyTo(back, q);
  const meant =
    gripCard &&
    (g.exact
      ? exactResult(gripCard, handle, at, g.exact, toOwn)
      : (dragTogether(gripCard, g, at) ?? gripCard.drag(handle, at)));
  if (!gripCard || !meant) return { design, hits, readout: '' };
  const params = g.exact ? meant.params : roundLengths(gripCard.fields, meant.params, g.grain);
  const result = { ...meant, params: keptWithin(gripCard.fields, params) };
  const stands = gripCard.handles.find((h) => h.id === handle);
  const place = stands && isPlace(gripCard, stands) ? placeRead(result.params, stands, world, at) : null;
  return { design: withPart(design, gripCard.with(result)), hits, readout: say(place ?? result.params) };
}

/** Other grips moved by as much as the one that is dragged. */
function withOthers(before: Paint, after: Paint, g: GestureOf<'handle'>, to: Point, bounds: Bounds): Paint {
  const definition = paintOf(before);
  const grips = new Map((definition.handles?.(before, bounds) ?? []).map((h) => [h.id, h]));
  const own = grips.get(g.handle);
  if (!own) return after;
  return (g.also ?? []).reduce((paint, id) => {
    const grip = grips.get(id);
    const at = grip && { x: grip.x + to.x - own.x, y: grip.y + to.y - own.y };
    return (at && definition.drag?.(paint, id, at, bounds)) ?? paint;
  }, after);
}

/** A grip of a paint dragged to a place on the sheet; `back` leads to the part's own coordinates. */
function dragPaint(
  design: Design,
  part: Part,
  g: GestureOf<'handle'>,
  p: Point,
  back: Matrix,
): Pick<GestureResult, 'design' | 'readout'> {
  const { card, exact } = g;
  const found = card.list === 'coats' ? findCoat(design, { id: part.id, coat: card.id }) : null;
  if (!found) return { design, readout: '' };
  const { coat, bounds, stages } = found;
  if (coat.kind === 'stroke' && g.handle.startsWith('width-')) {
    const { widths } = dragWidth(coat, g.handle, applyTo(back, p), stages.at(-1)?.outline ?? []);
    const share = widths[Number(g.handle.slice(6))];
    return { design: withCoat(design, found, { widths }), readout: `${numberText(share * 100, 1)} %` };
  }
  const { paint } = coat;
  const definition = paintOf(paint);
  const fixed = isGradient(paint) && paint.fixed;
  let to = fixed ? p : applyTo(back, p);
  if (exact && exact.length > 1)
    to = fixed ? { x: exact[0], y: exact[1] } : placeOn(bounds, exact[0] / 100, exact[1] / 100);
  const typed = exact?.length === 1 ? definition.typed?.(paint, g.handle, exact[0]) : null;
  let next = typed ?? definition.drag?.(paint, g.handle, to, bounds) ?? paint;
  if (g.also?.length) next = withOthers(paint, next, g, to, bounds);
  next = keptWithin(definition.stored, next);
  const share = shareOf(bounds, to);
  const own = withCoat(design, found, { paint: next });
  return {
    design: g.alike && isGradient(next) ? layAlike(own, gradientsOf(own, g.alike), next) : own,
    readout: fixed
      ? `${numberText(to.x)}, ${numberText(to.y)}`
      : `${numberText(share.x * 100, 1)} %, ${numberText(share.y * 100, 1)} %`,
  };
}

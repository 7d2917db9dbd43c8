import { dragWidth, isGradient, paintOf, placeOn, shareOf } from '../../coat';
import type { Paint } from '../../coat/types';
import type { Field } from '../../document/fields';
import type { DragResult, Handle } from '../../document/handles';
import type { Design, Part } from '../../document/types';
import { finishes } from '../../finish';
import { applyTo, invert, type Matrix, placeMatrix, rotation } from '../../geometry/matrix';
import type { Bounds } from '../../geometry/path';
import type { Point } from '../../geometry/vector';
import { evaluatePart, siblingsOfPart } from '../../scene/evaluate';
import { isPrimitive, primitives } from '../../source';
import { steps } from '../../step';
import { findCoat, withCoat } from '../coat-ref';
import type { Edited } from '../edited';
import { anchorOf } from '../place';
import { gradientsOf, layAlike } from '../shared-gradient';
import { normalTurn } from '../transform';
import { parentOf, withPart, worldOf } from '../tree';
import { stepAt, stepsOf, withStepsOf } from './cards';
import { snapPoint } from './snap-point';
import { type CardRef, type GestureOf, type GestureResult, shown } from './types';

/** A card with handles, whatever its kind. Points are in the coordinates its handles have. */
interface Holder {
  readonly fields: readonly Field[];
  readonly handles: readonly Handle[];
  drag(handle: string, to: Point): DragResult<object> | undefined;
  /** What one typed number means for a handle, where its kind says so. */
  typed?(handle: string, value: number): object | null | undefined;
  with(result: DragResult<object>): Part;
}

function sourceHolder(design: Design, part: Part): Holder | null {
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

function stepHolder(design: Design, part: Part, ref: StepRef): Holder | null {
  const { step, context } = stepAt(design, part, ref);
  if (!step || !context) return null;
  const definition = steps[step.kind];
  return {
    fields: definition.fields,
    handles: definition.handles?.(step.params, context) ?? [],
    drag: (handle, to) => definition.drag?.(step.params, handle, to, context),
    typed: (handle, value) => definition.typed?.(step.params, handle, value),
    with: (result) => withStepResult(part, ref, result),
  };
}

function finishHolder(design: Design, part: Part, id: string): Holder | null {
  const card = part.finishes.find((c) => c.id === id);
  if (!card) return null;
  const definition = finishes[card.kind];
  const ground = evaluatePart(design, part).finishBounds.get(id);
  return {
    fields: definition.fields,
    handles:
      (ground ? definition.paintHandles?.(card.params, ground) : definition.handles?.(card.params)) ?? [],
    drag: (handle, to) =>
      ground
        ? definition.paintDrag?.(card.params, handle, to, ground)
        : definition.drag?.(card.params, handle, to),
    with: ({ params }) => ({
      ...part,
      finishes: part.finishes.map((c) => (c.id === id ? { ...c, params: { ...c.params, ...params } } : c)),
    }),
  };
}

/** Whether a handle stands for a place, both coordinates of it. */
function isPlace(holder: Holder, { sets }: Handle): boolean {
  const axes = sets?.map((name) => holder.fields.find((f) => f.name === name)?.axis);
  return axes?.length === 2 && axes[0] === 'x' && axes[1] === 'y';
}

/** What typed numbers mean for a handle: its parameters, or a distance along the line it is drawn on. */
function exactResult(
  holder: Holder,
  id: string,
  to: Point,
  exact: readonly number[],
  toOwn: (p: Point) => Point,
): DragResult<object> | undefined {
  const handle = holder.handles.find((h) => h.id === id);
  if (!handle) return undefined;
  // A place is typed as the sheet tells it.
  if (exact.length > 1 && isPlace(holder, handle))
    return holder.drag(id, toOwn({ x: exact[0], y: exact[1] }));
  if (handle.sets) {
    const list = handle.sets.slice(0, exact.length).map((name, i) => {
      const field = holder.fields.find((f) => f.name === name);
      const v = field?.type === 'percent' ? exact[i] / 100 : exact[i];
      return [name, Math.min(field?.max ?? v, Math.max(field?.min ?? v, v))];
    });
    return { params: Object.fromEntries(list) };
  }
  const typed = exact.length === 1 ? holder.typed?.(id, exact[0]) : null;
  if (typed) return { params: typed };
  const { from } = handle;
  if (exact.length > 1) return holder.drag(id, { x: exact[0], y: exact[1] });
  if (!from) return undefined;
  const l = Math.hypot(to.x - from.x, to.y - from.y) || 1;
  const k = exact[0] / l;
  return holder.drag(id, { x: from.x + (to.x - from.x) * k, y: from.y + (to.y - from.y) * k });
}

const say = (params: object): string =>
  Object.values(params)
    .filter((v) => typeof v === 'number')
    .map((v) => shown(v))
    .join(', ');

/** A place that a drag set, as the sheet tells it. */
function readPlace(params: object, { sets = [] }: Handle, world: Matrix): Point | null {
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
  const { p, hits } = snapPoint(design, sheetId, parentOf(design, g.id), [g.id], g.to, reach);
  const { card, handle } = g;
  if (card.list === 'coats') return { ...dragPaint(design, part, g, p, back), hits };

  const holder =
    card.list === 'source'
      ? sourceHolder(design, part)
      : card.list === 'steps'
        ? stepHolder(design, part, card)
        : finishHolder(design, part, card.id);
  let at = applyTo(back, p);
  if (card.list === 'finishes' && !evaluatePart(design, part).finishBounds.has(card.id)) {
    // Shadows fall on the sheet: their handles stand about the part's anchor, in sheet units.
    const centre = applyTo(world, anchorOf(design, part));
    at = { x: p.x - centre.x, y: p.y - centre.y };
  }
  const toOwn = (q: Point) => applyTo(back, q);
  const result =
    holder && (g.exact ? exactResult(holder, handle, at, g.exact, toOwn) : holder.drag(handle, at));
  if (!holder || !result) return { design, hits, readout: '' };
  const stands = holder.handles.find((h) => h.id === handle);
  const place = stands && isPlace(holder, stands) ? readPlace(result.params, stands, world) : null;
  return { design: withPart(design, holder.with(result)), hits, readout: say(place ?? result.params) };
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
    return { design: withCoat(design, found, { widths }), readout: `${shown(share * 100, 1)} %` };
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
  const share = shareOf(bounds, to);
  const own = withCoat(design, found, { paint: next });
  return {
    design: g.alike && isGradient(next) ? layAlike(own, gradientsOf(own, g.alike), next) : own,
    readout: fixed
      ? `${shown(to.x)}, ${shown(to.y)}`
      : `${shown(share.x * 100, 1)} %, ${shown(share.y * 100, 1)} %`,
  };
}

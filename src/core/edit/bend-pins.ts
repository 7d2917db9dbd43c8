import { gridFrame } from '../bend/grid/grid-map';
import { comesFrom } from '../bend/invert';
import type { PlaneMap } from '../bend/map';
import { mostPins, pinNumbers, pinsFrom, plainPin } from '../bend/pins/pin';
import type { Card } from '../document/card';
import type { Design, Part } from '../document/types';
import { WorkFault } from '../geometry/budget';
import { applyTo, invert } from '../geometry/matrix';
import { type Bounds, growBounds } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { evaluatePart } from '../scene/evaluate';
import { steps } from '../step';
import { pinPlace } from '../step/bend-pins';
import type { Edited } from './edited';
import { stepAt, stepsOf, withStepsOf } from './gesture/cards';
import type { CardRef } from './gesture/types';
import { withPart, worldOf } from './tree';

/** How far beside what it holds a pin may stand, as a share of its size. */
const beside = 0.03;

const holds = (b: Bounds, { x, y }: Point): boolean => x >= b.x0 && x <= b.x1 && y >= b.y0 && y <= b.y1;

/** A card of pins, what it bends, and the part with the card changed. */
interface PinsCard {
  readonly card: Card;
  readonly bounds: Bounds;
  with(card: Card): Part;
}

function pinsCard(design: Design, part: Part, ref: CardRef): PinsCard | null {
  const put = (list: readonly Card[], next: Card) => list.map((c) => (c.id === next.id ? next : c));
  if (ref.list === 'steps') {
    const { step, context } = stepAt(design, part, ref);
    if (step?.kind !== 'bend-pins' || !context) return null;
    const list = stepsOf(part, ref.coat);
    return {
      card: step,
      bounds: context.bounds,
      with: (next) => withStepsOf(part, ref.coat, put(list, next)),
    };
  }
  const card = ref.list === 'finishes' ? part.finishes.find((c) => c.id === ref.id) : undefined;
  const bounds = card && evaluatePart(design, part).finishBounds.get(card.id);
  if (card?.kind !== 'bend-pins-painted' || !bounds) return null;
  return { card, bounds, with: (next) => ({ ...part, finishes: put(part.finishes, next) }) };
}

/** The map of a card of pins, done once; null where they do nothing, why there is none in words. */
function mapOf(card: Card, bounds: Bounds): PlaneMap | string | null {
  try {
    return steps['bend-pins'].map?.({ ...card.params, times: 1 }, { bounds, outline: [] }) ?? null;
  } catch (e) {
    if (!(e instanceof WorkFault)) throw e;
    return e.message;
  }
}

/** Adds a pin to a card of pins where the sheet is pressed: it holds what now lies there, as it lies after one time. */
export function addPin(design: Design, id: string, ref: CardRef, at: Point): Edited {
  const unchanged = { design, chosen: [id], card: ref };
  const part = design.parts[id];
  const found = part && pinsCard(design, part, ref);
  const back = part && invert(worldOf(design, id));
  if (!found || !back) return unchanged;
  const { card, bounds } = found;
  const pins = pinsFrom(card.params.pins as readonly number[]);
  if (pins.length >= mostPins)
    return { ...unchanged, said: `There are ${mostPins} pins, which is as many as there may be.` };
  const to = applyTo(back, at);
  const map = mapOf(card, bounds);
  if (typeof map === 'string') return { ...unchanged, said: map };
  const from = map ? comesFrom(map, to, gridFrame(bounds)) : to;
  if (
    !from ||
    !holds(
      growBounds(gridFrame(bounds), beside * Math.max(bounds.x1 - bounds.x0, bounds.y1 - bounds.y0)),
      from,
    )
  )
    return { ...unchanged, said: 'There is nothing to pin here: press on the part.' };
  const [stands, goes] = [pinPlace(bounds, from), pinPlace(bounds, to)];
  const pin = { ...plainPin(stands.x, stands.y), ...(map ? { toX: goes.x, toY: goes.y } : {}) };
  const params = { ...card.params, pins: pinNumbers([...pins, pin]) };
  return { ...unchanged, design: withPart(design, found.with({ ...card, params })) };
}

import { gridFrame } from '../bend/grid/grid-map';
import { comesFrom } from '../bend/invert';
import { mostPins, pinNumbers, pinsFrom, plainPin } from '../bend/pins/pin';
import type { Design } from '../document/types';
import { applyTo, invert } from '../geometry/matrix';
import type { Point } from '../geometry/vector';
import { steps } from '../step';
import { pinPlace } from '../step/bend-pins';
import type { Edited } from './edited';
import { stepAt, stepsOf, withStepsOf } from './gesture/cards';
import type { CardRef } from './gesture/types';
import { withPart, worldOf } from './tree';

/** Adds a pin to a step of pins where the sheet is pressed: it holds what now lies there, as it lies after one time. */
export function addPin(design: Design, id: string, ref: CardRef, at: Point): Edited {
  const unchanged = { design, chosen: [id], card: ref };
  const part = design.parts[id];
  const { step, context } = part ? stepAt(design, part, ref) : { step: null, context: null };
  const back = part && invert(worldOf(design, id));
  if (!step || !context || !back || ref.list !== 'steps' || step.kind !== 'bend-pins') return unchanged;
  const pins = pinsFrom(step.params.pins as readonly number[]);
  if (pins.length >= mostPins)
    return { ...unchanged, said: `There are ${mostPins} pins, which is as many as there may be.` };
  const to = applyTo(back, at);
  const map = steps[step.kind].map?.({ ...step.params, times: 1 }, context);
  const from = map ? comesFrom(map, to, gridFrame(context.bounds)) : to;
  if (!from) return unchanged;
  const [stands, goes] = [pinPlace(context.bounds, from), pinPlace(context.bounds, to)];
  const pin = { ...plainPin(stands.x, stands.y), ...(map ? { toX: goes.x, toY: goes.y } : {}) };
  const params = { ...step.params, pins: pinNumbers([...pins, pin]) };
  const list = stepsOf(part, ref.coat).map((c) => (c === step ? { ...c, params } : c));
  return { ...unchanged, design: withPart(design, withStepsOf(part, ref.coat, list)) };
}

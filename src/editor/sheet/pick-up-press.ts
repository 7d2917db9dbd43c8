import type { Point } from '@/core';
import { type Aspect, pickUp, putColour } from '@/core/edit';
import { coatOfCard } from '../bench/cards';
import { noteColour } from '../fields/colour/recent';
import { changeParts } from '../state/actions';
import { inTurn } from '../state/history';
import { get, say } from '../state/store';
import { studioEngine } from '../state/studio';
import { type Press, surface } from './surface';

async function takeColour(x: number, y: number): Promise<void> {
  const colour = await studioEngine().studio.colourAt(x, y);
  const { chosen, grips } = get();
  noteColour(colour);
  changeParts('Pick up colour', chosen, (p) => putColour(p, colour, grips, coatOfCard(get().card)));
  say(`Picked up ${colour}.`);
}

/** A press on a part gives the chosen parts what is asked for of its look; what is done next comes after it. */
export function pressToPickUp(e: Press): void {
  const at = surface.onSheet(surface.inView(e));
  void inTurn(() => pickUpAt(at));
}

async function pickUpAt(at: Point): Promise<void> {
  const { chosen, pickUp: aspect, design, view } = get();
  if (!chosen.length) {
    say('Choose the parts that are to take something up first.');
    return;
  }
  if (aspect === 'colour') {
    await takeColour(at.x, at.y);
    return;
  }
  const id = await studioEngine().studio.pickDeep(at.x, at.y, 4 / view.zoom, chosen);
  const from = id && design?.parts[id];
  if (!from) {
    say('There is no other part here.');
    return;
  }
  changeParts('Pick up', chosen, (p) =>
    pickUp(p, from, aspect as Exclude<Aspect, 'colour'>, coatOfCard(get().card)),
  );
  say(`Picked up from ${from.name}.`);
}

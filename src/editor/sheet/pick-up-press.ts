import { isGradient, type Paint, type Part, withNode } from '@/core';
import { type Aspect, pickUp } from '@/core/edit';
import { noteColour } from '../fields/colour/recent';
import { changeParts } from '../state/actions';
import { get, say } from '../state/store';
import { studioEngine } from '../state/studio';
import { type Press, surface } from './surface';

/** A paint with a colour put where grips are chosen, else everywhere it has one. */
function withColour(paint: Paint, grips: readonly string[], colour: string): Paint {
  if (paint.kind === 'mesh') {
    const nodes = grips.filter((g) => g.startsWith('node-')).map((g) => Number(g.slice(5)));
    return nodes.reduce((p, i) => withNode(p, i, { colour }), paint);
  }
  if (paint.kind === 'solid' || paint.kind === 'grain') return { ...paint, colour };
  if (paint.kind === 'corners') {
    const [corner] = grips;
    return corner && corner in paint ? { ...paint, [corner]: colour } : paint;
  }
  if (!isGradient(paint)) return paint;
  const stop = grips.find((g) => g.startsWith('stop-'));
  const index = stop ? Number(stop.slice(5)) : 0;
  return { ...paint, stops: paint.stops.map((s, i) => (i === index ? { ...s, colour } : s)) };
}

/** The coat that a part takes colours and paints into. */
function coatFor(part: Part): string | undefined {
  const { card } = get();
  const at = card?.list === 'coats' ? card.id : card?.list === 'steps' ? card.coat : undefined;
  return part.coats.find((c) => c.id === at)?.id ?? part.coats.at(-1)?.id;
}

async function takeColour(x: number, y: number): Promise<void> {
  const colour = await studioEngine().studio.colourAt(x, y);
  const { chosen, grips } = get();
  noteColour(colour);
  changeParts('Pick up colour', chosen, (p) => {
    const id = coatFor(p);
    return {
      ...p,
      coats: p.coats.map((c) => (c.id === id ? { ...c, paint: withColour(c.paint, grips, colour) } : c)),
    };
  });
  say(`Picked up ${colour}.`);
}

/** A press on a part gives the chosen parts what is asked for of its look. */
export async function pressToPickUp(e: Press): Promise<void> {
  const at = surface.onSheet(surface.inView(e));
  const { chosen, pickUp: aspect, design, scope, view } = get();
  if (!chosen.length) {
    say('Choose the parts that are to take something up first.');
    return;
  }
  if (aspect === 'colour') {
    await takeColour(at.x, at.y);
    return;
  }
  const ids = await studioEngine().studio.pick(scope, at.x, at.y, 4 / view.zoom);
  const from = ids.map((id) => design?.parts[id]).find((p) => p && !chosen.includes(p.id));
  if (!from) {
    say('There is no other part here.');
    return;
  }
  changeParts('Pick up', chosen, (p) => pickUp(p, from, aspect as Exclude<Aspect, 'colour'>, coatFor(p)));
  say(`Picked up from ${from.name}.`);
}

import { type Coat, coloursOf, paints, shadeOf } from '../coat';
import type { Card } from '../document/card';
import { makeCoat, makeStep } from '../document/create';
import type { Design, Part } from '../document/types';
import { applyTo, invert } from '../geometry/matrix';
import { type Bounds, boundsMiddle } from '../geometry/path';
import { evaluatePart } from '../scene/evaluate';
import { steps } from '../step';
import type { Edited } from './edited';
import { liesOn } from './lies-on';
import { jointBounds } from './pick';
import { topmost, withParts, worldOf } from './tree';

/** The steps that give thickness, by their kinds. */
export const thicknesses = ['slab', 'vanish', 'chamfer'] as const;
export type Thickness = (typeof thicknesses)[number];

/** Whether its coat lies over all others, as a rim does, rather than beneath. */
const onTop: Readonly<Record<Thickness, boolean>> = { slab: false, vanish: false, chamfer: true };

/** How far below what is given thickness its vanishing point lies, against the height of that. */
const below = 1.5;

/** The colour that a part's front has, as hex: that of its topmost fill. */
function frontColour({ coats }: Part): string | null {
  const fill = coats.findLast((c) => c.on && c.kind === 'fill');
  return (fill && coloursOf(fill.paint).at(-1)) ?? null;
}

/** A coat that paints thickness by the light and in the colour of the front. */
function thicknessCoat(part: Part, step: Card, kind: Thickness): Coat {
  const own = frontColour(part);
  const paint = own ? { ...paints.lit.defaults, colour: own, shade: shadeOf(own) } : paints.lit.defaults;
  return makeCoat('fill', { paint, steps: [step], behind: !onTop[kind] });
}

/** One vanishing point for several parts, in the coordinates of one of them. */
function sharedPoint(design: Design, id: string, over: Bounds): { pointX: number; pointY: number } | null {
  const back = invert(worldOf(design, id));
  if (!back) return null;
  const p = applyTo(back, { x: boundsMiddle(over).x, y: over.y1 + (over.y1 - over.y0) * below });
  return { pointX: p.x, pointY: p.y };
}

/** Gives parts thickness, or a rim: a coat of their own each, beneath all others or on top. Several that vanish do so toward one point. */
export function giveThickness(design: Design, ids: readonly string[], kind: Thickness): Edited {
  const chosen = topmost(design, ids);
  const over = kind === 'vanish' && chosen.length > 1 ? jointBounds(design, chosen) : null;
  let card: Edited['card'];
  const parts = chosen.flatMap((id): Part[] => {
    const part = design.parts[id];
    const stage = evaluatePart(design, part).stages.at(-1);
    if (!stage) return [];
    const suited = steps[kind].suited?.(stage.bounds, liesOn(design, id, stage.outline, stage.bounds));
    const step = makeStep(kind, { ...suited, ...(over && sharedPoint(design, id, over)) });
    const coat = thicknessCoat(part, step, kind);
    card = { list: 'steps', id: step.id, coat: coat.id };
    return [{ ...part, coats: onTop[kind] ? [...part.coats, coat] : [coat, ...part.coats] }];
  });
  return { design: withParts(design, parts), chosen, ...(parts.length === 1 && card ? { card } : {}) };
}

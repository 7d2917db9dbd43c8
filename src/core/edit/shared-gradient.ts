import { isGradient, placeOn } from '../coat';
import type { Coat, Gradient } from '../coat/types';
import type { Design, Part } from '../document/types';
import { type CoatRef, findCoat, withCoat } from './coat-ref';
import type { Edited } from './edited';
import { jointBounds } from './pick';

type GradientCoat = Coat & { readonly paint: Gradient };

const hasGradient = (c: Coat): c is GradientCoat => c.on && isGradient(c.paint);

const topGradient = (part: Part | undefined): GradientCoat | undefined =>
  part?.coats.filter(hasGradient).at(-1);

/** The topmost coat with a gradient of each part that has one, and how many stops that has. */
export const gradientsOf = (
  design: Design,
  ids: readonly string[],
): readonly (CoatRef & { readonly stops: number })[] =>
  ids.flatMap((id) => {
    const coat = topGradient(design.parts[id]);
    return coat ? [{ id, coat: coat.id, stops: coat.paint.stops.length }] : [];
  });

/** A gradient with the line of another; the places of its stops too, where there are as many. */
function onLineOf(own: Gradient, lead: Gradient): Gradient {
  const { x1, y1, x2, y2, fixed } = lead;
  const stops =
    own.stops.length === lead.stops.length
      ? own.stops.map((s, i) => {
          const { at, mid } = lead.stops[i];
          const { mid: _, ...rest } = s;
          return { ...rest, at, ...(mid === undefined ? {} : { mid }) };
        })
      : own.stops;
  const line = { x1, y1, x2, y2, fixed, stops };
  if (own.kind !== 'radial' || lead.kind !== 'radial') return { ...own, ...line };
  return { ...own, ...line, ratio: lead.ratio, focusX: lead.focusX, focusY: lead.focusY };
}

const changed = (design: Design, refs: readonly CoatRef[], change: (own: Gradient) => Gradient): Design =>
  refs.reduce((d, ref) => {
    const found = findCoat(d, ref);
    return found && isGradient(found.coat.paint)
      ? withCoat(d, found, { paint: change(found.coat.paint) })
      : d;
  }, design);

/** Other gradients laid as one of them is: by the same shares of their bounds, or on the same place of the sheet. */
export const layAlike = (design: Design, refs: readonly CoatRef[], lead: Gradient): Design =>
  changed(design, refs, (own) => onLineOf(own, lead));

/** One gradient, that of the first part which has one, fixed to the sheet and run over all of the parts together. */
export function spreadGradient(design: Design, ids: readonly string[]): Edited {
  const refs = gradientsOf(design, ids);
  const lead = topGradient(design.parts[refs[0]?.id])?.paint;
  const bounds = jointBounds(
    design,
    refs.map((r) => r.id),
  );
  if (!lead || !bounds) return { design, chosen: ids };
  const box = lead.fixed ? null : bounds;
  const [a, b] = box
    ? [placeOn(box, lead.x1, lead.y1), placeOn(box, lead.x2, lead.y2)]
    : [
        { x: lead.x1, y: lead.y1 },
        { x: lead.x2, y: lead.y2 },
      ];
  const paint = { ...lead, x1: a.x, y1: a.y, x2: b.x, y2: b.y, fixed: true };
  return { design: changed(design, refs, () => paint), chosen: ids };
}

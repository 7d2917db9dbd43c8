import { isGradient, type Point, withoutStop } from '@/core';
import type { SheetHandle } from '@/core/edit';
import { changePart, run } from '../state/actions';
import { get, set } from '../state/store';
import { type Press, surface } from './surface';
import { toView } from './view';

/** How far off its line a stop must be let go to be taken out, CSS pixels. */
const off = 56;

/** The coat whose gradient has a line on the sheet; null where there is none: conic ones go round. */
function gradientAtHand() {
  const { design, chosen, card } = get();
  const coat =
    card?.list === 'coats' && chosen.length === 1
      ? design?.parts[chosen[0]]?.coats.find((c) => c.id === card.id)
      : undefined;
  return coat && isGradient(coat.paint) && coat.paint.kind !== 'conic'
    ? { id: chosen[0], coat: coat.id, stops: coat.paint.stops }
    : null;
}

/** Adds a stop where the line of the gradient at hand is pressed. */
export function pressGradientLine(e: Press): void {
  const at = gradientAtHand();
  if (!at || e.button !== 0) return;
  e.stopPropagation();
  const { id, coat, stops } = at;
  const place = surface.onSheet(surface.inView(e));
  void run('Add stop', { do: 'add-stop', coat: { id, coat }, at: place }).then(() =>
    set({ grips: [`stop-${stops.length}`] }),
  );
}

/** Whether a stop that is let go at a place of the view is so far off that it goes. */
export function isOffLine(h: SheetHandle, p: Point): boolean {
  const { report, view } = get();
  const ends = ['start', 'end'].map((id) => report?.handles.find((g) => g.id === id));
  if (!h.id.startsWith('stop-') || !gradientAtHand() || !ends[0] || !ends[1]) return false;
  const [a, b] = [toView(view, ends[0]), toView(view, ends[1])];
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  return Math.abs((p.x - a.x) * dy - (p.y - a.y) * dx) / (Math.hypot(dx, dy) || 1) > off;
}

/** Takes a stop out; the last one stays. */
export function removeStop(h: SheetHandle): void {
  const at = gradientAtHand();
  if (!at) return;
  changePart('Remove stop', at.id, (p) => ({
    ...p,
    coats: p.coats.map((c) =>
      c.id === at.coat && isGradient(c.paint)
        ? { ...c, paint: { ...c.paint, stops: withoutStop(c.paint.stops, Number(h.id.slice(5))) } }
        : c,
    ),
  }));
  set({ grips: [] });
}

import { isGradient, type Point, rampOf, type Stop } from '@/core';
import type { SheetHandle } from '@/core/edit';
import { changePart } from '../state/actions';
import { get, set } from '../state/store';
import { type Press, surface } from './surface';
import { toView } from './view';

/** How far off its line a stop must be let go to be taken out, CSS pixels. */
const off = 56;

/** The two ends of the gradient at hand as they stand in the view; null for one that goes round. */
function lineInView(): readonly [Point, Point] | null {
  const { report, view, design, chosen, card } = get();
  const coat = card?.list === 'coats' && design?.parts[chosen[0]]?.coats.find((c) => c.id === card.id);
  if (!coat || coat.paint.kind === 'conic') return null;
  const [a, b] = ['start', 'end'].map((id) => report?.handles.find((h) => h.id === id));
  return a && b ? [toView(view, a), toView(view, b)] : null;
}

/** How far along the line a place of the view lies, 0–1, and how far from it. */
function onLine([a, b]: readonly [Point, Point], p: Point): { at: number; away: number } {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const l = dx * dx + dy * dy || 1;
  const at = ((p.x - a.x) * dx + (p.y - a.y) * dy) / l;
  return { at, away: Math.hypot(p.x - a.x - at * dx, p.y - a.y - at * dy) };
}

function withStops(
  label: string,
  change: (stops: readonly Stop[], ramp: (t: number) => string) => readonly Stop[],
): void {
  const { card, chosen } = get();
  if (card?.list !== 'coats' || chosen.length !== 1) return;
  changePart(label, chosen[0], (p) => ({
    ...p,
    coats: p.coats.map((c) =>
      c.id === card.id && isGradient(c.paint)
        ? { ...c, paint: { ...c.paint, stops: change(c.paint.stops, rampOf(c.paint)) } }
        : c,
    ),
  }));
}

/** Adds a stop where the line of the gradient at hand is pressed. */
export function pressGradientLine(e: Press): void {
  const line = lineInView();
  if (!line || e.button !== 0) return;
  e.stopPropagation();
  const at = Math.min(1, Math.max(0, onLine(line, surface.inView(e)).at));
  withStops('Add stop', (stops, ramp) => {
    set({ grips: [`stop-${stops.length}`] });
    return [...stops, { at: Number(at.toFixed(4)), colour: ramp(at) }];
  });
}

/** Whether a stop that is let go at a place of the view is so far off that it goes. */
export function isOffLine(h: SheetHandle, p: Point): boolean {
  const line = h.id.startsWith('stop-') ? lineInView() : null;
  return line !== null && onLine(line, p).away > off;
}

/** Takes a stop out; the last one stays. */
export function removeStop(h: SheetHandle): void {
  const index = Number(h.id.slice(5));
  withStops('Remove stop', (stops) => (stops.length > 1 ? stops.filter((_, i) => i !== index) : stops));
  set({ grips: [] });
}

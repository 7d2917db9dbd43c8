import { type Bounds, growBounds, type Point } from '@/core';
import { get, type View } from '../state/store';
import { keepTyped, lettersWithin } from '../state/typing';
import { Drag } from './gestures';
import { type Press, surface } from './surface';
import { toView } from './view';

/** How far the turning grip stands above the letters, CSS pixels. */
const above = 26;

const held = () => {
  const { typing, report } = get();
  return typing?.held ? lettersWithin(report?.lettering?.letters, typing) : [];
};

type Corners = readonly (readonly Point[])[];

/** The box of some letters' corners in the view. */
function boxOf(view: View, corners: Corners): Bounds {
  const points = corners.flat().map((c) => toView(view, c));
  const xs = points.map((p) => p.x);
  const ys = points.map((p) => p.y);
  return { x0: Math.min(...xs), y0: Math.min(...ys), x1: Math.max(...xs), y1: Math.max(...ys) };
}

/** Where the grips of letters stand in the view: one turns, one scales. */
export function gripPlaces(view: View, corners: Corners): { turn: Point; foot: Point; scale: Point } {
  const b = boxOf(view, corners);
  const x = (b.x0 + b.x1) / 2;
  return { turn: { x, y: b.y0 - above }, foot: { x, y: b.y0 }, scale: { x: b.x1, y: b.y1 } };
}

/** Whether a place of the view lies on one of some letters, or within a reach of it. */
export const onLetters = (letters: readonly { readonly corners: readonly Point[] }[], p: Point, reach = 0) =>
  letters.some(({ corners }) => {
    const b = growBounds(boxOf(get().view, [corners]), reach);
    return p.x >= b.x0 && p.x <= b.x1 && p.y >= b.y0 && p.y <= b.y1;
  });

/** Whether a place of the view lies on a letter in hand. */
export const onHeld = (p: Point): boolean => onLetters(held(), p);

const labels = { shift: 'Shift letters', turn: 'Turn letters', scale: 'Scale letters' } as const;

/** Begins to shift, turn or scale the letters in hand. */
export function pressLetters(e: Press, how: 'shift' | 'turn' | 'scale'): void {
  e.stopPropagation();
  const { typing } = get();
  if (e.button !== 0 || !typing) return;
  const starts = held().map((c) => c.from);
  const from = surface.onSheet(surface.inView(e));
  void keepTyped();
  const drag = new Drag(labels[how]);
  surface.hold(e, {
    move(ev, p) {
      const to = surface.onSheet(p);
      drag.move({ type: 'letters', id: typing.id, starts, how, from, to, straight: ev.shiftKey });
    },
    exact: (numbers) => drag.setExact(numbers),
    up: () => void drag.end(),
    cancel: () => void drag.end(false),
  });
}

import type { Point } from '@/core';
import type { SheetHandle } from '@/core/edit';
import { choose, run } from '../state/actions';
import { get, set } from '../state/store';
import { Drag } from './gestures';
import { isOffLine, removeStop } from './stops';
import { type Press, surface } from './surface';

/** A press on a grip of the overlay, which is dragged from there on. */
function pressGrip(
  e: Press,
  label: string,
  gesture: (from: Point, to: Point, e: Press) => Parameters<Drag['move']>[0],
  onClick?: () => void,
  /** Takes a release over; the drag is given up then. */
  onRelease?: (p: Point) => (() => void) | null,
): void {
  e.stopPropagation();
  if (e.button !== 0) return;
  const start = surface.inView(e);
  const from = surface.onSheet(start);
  const drag = new Drag(label);
  let moved = false;
  surface.hold(e, {
    move(ev, p) {
      moved ||= Math.hypot(p.x - start.x, p.y - start.y) >= 3;
      if (moved || !onClick) drag.move(gesture(from, surface.onSheet(p), ev), ev.ctrlKey || ev.metaKey);
    },
    exact: (numbers) => drag.setExact(numbers),
    up(_, p) {
      const instead = moved ? onRelease?.(p) : null;
      if (instead) void drag.end(false).then(instead);
      else void drag.end().then(() => !moved && onClick?.());
    },
    cancel: () => void drag.end(false),
  });
}

export const pressTurn = (e: Press): void =>
  pressGrip(e, 'Turn', (from, to, ev) => ({
    type: 'turn',
    ids: get().chosen,
    from,
    to,
    straight: ev.shiftKey,
  }));

export const pressScale = (e: Press, side: readonly [number, number]): void =>
  pressGrip(e, 'Scale', (_, to, ev) => ({
    type: 'scale',
    ids: get().chosen,
    side,
    to,
    keepShape: ev.shiftKey,
    fromCentre: ev.altKey,
    along: get().scaleAlong,
  }));

/** Chooses a grip; with Shift it is added to those chosen or taken from them. A grip that belongs to another leaves the choice. */
function chooseGrip(handle: string, more: boolean): void {
  const { grips } = get();
  if (/^(?:left|right|up|down|turn|size)-/.test(handle)) return;
  if (!more && grips.includes(handle)) return;
  const rest = grips.filter((g) => g !== handle);
  set({ grips: more ? (rest.length < grips.length ? rest : [...grips, handle]) : [handle] });
  // What goes with the grip is in the report.
  const { chosen, card } = get();
  choose(chosen, card);
}

export const pressHandle = (e: Press, h: SheetHandle): void => {
  const { chosen } = get();
  const { card, id: handle, part: id = chosen[0] } = h;
  const alike = h.part ? { alike: chosen.filter((c) => c !== id) } : {};
  if (card.list !== 'source' && e.button === 0) chooseGrip(handle, e.shiftKey);
  const { grips } = get();
  const also = grips.includes(handle) ? grips.filter((g) => g !== handle) : [];
  pressGrip(
    e,
    'Drag handle',
    (_, to) => ({ type: 'handle', id, card, handle, to, ...alike, ...(also.length ? { also } : {}) }),
    card.list === 'steps'
      ? () => void run('Single out', { do: 'press-handle', id, card, handle })
      : undefined,
    (p) => (isOffLine(h, p) ? () => removeStop(h) : null),
  );
};

import { makeId, newPartName } from '@/core';
import { freeName } from '@/core/edit';
import { choose } from '../state/actions';
import { pickInHand } from '../state/in-hand';
import { get, say, set } from '../state/store';
import { Drag } from './gestures';
import { type Press, surface } from './surface';

/** Draws a part of a kind over the dragged box. */
export function pressToDraw(e: Press, kind: string): void {
  const from = surface.inView(e);
  const start = surface.onSheet(from);
  const id = makeId();
  const { design, scope } = get();
  if (!design) return;
  const name = freeName(design, newPartName(kind));
  let drag: Drag | null = null;
  surface.hold(e, {
    move(ev, p) {
      if (!drag && Math.hypot(p.x - from.x, p.y - from.y) < 3) return;
      if (!drag) {
        drag = new Drag(`Draw ${name}`);
        set({ chosen: [id], card: { list: 'source' } });
      }
      drag.move(
        {
          type: 'draw',
          id,
          kind,
          name,
          parent: scope,
          from: start,
          to: surface.onSheet(p),
          keepShape: ev.shiftKey,
          fromCentre: ev.altKey,
        },
        ev.ctrlKey || ev.metaKey,
      );
    },
    exact: (numbers) => drag?.setExact(numbers),
    up() {
      if (!drag) {
        say('Drag to draw; hold Shift for equal sides, Alt to draw from the centre.');
        return;
      }
      void drag.end().then(() => {
        choose([id]);
        set({ tool: pickInHand });
      });
    },
    cancel: () => void drag?.end(false),
  });
}

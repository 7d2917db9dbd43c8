import type { Lamp, Sheet } from '@/core';
import { lampAt, lampBy, lampPlace } from '@/core/edit';
import { changeSheet } from '../state/actions';
import { beginLive, endLive } from '../state/history';
import { set } from '../state/store';
import { studioEngine } from '../state/studio';
import { type Press, surface } from './surface';

/** Takes the lamp: round the sheet turns the light, in and out raises and lowers it. Typed: its direction, its height. */
export function pressLamp(e: Press, sheet: Sheet): void {
  e.stopPropagation();
  const before = sheet.lamp;
  const start = surface.onSheet(surface.inView(e));
  const own = lampPlace(before, sheet);
  let lamp = before;
  beginLive();
  let held = true;
  void studioEngine()
    .studio.litPlaces()
    .then((lit) => held && set({ lit }));
  const show = (next: Lamp) => {
    lamp = next;
    set({ readout: `${lamp.direction}°; ${lamp.height}°` });
    changeSheet('Lamp', (s) => ({ ...s, lamp }));
  };
  const end = () => {
    held = false;
    set({ readout: '', lit: [] });
    void endLive();
  };
  surface.hold(e, {
    move(_, p) {
      const q = surface.onSheet(p);
      show(lampAt({ x: own.x + q.x - start.x, y: own.y + q.y - start.y }, sheet, before));
    },
    exact(numbers) {
      if (!numbers) return;
      const [direction, height = lamp.height] = numbers;
      show(lampBy(direction, height));
    },
    up: end,
    cancel() {
      changeSheet('Lamp', (s) => ({ ...s, lamp: before }));
      end();
    },
  });
}

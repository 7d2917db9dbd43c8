import { degrees, type Lamp, type Point, radians, type Sheet } from '@/core';
import { changeSheet } from '../state/actions';
import { beginLive, endLive } from '../state/history';
import { set } from '../state/store';
import { type Press, surface } from './surface';

/** Height of a lamp that stands at the edge of the circle that fits into the sheet, degrees. */
const atEdge = 45;
/** How much farther out a lamp stands that lies level with the sheet. */
const level = 1.2;

const half = ({ width, height }: Sheet): number => Math.min(width, height) / 2;

/** How far from the sheet's middle a lamp stands by its height: the higher, the nearer. */
function shareOut(height: number): number {
  return height >= atEdge ? (90 - height) / (90 - atEdge) : 1 + (level - 1) * (1 - height / atEdge);
}

function heightAt(share: number): number {
  const h = share <= 1 ? 90 - share * (90 - atEdge) : atEdge * (1 - (share - 1) / (level - 1));
  return Math.min(90, Math.max(0, h));
}

/** Where a lamp stands on its sheet. */
export function lampPlace({ direction, height }: Lamp, sheet: Sheet): Point {
  const r = half(sheet) * shareOut(height);
  const a = radians(direction);
  return { x: sheet.width / 2 + r * Math.sin(a), y: sheet.height / 2 - r * Math.cos(a) };
}

/** The lamp that stands at a place of its sheet, in whole degrees. */
function lampAt(p: Point, sheet: Sheet, before: Lamp): Lamp {
  const [dx, dy] = [p.x - sheet.width / 2, p.y - sheet.height / 2];
  const r = Math.hypot(dx, dy);
  const height = Math.round(heightAt(r / half(sheet)));
  // Right over the middle it comes from nowhere else than before.
  const direction = height === 90 ? before.direction : (Math.round(degrees(Math.atan2(dx, -dy))) + 360) % 360;
  return { direction, height };
}

/** Takes the lamp: round the sheet turns the light, in and out raises and lowers it. Typed: its direction, its height. */
export function pressLamp(e: Press, sheet: Sheet): void {
  e.stopPropagation();
  const before = sheet.lamp;
  const start = surface.onSheet(surface.inView(e));
  const own = lampPlace(before, sheet);
  let lamp = before;
  beginLive();
  const show = (next: Lamp) => {
    lamp = next;
    set({ readout: `${lamp.direction}°; ${lamp.height}°` });
    changeSheet('Lamp', (s) => ({ ...s, lamp }));
  };
  const end = () => {
    set({ readout: '' });
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
      show({ direction: ((direction % 360) + 360) % 360, height: Math.min(90, Math.max(0, height)) });
    },
    up: end,
    cancel() {
      changeSheet('Lamp', (s) => ({ ...s, lamp: before }));
      end();
    },
  });
}

import type { Lamp } from '../depth/light';
import type { Sheet } from '../document/types';
import { degrees, type Point, radians } from '../geometry/vector';

/** Height of a lamp that stands at the edge of the circle that fits into the sheet, degrees. */
const atEdge = 45;
/** How much farther out a lamp stands that lies level with the sheet. */
const level = 1.2;

type Size = Pick<Sheet, 'width' | 'height'>;

const half = ({ width, height }: Size): number => Math.min(width, height) / 2;

/** How far from the sheet's middle a lamp stands by its height: the higher, the nearer. */
const shareOut = (height: number): number =>
  height >= atEdge ? (90 - height) / (90 - atEdge) : 1 + (level - 1) * (1 - height / atEdge);

function heightAt(share: number): number {
  const h = share <= 1 ? 90 - share * (90 - atEdge) : atEdge * (1 - (share - 1) / (level - 1));
  return Math.min(90, Math.max(0, h));
}

/** Where the handle of a lamp stands on its sheet, sheet units. */
export function lampPlace({ direction, height }: Lamp, sheet: Size): Point {
  const r = half(sheet) * shareOut(height);
  const a = radians(direction);
  return { x: sheet.width / 2 + r * Math.sin(a), y: sheet.height / 2 - r * Math.cos(a) };
}

/** The lamp whose handle stands at a place of its sheet, in whole degrees; right over the middle it comes from where it came before. */
export function lampAt(p: Point, sheet: Size, before: Lamp): Lamp {
  const [dx, dy] = [p.x - sheet.width / 2, p.y - sheet.height / 2];
  const height = Math.round(heightAt(Math.hypot(dx, dy) / half(sheet)));
  if (height === 90) return { direction: before.direction, height };
  return lampBy(degrees(Math.atan2(dx, -dy)), height);
}

/** A lamp by numbers that were typed or dragged, in whole degrees round and kept between level and upright. */
export const lampBy = (direction: number, height: number): Lamp => ({
  direction: ((Math.round(direction) % 360) + 360) % 360,
  height: Math.min(90, Math.max(0, height)),
});

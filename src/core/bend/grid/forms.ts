import type { Point } from '../../geometry/vector';
import { jacobianOf, mapByPlaces } from '../map';
import { type BendGrid, gridOf } from './grid';

interface GridForm {
  readonly label: string;
  /** Where a place of the unit square goes. */
  at(u: number, v: number): Point;
}

const hill = (u: number): number => 4 * u * (1 - u);

/** Forms to start from, by name; each is smooth over the unit square and a little beyond. */
export const gridForms: Readonly<Record<string, GridForm>> = {
  canopy: { label: 'Canopy', at: (u, v) => ({ x: u, y: v - 0.35 * hill(u) * (1 - v) }) },
  valley: { label: 'Valley', at: (u, v) => ({ x: u, y: v + 0.35 * hill(u) * (1 - v) }) },
  boat: { label: 'Boat', at: (u, v) => ({ x: u, y: v + 0.35 * hill(u) * v }) },
  lens: { label: 'Lens', at: (u, v) => ({ x: u, y: 0.5 + (v - 0.5) * (0.55 + 0.7 * hill(u)) }) },
  hourglass: { label: 'Hourglass', at: (u, v) => ({ x: 0.5 + (u - 0.5) * (1.15 - 0.6 * hill(v)), y: v }) },
  keystone: { label: 'Keystone', at: (u, v) => ({ x: 0.5 + (u - 0.5) * (0.6 + 0.4 * v), y: v }) },
  ribbon: { label: 'Ribbon', at: (u, v) => ({ x: u, y: v - 0.22 * Math.sin(2 * Math.PI * u) }) },
  climb: { label: 'Climb', at: (u, v) => ({ x: u, y: v - 0.4 * u * u * (3 - 2 * u) + 0.2 }) },
  path: {
    label: 'Garden path',
    at: (u, v) => ({ x: 0.5 + (u - 0.5) * (0.5 + 0.5 * v) + 0.18 * Math.sin(Math.PI * v), y: v }),
  },
};

/** Step of the difference that the twist is taken by. */
const step = 1e-4;

/** A grid with as many cells as another that has a form. */
export function withForm({ us, vs }: BendGrid, form: string): BendGrid {
  const map = mapByPlaces(gridForms[form].at);
  return gridOf(us, vs, (u, v) => {
    const p = map.at(u, v);
    const [xu, yu, xv, yv] = jacobianOf(map, u, v);
    const [a, b] = [jacobianOf(map, u, v - step), jacobianOf(map, u, v + step)];
    return [p.x, p.y, xu, yu, xv, yv, (b[0] - a[0]) / (2 * step), (b[1] - a[1]) / (2 * step)];
  });
}

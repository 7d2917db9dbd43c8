import { degrees, type Point } from '../geometry/vector';
import type { Circle } from './circle-of';
import type { DrawnCircle, DrawnLine } from './elements';
import { ratioName } from './ratios';

/** Places where circles touch each other, and where lines touch circles, within `near`. */
export function tangentsOf(
  circles: readonly DrawnCircle[],
  lines: readonly DrawnLine[],
  near: number,
): Point[] {
  const found: Point[] = [];
  const add = (p: Point) => {
    if (!found.some((q) => Math.hypot(p.x - q.x, p.y - q.y) < 4 * near)) found.push(p);
  };
  circles.forEach((a, i) => {
    for (const b of circles.slice(i + 1)) {
      const d = Math.hypot(b.x - a.x, b.y - a.y);
      if (d < near) continue;
      const touches = Math.abs(d - a.r - b.r) < near || Math.abs(d - Math.abs(a.r - b.r)) < near;
      // From the larger one, toward the other's middle or away from it.
      if (touches) add({ x: a.x + ((b.x - a.x) / d) * a.r, y: a.y + ((b.y - a.y) / d) * a.r });
    }
    for (const { a: p, b: q } of lines) {
      const l = Math.hypot(q.x - p.x, q.y - p.y);
      const [ux, uy] = [(q.x - p.x) / l, (q.y - p.y) / l];
      const along = (a.x - p.x) * ux + (a.y - p.y) * uy;
      const foot = { x: p.x + along * ux, y: p.y + along * uy };
      // A line that merely points at a circle somewhere far off is no tangent of it.
      const reached = along > -near && along < l + near;
      if (reached && Math.abs(Math.hypot(a.x - foot.x, a.y - foot.y) - a.r) < near) add(foot);
    }
  });
  return found;
}

/** Degrees that a line leans from level, −90 to 90; 0 for level and upright ones, which say nothing. */
export function leanOf({ a, b }: DrawnLine): number {
  const lean = degrees(Math.atan2(a.y - b.y, b.x - a.x));
  const turned = lean > 90 ? lean - 180 : lean <= -90 ? lean + 180 : lean;
  return Math.abs(turned) < 0.05 || Math.abs(Math.abs(turned) - 90) < 0.05 ? 0 : turned;
}

/** Circles of one radius, the first of them, and how many there are. */
export interface RadiusGroup {
  readonly r: number;
  readonly first: Circle;
  readonly count: number;
}

/** Circles by their radii, the largest first; radii that differ by less than a share are one. */
export function radiiOf(circles: readonly DrawnCircle[], same = 1.2e-3): RadiusGroup[] {
  const groups: { r: number; first: Circle; count: number }[] = [];
  for (const c of circles) {
    const home = groups.find((g) => Math.abs(g.r - c.r) < same * g.r);
    if (home) home.count++;
    else groups.push({ r: c.r, first: c, count: 1 });
  }
  return groups;
}

/** A ratio of two radii that has a name, the larger first. */
export interface NamedRatio {
  readonly large: number;
  readonly small: number;
  readonly name: string;
}

/** For each radius its plainest ratio to a smaller one; equal ones are none. */
export function ratiosOf(radii: readonly RadiusGroup[], tolerance: number): NamedRatio[] {
  const sum = (name: string) => (name.match(/\d+/g) ?? ['9', '9']).reduce((total, n) => total + Number(n), 0);
  return radii.flatMap(({ r }, i) => {
    const own = radii.slice(i + 1).flatMap(({ r: small }): NamedRatio[] => {
      const name = ratioName(r, small, tolerance);
      return name && name !== '1 : 1' ? [{ large: r, small, name }] : [];
    });
    return own.sort((a, b) => sum(a.name) - sum(b.name)).slice(0, 1);
  });
}

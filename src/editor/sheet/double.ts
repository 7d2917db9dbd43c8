import type { Point } from '@/core';

/** Whether two places of the view are too far apart for one spot, CSS pixels. */
export const far = (a: Point, b: Point): boolean => Math.hypot(a.x - b.x, a.y - b.y) >= 3;

let lastPress: { p: Point; time: number } | null = null;

/** Whether a press follows another at the same place at once. */
export function isDouble(p: Point): boolean {
  const now = performance.now();
  const double = lastPress !== null && now - lastPress.time < 350 && !far(p, lastPress.p);
  lastPress = double ? null : { p, time: now };
  return double;
}

/** The way of a drag as numbers typed during it want it: a distance along the way, or both shifts; else as it is. */
export function typedWay(dx: number, dy: number, exact: readonly number[] | undefined): [number, number] {
  if (!exact) return [dx, dy];
  const [a, b] = exact;
  if (exact.length > 1) return [a, b];
  const l = Math.hypot(dx, dy);
  return l > 0 ? [(dx / l) * a, (dy / l) * a] : [a, 0];
}

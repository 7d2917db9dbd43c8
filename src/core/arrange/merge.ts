import { type Cubic, isLine, lineCubic, splitCubic } from '../geometry/cubic';

/**
 * The one segment of which `a` and `b` are the two pieces, or null where they are not.
 * For cubics this undoes de Casteljau's cut: at fraction k the pieces' handles stand in the
 * ratio k : 1 − k on the common tangent.
 */
export function mergeCubics(a: Cubic, b: Cubic, reach: number): Cubic | null {
  if (isLine(a) !== isLine(b)) return null;
  if (isLine(a)) {
    const ux = a[6] - a[0];
    const uy = a[7] - a[1];
    const vx = b[6] - b[0];
    const vy = b[7] - b[1];
    if (ux * vx + uy * vy <= 0) return null;
    const bow = Math.abs(ux * vy - uy * vx);
    // The middle node's distance from the joined line.
    if (bow >= 0.25 * reach * Math.hypot(ux + vx, uy + vy)) return null;
    return lineCubic(a[0], a[1], b[6], b[7]);
  }
  const before = Math.hypot(a[6] - a[4], a[7] - a[5]);
  const after = Math.hypot(b[2] - b[0], b[3] - b[1]);
  if (!(before > 0 && after > 0)) return null;
  const k = before / (before + after);
  if (k < 1e-3 || k > 1 - 1e-3) return null;
  const whole: Cubic = [
    a[0],
    a[1],
    a[0] + (a[2] - a[0]) / k,
    a[1] + (a[3] - a[1]) / k,
    b[6] + (b[4] - b[6]) / (1 - k),
    b[7] + (b[5] - b[7]) / (1 - k),
    b[6],
    b[7],
  ];
  const [p, q] = splitCubic(whole, k);
  const slack = 1e-3 * reach;
  for (let i = 0; i < 8; i++) if (Math.abs(p[i] - a[i]) > slack || Math.abs(q[i] - b[i]) > slack) return null;
  return whole;
}

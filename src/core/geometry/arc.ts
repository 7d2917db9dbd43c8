import { type Cubic, lineCubic } from './cubic';
import { radians } from './vector';

export interface ArcEnds {
  readonly x: number;
  readonly y: number;
  readonly rx: number;
  readonly ry: number;
  /** Turn of the ellipse's x axis, in degrees. */
  readonly turn: number;
  readonly large: boolean;
  readonly sweep: boolean;
  readonly toX: number;
  readonly toY: number;
}

/** An elliptical arc between two points as cubics (SVG 1.1, appendix F.6.5 and F.6.6). */
export function arcToCubics(arc: ArcEnds): Cubic[] {
  const { x, y, toX, toY } = arc;
  if (x === toX && y === toY) return [];
  let rx = Math.abs(arc.rx);
  let ry = Math.abs(arc.ry);
  if (rx === 0 || ry === 0) return [lineCubic(x, y, toX, toY)];
  const cos = Math.cos(radians(arc.turn));
  const sin = Math.sin(radians(arc.turn));
  const hx = (x - toX) / 2;
  const hy = (y - toY) / 2;
  const px = cos * hx + sin * hy;
  const py = -sin * hx + cos * hy;
  const reach = (px / rx) ** 2 + (py / ry) ** 2;
  if (reach > 1) {
    rx *= Math.sqrt(reach);
    ry *= Math.sqrt(reach);
  }
  const below = (rx * py) ** 2 + (ry * px) ** 2;
  const scale = (arc.large === arc.sweep ? -1 : 1) * Math.sqrt(Math.max(0, ((rx * ry) ** 2 - below) / below));
  const qx = (scale * rx * py) / ry;
  const qy = (-scale * ry * px) / rx;
  const cx = cos * qx - sin * qy + (x + toX) / 2;
  const cy = sin * qx + cos * qy + (y + toY) / 2;
  const from = Math.atan2((py - qy) / ry, (px - qx) / rx);
  let angle = Math.atan2((-py - qy) / ry, (-px - qx) / rx) - from;
  if (arc.sweep && angle < 0) angle += 2 * Math.PI;
  if (!arc.sweep && angle > 0) angle -= 2 * Math.PI;

  const pieces = Math.max(1, Math.ceil(Math.abs(angle) / (Math.PI / 2) - 1e-9));
  const step = angle / pieces;
  const k = (4 / 3) * Math.tan(step / 4);
  const at = (ux: number, uy: number): [number, number] => [
    cx + cos * rx * ux - sin * ry * uy,
    cy + sin * rx * ux + cos * ry * uy,
  ];
  const out: Cubic[] = [];
  let sx = x;
  let sy = y;
  for (let i = 0; i < pieces; i++) {
    const a = from + step * i;
    const b = from + step * (i + 1);
    const [x1, y1] = at(Math.cos(a) - k * Math.sin(a), Math.sin(a) + k * Math.cos(a));
    const [x2, y2] = at(Math.cos(b) + k * Math.sin(b), Math.sin(b) - k * Math.cos(b));
    const [ex, ey] = i === pieces - 1 ? [toX, toY] : at(Math.cos(b), Math.sin(b));
    out.push([sx, sy, x1, y1, x2, y2, ex, ey]);
    sx = ex;
    sy = ey;
  }
  return out;
}

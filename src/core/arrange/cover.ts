import { type Cubic, cubicPoint } from '../geometry/cubic';

/** What is asked of a curve to say whether its contour can cover others. */
interface Outlined {
  readonly cubic: Cubic;
  readonly line: boolean;
}

/** A convex polygon that lies wholly inside a shape: half-planes a·x + b·y ≥ c with unit normals. */
interface Cover {
  readonly shape: number;
  readonly planes: Float64Array;
  readonly x0: number;
  readonly y0: number;
  readonly x1: number;
  readonly y1: number;
}

/** Whether the corners turn one way only and once round; legs all but straight count as straight. */
function isConvex(xy: readonly number[]): boolean {
  const n = xy.length / 2;
  let total = 0;
  let sign = 0;
  for (let i = 0; i < n; i++) {
    const p = 2 * i;
    const q = 2 * ((i + 1) % n);
    const r = 2 * ((i + 2) % n);
    const ax = xy[q] - xy[p];
    const ay = xy[q + 1] - xy[p + 1];
    const bx = xy[r] - xy[q];
    const by = xy[r + 1] - xy[q + 1];
    const turn = Math.atan2(ax * by - ay * bx, ax * bx + ay * by);
    if (Math.abs(turn) > 1e-9) {
      if (sign !== 0 && Math.sign(turn) !== sign) return false;
      sign = Math.sign(turn);
    }
    total += turn;
  }
  return Math.abs(Math.abs(total) - 2 * Math.PI) < 1e-3;
}

/**
 * The polygon through the ends and middles of a convex contour's curves, or null where the contour
 * is not convex. A contour is convex where its control polygon is: no line crosses it more often.
 */
function coverOf(shape: number, members: readonly Outlined[]): Cover | null {
  const hull: number[] = [];
  for (const { cubic, line } of members)
    for (let i = 0; i < (line ? 2 : 6); i += 2)
      if (hull.length === 0 || cubic[i] !== hull[hull.length - 2] || cubic[i + 1] !== hull[hull.length - 1])
        hull.push(cubic[i], cubic[i + 1]);
  if (hull.length < 6 || !isConvex(hull)) return null;
  const corners = members.flatMap(({ cubic, line }) => {
    const start = { x: cubic[0], y: cubic[1] };
    return line ? [start] : [start, cubicPoint(cubic, 0.5)];
  });
  let area = 0;
  corners.forEach((p, i) => {
    const q = corners[(i + 1) % corners.length];
    area += p.x * q.y - p.y * q.x;
  });
  const planes: number[] = [];
  corners.forEach((p, i) => {
    const q = corners[(i + 1) % corners.length];
    const l = Math.hypot(q.x - p.x, q.y - p.y) * Math.sign(area);
    if (l === 0) return;
    const a = (p.y - q.y) / l;
    const b = (q.x - p.x) / l;
    planes.push(a, b, a * p.x + b * p.y);
  });
  const xs = corners.map((p) => p.x);
  const ys = corners.map((p) => p.y);
  return {
    shape,
    planes: Float64Array.from(planes),
    x0: Math.min(...xs),
    y0: Math.min(...ys),
    x1: Math.max(...xs),
    y1: Math.max(...ys),
  };
}

/** Convex shapes of a union, asked which stretches of curve lie deep inside one of them. */
export class Covers {
  private readonly cells: Cover[][] = [];
  private readonly side: number;
  private readonly scale: number;
  /** Shapes that are covers: their curves must be cut at their middles. */
  readonly shapes = new Set<number>();

  /** `contours` holds the curves of each contour of each shape; the square holds them all. */
  constructor(
    contours: readonly (readonly (readonly Outlined[])[])[],
    private readonly originX: number,
    private readonly originY: number,
    size: number,
  ) {
    this.side = Math.min(64, Math.ceil(Math.sqrt(contours.length)));
    this.scale = this.side / size;
    for (let i = 0; i < this.side * this.side; i++) this.cells.push([]);
    contours.forEach((members, shape) => {
      const cover = members.length === 1 ? coverOf(shape, members[0]) : null;
      if (!cover) return;
      this.shapes.add(shape);
      for (let r = this.cell(cover.y0, originY); r <= this.cell(cover.y1, originY); r++)
        for (let c = this.cell(cover.x0, originX); c <= this.cell(cover.x1, originX); c++)
          this.cells[r * this.side + c].push(cover);
    });
  }

  private cell(v: number, origin: number): number {
    return Math.min(this.side - 1, Math.max(0, Math.floor((v - origin) * this.scale)));
  }

  /** Whether a stretch of a shape's outline lies inside another shape by more than `margin`. */
  hide(s: Cubic, shape: number, margin: number): boolean {
    for (const cover of this.cells[this.cell(s[1], this.originY) * this.side + this.cell(s[0], this.originX)])
      if (cover.shape !== shape && holds(cover, s, margin)) return true;
    return false;
  }
}

function holds({ planes, x0, y0, x1, y1 }: Cover, s: Cubic, margin: number): boolean {
  if (s[0] < x0 || s[0] > x1 || s[6] < x0 || s[6] > x1) return false;
  if (s[1] < y0 || s[1] > y1 || s[7] < y0 || s[7] > y1) return false;
  for (let k = 0; k < planes.length; k += 3) {
    const a = planes[k];
    const b = planes[k + 1];
    const c = planes[k + 2] + margin;
    for (let i = 0; i < 8; i += 2) if (a * s[i] + b * s[i + 1] < c) return false;
  }
  return true;
}

import type { StrokeCoat } from '../coat/types';
import { measureContour } from '../geometry/along';
import { cubicLength, cubicPoint, cubicTangent } from '../geometry/cubic';
import { type Contour, type Path, pathOf, polygonContour } from '../geometry/path';
import { angleBetween, type Point } from '../geometry/vector';
import type { GradientPaint, SceneNode } from './types';

/** A place along a contour, the direction it runs in, and how far along it lies, 0–1. */
interface Rung {
  readonly p: Point;
  readonly d: Point;
  readonly at: number;
  /** One unit to its right; at a corner along the line that halves it, so that both sides meet there. */
  readonly right: Point;
}

/** How far a rung may turn from the one before, radians. */
const turnStep = 0.08;

/** Opaque stretches reach a little under the next one, for pictures drawn by others. */
const overlap = 0.75;

function rungsOf(contour: Contour): Rung[] {
  const { segments, starts, length } = measureContour(contour);
  const rungs: Rung[] = [];
  segments.forEach((s, i) => {
    const [a, m, b] = [0, 0.5, 1].map((t) => cubicTangent(s, t));
    const n = Math.max(1, Math.min(400, Math.ceil((angleBetween(a, m) + angleBetween(m, b)) / turnStep)));
    for (let k = 0; k <= n; k++) {
      const t = k / n;
      const d = cubicTangent(s, t);
      rungs.push({
        p: cubicPoint(s, t),
        d,
        at: (starts[i] + cubicLength(s, 0, t)) / length,
        right: { x: -d.y, y: d.x },
      });
    }
  });
  return halved(rungs, contour.closed);
}

/** Rungs that meet at a corner laid along the line that halves it; the sharpest corners keep theirs. */
function halved(rungs: Rung[], closed: boolean): Rung[] {
  const n = rungs.length;
  const meets = (i: number) => {
    const [a, b] = [rungs[i], rungs[(i + 1) % n]];
    return (i + 1 < n || closed) && n > 1 && Math.hypot(a.p.x - b.p.x, a.p.y - b.p.y) < 1e-9;
  };
  for (let i = 0; i < n; i++) {
    if (!meets(i)) continue;
    const [a, b] = [rungs[i], rungs[(i + 1) % n]];
    const k = 1 + a.d.x * b.d.x + a.d.y * b.d.y;
    if (k < 0.1) continue;
    const right = { x: -(a.d.y + b.d.y) / k, y: (a.d.x + b.d.x) / k };
    rungs[i] = { ...a, right };
    rungs[(i + 1) % n] = { ...b, right };
  }
  return rungs;
}

/** A place beside a rung: to its right, and ahead of it. */
const beside = ({ p, d, right }: Rung, by: number, ahead = 0): Point => ({
  x: p.x + right.x * by + d.x * ahead,
  y: p.y + right.y * by + d.y * ahead,
});

/**
 * A gradient that runs along a stroke, or across it from its left to its right: from rung to rung a
 * quadrilateral with its stretch of the gradient, at corners a wedge; the stroke's own area clips them.
 */
export function runNodes(coat: StrokeCoat, path: Path, paint: GradientPaint): SceneNode[] {
  const reach = coat.width * (coat.align === 'centre' ? 0.5 : 1);
  const far = reach * Math.max(2, coat.join === 'miter' ? coat.miterLimit : 2);
  const low = coat.align === 'inside' ? 0 : -reach;
  const high = coat.align === 'outside' ? 0 : reach;
  const { fixed: _, focus: __, ...plain } = paint;
  const under = paint.stops.every((s) => s.colour[3] >= 1) && coat.opacity >= 1 ? overlap : 0;
  const out: SceneNode[] = [];
  const shape = (corners: readonly Point[], a: Rung, b: Rung) => {
    const across = coat.run === 'across';
    const square = { ...a, right: { x: -a.d.y, y: a.d.x } };
    const [p, q] = across ? [beside(square, low), beside(square, high)] : [a.p, b.p];
    let [dx, dy] = [q.x - p.x, q.y - p.y];
    // A corner: the two rungs stand on one spot, and all of the wedge has the colour of that spot.
    if (dx === 0 && dy === 0) [dx, dy] = [1e6 * a.d.x, 1e6 * a.d.y];
    const start = across ? 0 : a.at;
    const k = 1 / (across ? 1 : Math.max(1e-9, b.at - a.at));
    out.push({
      type: 'shape',
      path: pathOf([polygonContour(corners)]),
      paint: {
        ...plain,
        kind: 'linear',
        matrix: [dx * k, dy * k, -dy * k, dx * k, p.x - dx * k * start, p.y - dy * k * start],
      },
      opacity: 1,
      blend: 'normal',
    });
  };
  const wedge = (a: Rung, b: Rung) => {
    const turn = a.d.x * b.d.y - a.d.y * b.d.x;
    // Halved corners leave no gap.
    if (Math.abs(turn) < 1e-6 || a.right === b.right) return;
    const side = turn > 0 ? -far : far;
    // Beyond the chord of the wedge lies what a miter adds.
    const tip = {
      x: beside(a, side).x + beside(b, side).x - a.p.x,
      y: beside(a, side).y + beside(b, side).y - a.p.y,
    };
    shape([a.p, beside(a, side), tip, beside(b, side)], a, { ...b, p: a.p });
  };
  for (const contour of path.contours) {
    const rungs = rungsOf(contour);
    const n = rungs.length;
    if (contour.closed && n > 1) wedge(rungs[n - 1], { ...rungs[0], p: rungs[n - 1].p });
    for (let i = 0; i + 1 < n; i++) {
      const [a, b] = [rungs[i], rungs[i + 1]];
      if (a.p.x === b.p.x && a.p.y === b.p.y) {
        wedge(a, b);
        continue;
      }
      // Caps go on beyond open ends.
      const head = i === 0 && !contour.closed ? -far : 0;
      const tail = i + 2 === n ? (contour.closed ? 0 : far) : under;
      shape(
        [
          beside(a, -1.001 * reach, head),
          beside(b, -1.001 * reach, tail),
          beside(b, 1.001 * reach, tail),
          beside(a, 1.001 * reach, head),
        ],
        a,
        b,
      );
    }
  }
  return out;
}

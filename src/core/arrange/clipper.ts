import { Clipper64, ClipType, FillRule, type Path64, type Paths64 } from 'clipper2-ts';

/** A closed loop of integer points: x0, y0, x1, y1 … */
export type Loop = Float64Array;

export type LoopRule = 'nonzero' | 'evenodd' | 'positive';

const rules = {
  nonzero: FillRule.NonZero,
  evenodd: FillRule.EvenOdd,
  positive: FillRule.Positive,
} as const;

const operations = {
  union: ClipType.Union,
  intersect: ClipType.Intersection,
  subtract: ClipType.Difference,
} as const;

function toPath(loop: Loop): Path64 {
  const out: Path64 = new Array(loop.length / 2);
  for (let i = 0; i < out.length; i++) out[i] = { x: loop[2 * i], y: loop[2 * i + 1] };
  return out;
}

function toLoop(path: Path64): Loop {
  const out = new Float64Array(2 * path.length);
  path.forEach((p, i) => {
    out[2 * i] = p.x;
    out[2 * i + 1] = p.y;
  });
  return out;
}

/**
 * Combines integer polygons. Results run so that outlines are positive and holes
 * negative; crossing points are rounded to the integer grid.
 */
export function clipLoops(
  operation: keyof typeof operations,
  rule: LoopRule,
  subject: readonly Loop[],
  clip: readonly Loop[] = [],
): Loop[] {
  const engine = new Clipper64();
  engine.preserveCollinear = true;
  engine.addSubject(subject.map(toPath));
  if (clip.length) engine.addClip(clip.map(toPath));
  const out: Paths64 = [];
  engine.execute(operations[operation], rules[rule], out);
  return out.map(toLoop);
}

/** Twice the signed area of a loop, taken from its first point to keep precision. */
export function loopArea2(loop: Loop): number {
  const x0 = loop[0];
  const y0 = loop[1];
  let sum = 0;
  for (let i = 0; i < loop.length; i += 2) {
    const j = i + 2 < loop.length ? i + 2 : 0;
    sum += (loop[i] - x0) * (loop[j + 1] - y0) - (loop[j] - x0) * (loop[i + 1] - y0);
  }
  return sum;
}

/** Whether a loop turns one way only and only once round: then it is simple and needs no cleaning. */
export function isConvexLoop(loop: Loop): boolean {
  const n = loop.length / 2;
  if (n < 3) return false;
  let sign = 0;
  let flips = 0;
  let lastX = 0;
  let px = loop[2 * n - 2];
  let py = loop[2 * n - 1];
  for (let i = 0; i < n; i++) {
    const x = loop[2 * i];
    const y = loop[2 * i + 1];
    const j = i + 1 < n ? i + 1 : 0;
    const cross = (x - px) * (loop[2 * j + 1] - y) - (y - py) * (loop[2 * j] - x);
    const dot = (x - px) * (loop[2 * j] - x) + (y - py) * (loop[2 * j + 1] - y);
    if (cross !== 0) {
      const s = Math.sign(cross);
      if (sign === 0) sign = s;
      else if (s !== sign) return false;
    } else if (dot < 0) return false;
    const dx = Math.sign(x - px);
    if (dx !== 0) {
      if (lastX !== 0 && dx !== lastX) flips++;
      lastX = dx;
    }
    px = x;
    py = y;
  }
  // A convex loop changes its direction along x twice, the change across the joint included.
  return sign !== 0 && flips <= 2;
}

/** A loop run the other way. */
export function reverseLoop(loop: Loop): Loop {
  const out = new Float64Array(loop.length);
  for (let i = 0, k = loop.length - 2; k >= 0; i += 2, k -= 2) {
    out[i] = loop[k];
    out[i + 1] = loop[k + 1];
  }
  return out;
}

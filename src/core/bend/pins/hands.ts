import { solveDense } from '../../geometry/dense';

/** How what lies about a hand is led by it, by the square of how far off it lies: K = g I + h r rᵀ. */
export interface Hold {
  /** Writes g, h, and twice their slopes by that square. */
  fill(square: number, out: Float64Array): void;
  /** Whether rigid motions cost nothing: what is led nowhere else goes along with all hands. */
  readonly free: boolean;
}

/** Share of the areas that is kept about a hand: 1 for all, 0 where they give. */
const keep = 0.5;

/**
 * A hand so wide on an elastic sheet: a regularised Kelvinlet of the plane, K = −Δψ I + s ∇∇ᵀψ of ψ = ½ q ln q, q = r² + width²
 * (de Goes & James, Regularized Kelvinlets, 2017).
 */
export function elasticHold(width: number): Hold {
  const e2 = width * width;
  return {
    free: true,
    fill(square, out) {
      const d = 1 / (square + e2);
      out[0] = (keep - 2) * Math.log(1 / (d * e2)) + 2 * e2 * d;
      out[1] = 2 * keep * d;
      out[2] = 2 * ((keep - 2) * d - 2 * e2 * d * d);
      out[3] = -4 * keep * d * d;
    },
  };
}

/**
 * A hand that is felt about so far, and not at all far beyond: Matérn's function of smoothness 5/2 (Stein, Interpolation of
 * Spatial Data, 1999).
 */
export function fadingHold(width: number): Hold {
  return {
    free: false,
    fill(square, out) {
      const a = Math.sqrt(square) / width;
      const e = Math.exp(-a);
      out[0] = (1 + a + (a * a) / 3) * e;
      out[1] = 0;
      out[2] = (-(1 + a) * e) / (3 * width * width);
      out[3] = 0;
    },
  };
}

/** A moment: where the hands are, how hard they push, and the rigid motion that goes with it (x, y, turn). */
export interface Moment {
  readonly at: Float64Array;
  readonly push: Float64Array;
  readonly free: Float64Array;
}

const four = new Float64Array(4);
const six = new Float64Array(6);

/** The moment at which hands stand at `at` and go by `by`, x and y of each in a row. */
export function momentOf(hold: Hold, at: Float64Array, by: Float64Array): Moment {
  const m = at.length;
  const rigid = m < 4 ? 2 : 3;
  const extra = hold.free ? rigid : 0;
  const size = m + extra;
  const a = new Float64Array(size * size);
  const b = new Float64Array(size);
  b.set(by);
  for (let i = 0; i < m; i += 2) {
    for (let j = 0; j < m; j += 2) {
      const [x, y] = [at[i] - at[j], at[i + 1] - at[j + 1]];
      hold.fill(x * x + y * y, four);
      const [g, h] = four;
      a[i * size + j] = g + h * x * x;
      a[i * size + j + 1] = h * x * y;
      a[(i + 1) * size + j] = h * x * y;
      a[(i + 1) * size + j + 1] = g + h * y * y;
    }
    const rows = [
      [1, 0],
      [0, 1],
      [-at[i + 1], at[i]],
    ];
    for (let k = 0; k < extra; k++)
      for (let c = 0; c < 2; c++) {
        a[(i + c) * size + m + k] = rows[k][c];
        a[(m + k) * size + i + c] = rows[k][c];
      }
  }
  solveDense(a, b, size);
  const free = new Float64Array(3);
  free.set(b.subarray(m, size));
  return { at, push: b.slice(0, m), free };
}

/** Writes the velocity at a place and its slopes: u, v, ∂u/∂x, ∂v/∂x, ∂u/∂y, ∂v/∂y. */
export function fillVelocity(hold: Hold, moment: Moment, x: number, y: number, out: Float64Array): void {
  const { at, push, free } = moment;
  let u = free[0] - free[2] * y;
  let v = free[1] + free[2] * x;
  let ux = 0;
  let vx = free[2];
  let uy = -free[2];
  let vy = 0;
  for (let i = 0; i < push.length; i += 2) {
    const rx = x - at[i];
    const ry = y - at[i + 1];
    const fx = push[i];
    const fy = push[i + 1];
    hold.fill(rx * rx + ry * ry, four);
    const g = four[0];
    const h = four[1];
    const g1 = four[2];
    const h1 = four[3];
    const dot = rx * fx + ry * fy;
    u += g * fx + h * rx * dot;
    v += g * fy + h * ry * dot;
    ux += g1 * rx * fx + h1 * rx * rx * dot + h * (dot + rx * fx);
    vx += g1 * rx * fy + h1 * rx * ry * dot + h * ry * fx;
    uy += g1 * ry * fx + h1 * rx * ry * dot + h * rx * fy;
    vy += g1 * ry * fy + h1 * ry * ry * dot + h * (dot + ry * fy);
  }
  out[0] = u;
  out[1] = v;
  out[2] = ux;
  out[3] = vx;
  out[4] = uy;
  out[5] = vy;
}

/** Places about a hand, in widths, where the strain is looked at. */
const looks = [
  [0, 0],
  [0.7, 0],
  [-0.7, 0],
  [0, 0.7],
  [0, -0.7],
] as const;

/** About the greatest slope of the velocity of a moment: on its hands and a little off them. */
export function strainOf(hold: Hold, moment: Moment, width: number): number {
  let worst = 1e-9;
  const { at } = moment;
  for (let i = 0; i < at.length; i += 2)
    for (const [a, b] of looks) {
      fillVelocity(hold, moment, at[i] + a * width, at[i + 1] + b * width, six);
      worst = Math.max(worst, Math.hypot(six[2], six[3], six[4], six[5]));
    }
  return worst;
}

import { fillVelocity, type Hold, momentOf } from './hands';

/** Most numbers of hands, and of their knots, for which ways are sought; more go as they were set out. */
const mostSought = 48;
const mostKnots = 600;
const rounds = 40;
/** How many changes the search remembers. */
const remembered = 8;

const six = new Float64Array(6);

const dot = (a: Float64Array, b: Float64Array): number => {
  let s = 0;
  for (let i = 0; i < a.length; i++) s += a[i] * b[i];
  return s;
};

/** Where the hands of a stretch are half way, and how far they go in it. */
function stretch(ways: readonly Float64Array[], k: number) {
  const by = ways[k + 1].map((v, i) => v - ways[k][i]);
  return { by, at: ways[k].map((v, i) => v + by[i] / 2) };
}

/** What it takes to go the ways: in each stretch hands push along what they go. */
function workOf(hold: Hold, ways: readonly Float64Array[]): number {
  let sum = 0;
  for (let k = 0; k + 1 < ways.length; k++) {
    const { by, at } = stretch(ways, k);
    sum += dot(by, momentOf(hold, at, by).push);
  }
  return sum * (ways.length - 1);
}

/** How the work changes with each knot between the ends: by a way it is 2 f, by where a hand stands −2 Dvᵀ f, for K is symmetric. */
function slopesOf(hold: Hold, ways: readonly Float64Array[]): Float64Array {
  const m = ways[0].length;
  const stretches = ways.length - 1;
  const out = new Float64Array(m * (stretches - 1));
  for (let k = 0; k < stretches; k++) {
    const { by, at } = stretch(ways, k);
    const moment = momentOf(hold, at, by);
    const f = moment.push;
    for (let i = 0; i < m; i += 2) {
      fillVelocity(hold, moment, at[i], at[i + 1], six);
      for (let c = 0; c < 2; c++) {
        const where = six[2 + 2 * c] * f[i] + six[3 + 2 * c] * f[i + 1];
        if (k > 0) out[(k - 1) * m + i + c] -= stretches * (2 * f[i + c] + where);
        if (k + 1 < stretches) out[k * m + i + c] += stretches * (2 * f[i + c] - where);
      }
    }
  }
  return out;
}

interface Change {
  readonly step: Float64Array;
  readonly slopes: Float64Array;
  readonly product: number;
}

/** The direction that past changes say leads down (limited-memory BFGS, Nocedal & Wright, Numerical Optimization, 7.4). */
function downhill(g: Float64Array, past: readonly Change[], first: number): Float64Array {
  const d = g.map((v) => -v);
  const a: number[] = [];
  for (let i = past.length - 1; i >= 0; i--) {
    a[i] = dot(past[i].step, d) / past[i].product;
    for (let c = 0; c < d.length; c++) d[c] -= a[i] * past[i].slopes[c];
  }
  const last = past.at(-1);
  const scale = last ? last.product / dot(last.slopes, last.slopes) : first / (Math.sqrt(dot(g, g)) || 1);
  for (let c = 0; c < d.length; c++) d[c] *= scale;
  past.forEach((p, i) => {
    const b = dot(p.slopes, d) / p.product;
    for (let c = 0; c < d.length; c++) d[c] += (a[i] - b) * p.step[c];
  });
  return d;
}

/**
 * Returns the ways of least work near those given, knots of all hands each, whose ends stay: hands swerve round each other.
 * `width` is how wide a hand is.
 */
export function easedWays(hold: Hold, given: readonly Float64Array[], width: number): Float64Array[] {
  const ways = given.map((w) => w.slice());
  const m = ways[0].length;
  const dims = m * (ways.length - 2);
  if (dims <= 0 || m > mostSought || dims > mostKnots) return ways;
  const put = (x: Float64Array) => {
    for (let k = 1; k + 1 < ways.length; k++) ways[k].set(x.subarray((k - 1) * m, k * m));
  };
  let x = new Float64Array(dims);
  for (let k = 1; k + 1 < ways.length; k++) x.set(ways[k], (k - 1) * m);
  let work = workOf(hold, ways);
  let g = slopesOf(hold, ways);
  const past: Change[] = [];
  for (let round = 0; round < rounds; round++) {
    const d = downhill(g, past, 0.2 * width);
    const slope = dot(g, d);
    if (!(slope < 0)) break;
    let [h, next, then] = [1, x, work];
    for (; h > 1e-4; h /= 2) {
      next = x.map((v, i) => v + h * d[i]);
      put(next);
      then = workOf(hold, ways);
      if (then <= work + 1e-4 * h * slope) break;
    }
    if (!(then < work)) break;
    const slopes = slopesOf(hold, ways);
    const change = {
      step: next.map((v, i) => v - x[i]),
      slopes: slopes.map((v, i) => v - g[i]),
    };
    const product = dot(change.step, change.slopes);
    if (product > 0) past.push({ ...change, product });
    if (past.length > remembered) past.shift();
    const done = work - then < 1e-6 * work;
    [x, work, g] = [next, then, slopes];
    if (done) break;
  }
  put(x);
  return ways;
}

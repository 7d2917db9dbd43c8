import { WorkFault } from '../../geometry/budget';
import type { MapFill } from '../map';
import { fillVelocity, type Hold, type Moment, momentOf, strainOf } from './hands';

/** How much a step of the flow may strain. */
const strain = 0.3;
/** The shortest step, as a share of a stretch: hands pass each other closely, but in a moment. */
const shortest = 1e-5;
/** How much all steps may strain: about the logarithm of how far places that were neighbours are torn apart. */
const mostStrain = 80;

/** A rigid motion: its turn's cosine and sine, and where it takes the origin. */
type Rigid = readonly [cos: number, sin: number, x: number, y: number];

/** The rigid motion that takes places nearest to others, x and y of each in a row (Procrustes). */
function nearestMotion(from: Float64Array, to: Float64Array): Rigid {
  const n = from.length / 2;
  let [px, py, qx, qy] = [0, 0, 0, 0];
  for (let i = 0; i < from.length; i += 2) {
    px += from[i] / n;
    py += from[i + 1] / n;
    qx += to[i] / n;
    qy += to[i + 1] / n;
  }
  let [re, im, size] = [0, 0, 0];
  for (let i = 0; i < from.length; i += 2) {
    const [a, b, c, d] = [from[i] - px, from[i + 1] - py, to[i] - qx, to[i + 1] - qy];
    re += a * c + b * d;
    im += a * d - b * c;
    size += a * a + b * b;
  }
  const l = Math.hypot(re, im);
  const [cos, sin] = l > 1e-9 * size ? [re / l, im / l] : [1, 0];
  return [cos, sin, qx - cos * px + sin * py, qy - sin * px - cos * py];
}

const still: Rigid = [1, 0, 0, 0];

/** Places before a rigid motion. */
function before([cos, sin, x, y]: Rigid, places: Float64Array): Float64Array {
  const out = new Float64Array(places.length);
  for (let i = 0; i < places.length; i += 2) {
    const [dx, dy] = [places[i] - x, places[i + 1] - y];
    out[i] = cos * dx + sin * dy;
    out[i + 1] = cos * dy - sin * dx;
  }
  return out;
}

/** A step: the moments at its beginning, its middle and its end, and how long it is. */
interface Step {
  readonly moments: readonly [Moment, Moment, Moment];
  readonly by: number;
}

/** A stretch of the ways: where its hands stand at first, and where they go by. */
interface Stretch {
  readonly from: Float64Array;
  readonly by: Float64Array;
}

/** Lays out the steps of ways, each as short as the strain about its hands asks, and counts what they strain in all. */
class Stepping {
  readonly steps: Step[] = [];
  #strained = 0;

  constructor(
    private readonly hold: Hold,
    private readonly width: number,
    /** The longest step, as a share of a stretch. */
    private readonly longest: number,
  ) {}

  /** Adds the steps of a stretch. @throws WorkFault where all strain more than numbers can follow. */
  add({ from, by }: Stretch): void {
    const at = (t: number) => {
      const places = from.map((v, i) => v + t * by[i]);
      const moment = momentOf(this.hold, places, by);
      return { moment, strain: strainOf(this.hold, moment, this.width) };
    };
    let first = at(0);
    for (let t = 0; t < 1; ) {
      let long = Math.min(1 - t, this.longest, Math.max(strain / first.strain, shortest));
      let [middle, end] = [at(t + long / 2), at(t + long)];
      // Between them as well, for hands pass each other in a moment.
      const worst = () =>
        Math.max(middle.strain, end.strain, at(t + long / 4).strain, at(t + (3 * long) / 4).strain);
      while (long > shortest && worst() * long > 2 * strain) {
        long = Math.max(long / 2, shortest);
        [middle, end] = [at(t + long / 2), at(t + long)];
      }
      this.#strained += long * Math.max(first.strain, middle.strain, end.strain);
      if (this.#strained > mostStrain)
        throw new WorkFault(
          'Pins stand in each other’s way: move them apart, turn them less, or give them smaller radii.',
        );
      if (1 - t - long < 1e-9) long = 1 - t;
      this.steps.push({ moments: [first.moment, middle.moment, end.moment], by: long });
      t += long;
      first = end;
    }
  }
}

/**
 * Hands that go ways, and at every moment what lies about them moves as an elastic sheet would that they lead (landmarks: Joshi
 * & Miller 2000). The flow of a smooth velocity never folds; backwards it is its own inverse. Hands are met to rounding: ways are
 * straight in each stretch and gone at an even pace, so that every stage of the Runge-Kutta method stands on them.
 */
export class PinFlow {
  readonly #steps: readonly Step[];
  /** What is done last, so that rigid motions are exact. */
  readonly #last: Rigid;
  readonly #at = new Float64Array(6);
  readonly #slopes = new Float64Array(24);
  readonly #stage = new Float64Array(6);
  readonly #velocity = new Float64Array(6);

  /**
   * Hands go from places to places, x and y of each in a row, by ways that `waysOf` sets out once the rigid motion of all, which
   * turns by so many radians, is taken off; `width` is how wide a hand is.
   * @throws WorkFault where they stand in each other's way.
   */
  constructor(
    private readonly hold: Hold,
    from: Float64Array,
    to: Float64Array,
    width: number,
    waysOf: (from: Float64Array, to: Float64Array, turn: number) => readonly Float64Array[],
  ) {
    this.#last = hold.free ? nearestMotion(from, to) : still;
    const ways = waysOf(from, before(this.#last, to), Math.atan2(this.#last[1], this.#last[0]));
    const stepping = new Stepping(hold, width, ways.length > 4 ? 1 : 1 / 4);
    ways.slice(1).forEach((knot, k) => {
      stepping.add({ from: ways[k], by: knot.map((v, i) => v - ways[k][i]) });
    });
    this.#steps = stepping.steps;
  }

  /** Writes where a place goes, and the Jacobian there. */
  readonly fill: MapFill = (x, y, out) => {
    const s = this.#at;
    s[0] = x;
    s[1] = y;
    s[2] = 1;
    s[3] = 0;
    s[4] = 0;
    s[5] = 1;
    for (const { moments, by } of this.#steps) this.#go(moments[0], moments[1], moments[2], by);
    const [cos, sin, tx, ty] = this.#last;
    for (let c = 0; c < 6; c += 2) {
      out[c] = cos * s[c] - sin * s[c + 1];
      out[c + 1] = sin * s[c] + cos * s[c + 1];
    }
    out[0] += tx;
    out[1] += ty;
  };

  /** Writes where a place came from, and how that changes: the flow backwards. */
  readonly back: MapFill = (x, y, out) => {
    const [cos, sin, tx, ty] = this.#last;
    const s = this.#at;
    s[0] = cos * (x - tx) + sin * (y - ty);
    s[1] = cos * (y - ty) - sin * (x - tx);
    s[2] = cos;
    s[3] = -sin;
    s[4] = sin;
    s[5] = cos;
    for (let i = this.#steps.length - 1; i >= 0; i--) {
      const { moments, by } = this.#steps[i];
      this.#go(moments[2], moments[1], moments[0], -by);
    }
    out.set(s);
  };

  /** One step of Runge and Kutta's method for a place and its Jacobian together. */
  #go(first: Moment, middle: Moment, last: Moment, by: number): void {
    const s = this.#at;
    const w = this.#stage;
    const v = this.#velocity;
    const k = this.#slopes;
    for (let r = 0; r < 4; r++) {
      const half = r === 3 ? by : by / 2;
      for (let c = 0; c < 6; c++) w[c] = r ? s[c] + half * k[6 * (r - 1) + c] : s[c];
      let moment = middle;
      if (r === 0) moment = first;
      else if (r === 3) moment = last;
      fillVelocity(this.hold, moment, w[0], w[1], v);
      const o = 6 * r;
      k[o] = v[0];
      k[o + 1] = v[1];
      k[o + 2] = v[2] * w[2] + v[4] * w[3];
      k[o + 3] = v[3] * w[2] + v[5] * w[3];
      k[o + 4] = v[2] * w[4] + v[4] * w[5];
      k[o + 5] = v[3] * w[4] + v[5] * w[5];
    }
    for (let c = 0; c < 6; c++) s[c] += (by / 6) * (k[c] + 2 * k[6 + c] + 2 * k[12 + c] + k[18 + c]);
  }
}

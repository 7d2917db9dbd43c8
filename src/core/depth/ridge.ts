import type { Tally } from '../geometry/budget';
import { type Cubic, cubicPoint, cubicTangent, isLine, lineCubic } from '../geometry/cubic';
import { angleBetween, type Point, radians } from '../geometry/vector';
import type { Reaches } from '../nearest/reach';

/** How far a ridge may lie from its true place, sheet units. */
const tolerance = 1e-3;
/** How far an edge may turn within one face. */
const mostTurn = radians(20);
/** Places of a stretch at which is looked whether what lies across changes. */
const looks = 8;
/** How closely the place of such a change is found, sheet units, and how often a ridge is halved at most. */
const samePlace = 1e-8;
const mostStretches = 400;
const mostHalvings = 11;

/** A line from the outline up to the ridge, at a parameter of its edge. */
export interface Fibre {
  readonly t: number;
  readonly foot: Point;
  readonly top: Point;
  readonly partner: number;
}

/** Where faces stand on the outline: an edge of it, or a corner that they fan out from. */
export interface Stand {
  fibre(t: number): Fibre;
  /** How far the direction of its fibres turns from end to end, radians. */
  readonly turn: number;
}

/** A curve of the outline, its fibres along its inward normals. */
export function edgeStand(s: Cubic, reaches: Reaches, width: number): Stand {
  return {
    turn: isLine(s)
      ? 0
      : [0, 1, 2, 3].reduce(
          (sum, i) => sum + angleBetween(cubicTangent(s, i / 4), cubicTangent(s, (i + 1) / 4)),
          0,
        ),
    fibre(t) {
      const foot = cubicPoint(s, t);
      const d = cubicTangent(s, t);
      const { radius, partner } = reaches.at(foot.x, foot.y, -d.y, d.x, width);
      return { t, foot, top: { x: foot.x - d.y * radius, y: foot.y + d.x * radius }, partner };
    },
  };
}

/** A corner that faces into the shape: what is nearest to it lies in the angle between the normals of its edges. */
export function cornerStand(foot: Point, from: Point, turn: number, reaches: Reaches, width: number): Stand {
  return {
    turn: Math.abs(turn),
    fibre(t) {
      const [c, s] = [Math.cos(turn * t), Math.sin(turn * t)];
      const [nx, ny] = [-from.y * c - from.x * s, -from.y * s + from.x * c];
      const { radius, partner } = reaches.at(foot.x, foot.y, nx, ny, width);
      return { t, foot, top: { x: foot.x + nx * radius, y: foot.y + ny * radius }, partner };
    },
  };
}

/** Fibres at the ends, where what lies across changes, and where it has turned far enough. */
function stretchesOf({ fibre, turn }: Stand): Fibre[] {
  const parts = Math.max(1, Math.ceil(turn / mostTurn));
  const n = Math.max(looks, 3 * parts);
  const out: Fibre[] = [];
  const between = (a: Fibre, b: Fibre): void => {
    if (a.partner === b.partner) return;
    const m = fibre((a.t + b.t) / 2);
    // Where the tops part more than the places do, what lies across ends there.
    const apart = Math.hypot(a.foot.x - b.foot.x, a.foot.y - b.foot.y);
    const above = Math.hypot(a.top.x - b.top.x, a.top.y - b.top.y);
    if ((apart < samePlace && above < samePlace) || b.t - a.t < 1e-12 || out.length > mostStretches) {
      out.push(m);
      return;
    }
    between(a, m);
    between(m, b);
  };
  let last = fibre(0);
  out.push(last);
  for (let i = 1; i <= n; i++) {
    const next = fibre(i / n);
    between(last, next);
    // Every third look ends a face of a curve.
    if (i === n || (parts > 1 && i % Math.ceil(n / parts) === 0)) out.push(next);
    last = next;
  }
  return out;
}

const cubicThrough = (p: Point, q: Point, r: Point, s: Point): Cubic => [
  p.x,
  p.y,
  (-5 * p.x + 18 * q.x - 9 * r.x + 2 * s.x) / 6,
  (-5 * p.y + 18 * q.y - 9 * r.y + 2 * s.y) / 6,
  (2 * p.x - 9 * q.x + 18 * r.x - 5 * s.x) / 6,
  (2 * p.y - 9 * q.y + 18 * r.y - 5 * s.y) / 6,
  s.x,
  s.y,
];

/** A cubic that is straight within rounding, as a line. */
function straightened(s: Cubic): Cubic {
  const [dx, dy] = [s[6] - s[0], s[7] - s[1]];
  const long = Math.hypot(dx, dy);
  const off = (i: number) => Math.abs((s[i] - s[0]) * dy - (s[i + 1] - s[1]) * dx);
  const limit = 1e-6 * long;
  return off(2) <= limit && off(4) <= limit ? lineCubic(s[0], s[1], s[6], s[7]) : s;
}

/** A stretch of the ridge over one of the parameter. */
export interface Ridge {
  readonly from: Fibre;
  readonly to: Fibre;
  readonly top: Cubic;
  /** Whether it is the end of the rim rather than where two of them meet. */
  readonly ends: boolean;
}

/** The ridge between two fibres, in as many cubics as it takes. */
function ridgesBetween(stand: Stand, a: Fibre, b: Fibre, tally: Tally, halvings = 0): Ridge[] {
  const at = (u: number) => stand.fibre(a.t + (b.t - a.t) * u);
  const cubic = cubicThrough(a.top, at(1 / 3).top, at(2 / 3).top, b.top);
  const off = (u: number) => {
    const [p, q] = [cubicPoint(cubic, u), at(u).top];
    return Math.hypot(p.x - q.x, p.y - q.y);
  };
  const fits = Math.max(off(1 / 6), off(1 / 2), off(5 / 6)) <= tolerance;
  if (fits || halvings >= mostHalvings) {
    tally.add(1);
    // Over a break that halving comes no nearer to, a curve would swing beyond both sides of it.
    const top = fits ? straightened(cubic) : lineCubic(a.top.x, a.top.y, b.top.x, b.top.y);
    return [{ from: a, to: b, top, ends: at(1 / 2).partner === -1 }];
  }
  const m = at(1 / 2);
  return [
    ...ridgesBetween(stand, a, m, tally, halvings + 1),
    ...ridgesBetween(stand, m, b, tally, halvings + 1),
  ];
}

/** The ridge over all of a stand, from one end to the other. @throws WorkFault where it comes to more than is counted. */
export function ridgesOf(stand: Stand, tally: Tally): Ridge[] {
  const fibres = stretchesOf(stand);
  return fibres.slice(1).flatMap((b, k) => ridgesBetween(stand, fibres[k], b, tally));
}

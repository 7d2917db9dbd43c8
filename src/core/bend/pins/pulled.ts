import { WorkFault } from '../../geometry/budget';
import type { Bounds } from '../../geometry/path';
import { radians } from '../../geometry/vector';
import { jacobianOf, type PlaneMap } from '../map';
import { elasticHold, fadingHold } from './hands';
import type { BendPin } from './pin';
import { PinFlow } from './pin-flow';
import { easedWays } from './ways';

/** Width of a hand as a share of what is bent: softer tips with more, further felt too. */
const wide = 0.2;
/** The same as a share of the reach where there is one: at it, about as little is left as in a stiff part. */
const ofReach = 0.4;
/** Places round a pin that go with it, by how many hands there are room for. */
const mostAround = 4;
const mostHands = 120;
/** Stretches of the ways at least, and the furthest that a pin turns and how much it grows in one. */
const fewestStretches = 4;
const mostTurn = Math.PI / 6;
const mostGrowth = Math.LN2;
/** Most multiplications that the moments at the ends of all stretches may take. */
const mostWork = 1e9;
/** How far to its left a way swerves at first, as a share of a hand: two that go straight at each other must part. */
const swerve = 0.01;

/** A hand: the pin it belongs to, and where off its centre it stands, before it is turned. */
interface Hand {
  readonly pin: number;
  readonly a: number;
  readonly b: number;
}

/** The hands of pins: each pin's own, and those round it where it has a size. */
function handsOf(pins: readonly BendPin[]): Hand[] {
  const sized = pins.filter((p) => p.radius > 0).length;
  const around = Math.min(mostAround, Math.floor((mostHands - pins.length) / Math.max(1, sized)));
  return pins.flatMap(({ radius }, pin) => {
    const ring = radius
      ? Array.from({ length: around }, (_, k) => {
          const angle = (2 * Math.PI * k) / around;
          return { pin, a: radius * Math.cos(angle), b: radius * Math.sin(angle) };
        })
      : [];
    return [{ pin, a: 0, b: 0 }, ...ring];
  });
}

/** How far a map turns what lies at a pin, radians within half a turn. */
function turnAt(map: PlaneMap, { x, y }: BendPin): number {
  const [xx, yx, xy, yy] = jacobianOf(map, x, y);
  return Math.atan2(yx - xy, xx + yy);
}

/** An angle with as many whole turns as come nearest to another. */
const nearestTurn = (angle: number, to: number): number =>
  angle + 2 * Math.PI * Math.round((to - angle) / (2 * Math.PI));

/** Knots of the hands, each pin's going straight and those round it turning about it. */
function setOut(
  hands: readonly Hand[],
  from: Float64Array,
  to: Float64Array,
  turn: (pin: number, of: number) => number,
  width: number,
): Float64Array[] {
  const own = hands.map((h) => hands.findIndex((o) => o.pin === h.pin));
  const offsets = hands.map(({ pin }, i) => {
    const o = own[i];
    const at = (w: Float64Array) => [w[2 * i] - w[2 * o], w[2 * i + 1] - w[2 * o + 1]] as const;
    const [a, b] = [at(from), at(to)];
    const size = Math.hypot(...a) || 1;
    const angle = Math.atan2(a[0] * b[1] - a[1] * b[0], a[0] * b[0] + a[1] * b[1]);
    return { a, turn: turn(pin, angle), growth: o === i ? 0 : Math.log(Math.hypot(...b) / size) };
  });
  const stretches = Math.ceil(
    offsets.reduce(
      (n, o) => Math.max(n, Math.abs(o.turn) / mostTurn, Math.abs(o.growth) / mostGrowth),
      fewestStretches,
    ),
  );
  if (stretches * (2 * hands.length + 3) ** 3 > mostWork)
    throw new WorkFault('The pins turn more often than can be followed: turn them less, or take some away.');
  return Array.from({ length: stretches + 1 }, (_, k) => {
    if (k === 0) return from;
    if (k === stretches) return to;
    const t = k / stretches;
    const out = new Float64Array(from.length);
    hands.forEach((_, i) => {
      const c = 2 * own[i];
      const [dx, dy] = [to[c] - from[c], to[c + 1] - from[c + 1]];
      const aside = (swerve * width * Math.sin(Math.PI * t)) / (Math.hypot(dx, dy) + width);
      const { a, turn: by, growth } = offsets[i];
      const grown = Math.exp(t * growth);
      const [cos, sin] = [grown * Math.cos(t * by), grown * Math.sin(t * by)];
      out[2 * i] = from[c] + t * dx + aside * dy + cos * a[0] - sin * a[1];
      out[2 * i + 1] = from[c + 1] + t * dy - aside * dx + sin * a[0] + cos * a[1];
    });
    return out;
  });
}

/** What was done of pins' pulls already, and what all of them would come to where they folded. */
export interface Held {
  readonly map: PlaneMap;
  /** How much of each pull it is, 0–1. */
  readonly share: number;
  readonly whole: PlaneMap;
}

/**
 * Returns the flow that takes pins, over bounds in the same units, from where `held` leaves them to where they are to be: after
 * it, all are met, and nothing folds. @throws WorkFault where they turn too often.
 */
export function pulledOn(pins: readonly BendPin[], held: Held, b: Bounds, reach: number): PinFlow {
  const fades = reach < Number.POSITIVE_INFINITY;
  const width = fades ? reach * ofReach : wide * Math.sqrt((b.x1 - b.x0) * (b.y1 - b.y0));
  const hold = (fades ? fadingHold : elasticHold)(width);
  const hands = handsOf(pins);
  const turns = pins.map((p) => (p.turns && p.radius ? radians(p.turn) : turnAt(held.whole, p)));
  const left = pins.map((p, i) => turns[i] - nearestTurn(turnAt(held.map, p), held.share * turns[i]));
  const from = new Float64Array(2 * hands.length);
  const to = new Float64Array(2 * hands.length);
  hands.forEach(({ pin, a, b: down }, i) => {
    const p = pins[pin];
    const q = held.map.at(p.x + a, p.y + down);
    from.set([q.x, q.y], 2 * i);
    const [re, im] = [p.scale * Math.cos(turns[pin]), p.scale * Math.sin(turns[pin])];
    to.set([p.toX + re * a - im * down, p.toY + im * a + re * down], 2 * i);
  });
  return new PinFlow(hold, from, to, width, (start, end, all) => {
    const turn = (pin: number, angle: number) => nearestTurn(angle, left[pin] - all);
    return easedWays(hold, setOut(hands, start, end, turn, width), width);
  });
}

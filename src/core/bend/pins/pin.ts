/** A point of what is bent, where it goes, and how what lies about it is turned and scaled; all by one frame. */
export interface BendPin {
  readonly x: number;
  readonly y: number;
  readonly toX: number;
  readonly toY: number;
  /** Degrees clockwise; of account only where it turns and has a radius. */
  readonly turn: number;
  readonly scale: number;
  /** How far about it what lies there keeps its form, as a share of the frame's longer side; 0 for the point alone. */
  readonly radius: number;
  /** Whether its turn is given; otherwise it turns as those about it say. */
  readonly turns: boolean;
}

/** The radius that a pin takes on once it is turned or scaled, and how far off it the grips for that stand until then. */
export const usualRadius = 0.12;

/** Most pins of one bend. */
export const mostPins = 60;
const stored = 8;
const farthest = 1e4;

const within = (v: number): number => Math.min(farthest, Math.max(-farthest, v));

export const plainPin = (x: number, y: number): BendPin => ({
  x,
  y,
  toX: x,
  toY: y,
  turn: 0,
  scale: 1,
  radius: 0,
  turns: false,
});

export const pinNumbers = (pins: readonly BendPin[]): number[] =>
  pins.flatMap((p) => [p.x, p.y, within(p.toX), within(p.toY), p.turn, p.scale, p.radius, p.turns ? 1 : 0]);

/** Why numbers are no pins, in plain words, or null where they are. */
export function pinsFault(value: unknown): string | null {
  if (!Array.isArray(value) || !value.every((v) => typeof v === 'number' && Math.abs(v) <= farthest))
    return `must be a list of numbers, none beyond ${farthest}`;
  if (value.length % stored || value.length > stored * mostPins)
    return `must have ${stored} numbers for each of at most ${mostPins} pins`;
  const sound = value.every((v: number, i) => {
    if (i % stored === 5) return v >= 0.01 && v <= 100;
    return i % stored !== 6 || (v >= 0 && v <= 2);
  });
  return sound ? null : 'must have scales from 1 to 10,000 % and radii from 0 to 200 %';
}

const read = new WeakMap<readonly number[], readonly BendPin[]>();

/** The pins that sound numbers tell; the same list for the same numbers. */
export function pinsFrom(numbers: readonly number[]): readonly BendPin[] {
  let pins = read.get(numbers);
  if (!pins) {
    pins = Array.from({ length: numbers.length / stored }, (_, i) => {
      const [x, y, toX, toY, turn, scale, radius, turns] = numbers.slice(stored * i, stored * i + stored);
      return { x, y, toX, toY, turn, scale, radius, turns: turns === 1 };
    });
    read.set(numbers, pins);
  }
  return pins;
}

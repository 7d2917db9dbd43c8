/** A point or a direction in sheet units, y downwards. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

export const point = (x: number, y: number): Point => ({ x, y });

/** Distance between two points, in sheet units. */
export const distance = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y);

/** The point at fraction `t` of the way from `a` to `b`. */
export const mix = (a: Point, b: Point, t: number): Point => ({
  x: a.x + (b.x - a.x) * t,
  y: a.y + (b.y - a.y) * t,
});

/** Product of the lengths of two directions and the cosine of the angle between them. */
export const dot = (a: Point, b: Point): number => a.x * b.x + a.y * b.y;

/** Product of the lengths of two directions and the sine of the angle from one to the other, clockwise on screen. */
export const cross = (a: Point, b: Point): number => a.x * b.y - a.y * b.x;

/** How far one direction is turned from another, radians clockwise on screen, −π to π. */
export const turnBetween = (a: Point, b: Point): number => Math.atan2(cross(a, b), dot(a, b));

/** The angle between two directions, radians, 0 to π. */
export const angleBetween = (a: Point, b: Point): number => Math.abs(turnBetween(a, b));

/** Degrees to radians. */
export const radians = (degrees: number): number => (degrees * Math.PI) / 180;

/** Radians to degrees. */
export const degrees = (angle: number): number => (angle * 180) / Math.PI;

/**
 * Cosine and sine of an angle in degrees, exact at every multiple of 90° so
 * that quarter turns map shared vertices onto each other bit for bit.
 */
export function turnOf(angle: number): { cos: number; sin: number } {
  const quarter = angle / 90;
  if (Number.isInteger(quarter)) {
    const k = ((quarter % 4) + 4) % 4;
    return { cos: [1, 0, -1, 0][k] as number, sin: [0, 1, 0, -1][k] as number };
  }
  const r = radians(angle);
  return { cos: Math.cos(r), sin: Math.sin(r) };
}

/** A number to so many decimals: what rounding left behind it goes. */
export const toPlaces = (v: number, places: number): number => Number(v.toFixed(places));

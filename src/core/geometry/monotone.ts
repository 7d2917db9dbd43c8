/**
 * A curve over 0–1 through points: place and height in turn, places rising from 0 to 1. It is smooth, runs level where it
 * turns round, and overshoots no point (Fritsch & Carlson 1980: cubics between points, their slopes limited to a circle of 3).
 */
export type CurvePoints = readonly number[];

export interface MonotoneCurve {
  heightAt(place: number): number;
  slopeAt(place: number): number;
}

/** Less room than this between two points is a step, less rise is level. */
const upright = 1e-6;
const level = 1e-12;

/** Slopes at the points. */
function slopesOf(points: CurvePoints): Float64Array {
  const n = points.length / 2;
  const chords = Array.from({ length: n - 1 }, (_, i) => {
    const run = points[2 * i + 2] - points[2 * i];
    const rise = points[2 * i + 3] - points[2 * i + 1];
    return run > upright && Math.abs(rise) > level ? rise / run : 0;
  });
  const slopes = Float64Array.from({ length: n }, (_, i) => {
    if (i === 0) return chords[0];
    if (i === n - 1) return chords[n - 2];
    return chords[i - 1] * chords[i] > 0 ? (chords[i - 1] + chords[i]) / 2 : 0;
  });
  for (const [i, chord] of chords.entries()) {
    if (chord === 0) {
      slopes[i] = 0;
      slopes[i + 1] = 0;
      continue;
    }
    const [a, b] = [slopes[i] / chord, slopes[i + 1] / chord];
    const far = Math.hypot(a, b);
    if (far > 3) {
      slopes[i] = (3 * a * chord) / far;
      slopes[i + 1] = (3 * b * chord) / far;
    }
  }
  return slopes;
}

/** The curve through points; before the first and after the last it is level. */
export function monotoneCurve(points: CurvePoints): MonotoneCurve {
  const n = points.length / 2;
  const slopes = slopesOf(points);
  const spanAt = (place: number): number => {
    let i = 0;
    while (i < n - 2 && place >= points[2 * i + 2]) i++;
    return i;
  };
  const out = (place: number): boolean => place < points[0] || place > points[2 * n - 2];
  return {
    heightAt(place) {
      if (out(place)) return place < points[0] ? points[1] : points[2 * n - 1];
      const i = spanAt(place);
      const h = points[2 * i + 2] - points[2 * i];
      if (h <= upright) return points[2 * i + 3];
      const t = (place - points[2 * i]) / h;
      const [a, b] = [t * t * (3 - 2 * t), t * (1 - t)];
      return (
        points[2 * i + 1] * (1 - a) +
        points[2 * i + 3] * a +
        h * b * (slopes[i] * (1 - t) - slopes[i + 1] * t)
      );
    },
    slopeAt(place) {
      if (out(place)) return 0;
      const i = spanAt(place);
      const h = points[2 * i + 2] - points[2 * i];
      if (h <= upright) return 0;
      const t = (place - points[2 * i]) / h;
      const rise = (points[2 * i + 3] - points[2 * i + 1]) / h;
      return 6 * t * (1 - t) * rise + slopes[i] * (1 - t) * (1 - 3 * t) + slopes[i + 1] * t * (3 * t - 2);
    },
  };
}

/**
 * Returns the slope of the curve through points in pieces, five numbers each: where one begins, how long it is, its rise a unit, and the
 * slopes at its ends (Hermite); at least one. Beyond them the curve is level.
 */
export function monotoneSpans(points: CurvePoints): Float64Array {
  const slopes = slopesOf(points);
  const spans: number[] = [];
  for (let i = 0; i < slopes.length - 1; i++) {
    const h = points[2 * i + 2] - points[2 * i];
    if (h > upright)
      spans.push(points[2 * i], h, (points[2 * i + 3] - points[2 * i + 1]) / h, slopes[i], slopes[i + 1]);
  }
  return Float64Array.from(spans.length ? spans : [0, 1, 0, 0, 0]);
}

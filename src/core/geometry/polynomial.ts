/** Value of a polynomial, its coefficients from the highest power down (Horner). */
export const polynomialAt = (coefficients: readonly number[], t: number): number =>
  coefficients.reduce((sum, k) => sum * t + k, 0);

/** A root of a function between two places where its signs differ, by Newton's method kept within halving bounds. */
function rootBetween(p: readonly number[], slope: readonly number[], from: number, to: number): number {
  const rising = polynomialAt(p, from) < 0;
  let [low, high] = [from, to];
  let t = (low + high) / 2;
  for (let k = 0; k < 60; k++) {
    const v = polynomialAt(p, t);
    if (v === 0) return t;
    if (v < 0 === rising) low = t;
    else high = t;
    const s = polynomialAt(slope, t);
    const next = t - v / s;
    const kept = next > low && next < high ? next : (low + high) / 2;
    if (Math.abs(kept - t) < 1e-15) return kept;
    t = kept;
  }
  return t;
}

/** Pascal's triangle as far as the polynomials here need it. */
const binomials = [[1], [1, 1], [1, 2, 1], [1, 3, 3, 1], [1, 4, 6, 4, 1], [1, 5, 10, 10, 5, 1]];

/** Whether all control values over 0–1 have one sign: the polynomial then has it too (Bernstein form). */
function keepsSign(p: readonly number[]): boolean {
  const n = p.length - 1;
  const row = binomials[n];
  if (!row) return false;
  let [some, others] = [false, false];
  for (let i = 0; i <= n; i++) {
    let v = 0;
    for (let k = 0; k <= i; k++) v += (p[n - k] * binomials[i][k]) / row[k];
    if (v > 0) some = true;
    else if (v < 0) others = true;
    else return false;
    if (some && others) return false;
  }
  return true;
}

/**
 * Places in (0, 1) where a polynomial changes its sign, rising: between the roots of its derivative it runs one way. Its
 * coefficients come from the highest power down; powers that rounding alone left behind count as none.
 */
export function signChanges(coefficients: readonly number[]): number[] {
  const largest = Math.max(0, ...coefficients.map(Math.abs));
  const first = coefficients.findIndex((k) => Math.abs(k) > 1e-14 * largest);
  if (first < 0) return [];
  const p = coefficients.slice(first);
  const degree = p.length - 1;
  if (degree < 1 || keepsSign(p)) return [];
  const slope = p.slice(0, -1).map((k, i) => k * (degree - i));
  const turns = [0, ...signChanges(slope), 1];
  const out: number[] = [];
  for (let i = 0; i + 1 < turns.length; i++) {
    const [a, b] = [polynomialAt(p, turns[i]), polynomialAt(p, turns[i + 1])];
    if (a === 0 || b === 0 || a < 0 === b < 0) continue;
    const t = rootBetween(p, slope, turns[i], turns[i + 1]);
    if (t > 1e-9 && t < 1 - 1e-9) out.push(t);
  }
  return out;
}

/** The coefficients of one coordinate of a cubic Bézier curve, from t³ down, about an origin. */
export const bezierPowers = (p: number, q: number, r: number, s: number, origin: number) =>
  [s - 3 * r + 3 * q - p, 3 * (r - 2 * q + p), 3 * (q - p), p - origin] as const;

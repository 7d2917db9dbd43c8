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
  if (degree < 1) return [];
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

/**
 * Solves a system of n equations, rows of `a` in a row, for one right side in place: elimination with row pivots. What a singular
 * system leaves open is 0.
 */
export function solveDense(a: Float64Array, b: Float64Array, n: number): void {
  for (let k = 0; k < n; k++) {
    const p = pivotOf(a, n, k);
    if (p !== k) swapRows(a, b, n, k, p);
    const d = a[k * n + k];
    if (d === 0) continue;
    for (let i = k + 1; i < n; i++) {
      const f = a[i * n + k] / d;
      if (f === 0) continue;
      for (let j = k; j < n; j++) a[i * n + j] -= f * a[k * n + j];
      b[i] -= f * b[k];
    }
  }
  for (let i = n - 1; i >= 0; i--) {
    let s = b[i];
    for (let j = i + 1; j < n; j++) s -= a[i * n + j] * b[j];
    b[i] = a[i * n + i] === 0 ? 0 : s / a[i * n + i];
  }
}

/** The row from k on whose entry in column k is the largest. */
function pivotOf(a: Float64Array, n: number, k: number): number {
  let p = k;
  for (let i = k + 1; i < n; i++) if (Math.abs(a[i * n + k]) > Math.abs(a[p * n + k])) p = i;
  return p;
}

function swapRows(a: Float64Array, b: Float64Array, n: number, k: number, p: number): void {
  for (let j = k; j < n; j++) {
    const t = a[k * n + j];
    a[k * n + j] = a[p * n + j];
    a[p * n + j] = t;
  }
  const t = b[k];
  b[k] = b[p];
  b[p] = t;
}

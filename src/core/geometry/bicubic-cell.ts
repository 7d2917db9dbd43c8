/**
 * Writes the value of a bicubic cell at the shares (s, t) of it across and down, and how that changes: x, y, ∂x/∂X, ∂y/∂X,
 * ∂x/∂Y, ∂y/∂Y, where a cell is so wide and so high in X and Y. From `at` on stand 16 coefficients of x, then of y, from the
 * lowest powers up, those of t fastest.
 */
export function fillFromCell(
  coefficients: Float64Array,
  at: number,
  s: number,
  t: number,
  width: number,
  height: number,
  out: Float64Array,
): void {
  for (let c = 0; c < 2; c++) {
    let f = 0;
    let fs = 0;
    let ft = 0;
    for (let k = at + 16 * c + 12, p = 3; p >= 0; p--, k -= 4) {
      const k1 = coefficients[k + 1];
      const k2 = coefficients[k + 2];
      const k3 = coefficients[k + 3];
      fs = fs * s + f;
      f = f * s + ((k3 * t + k2) * t + k1) * t + coefficients[k];
      ft = ft * s + (3 * k3 * t + 2 * k2) * t + k1;
    }
    out[c] = f;
    out[2 + c] = fs / width;
    out[4 + c] = ft / height;
  }
}

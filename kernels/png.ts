// Filters of PNG rows (PNG 3rd edition, 9.2): differences from what lies left and above, sixteen bytes at once.

@inline function sumOf(v: v128): v128 {
  return i32x4.extadd_pairwise_i16x8_u(i16x8.extadd_pairwise_i8x16_u(i8x16.abs(v)));
}

/** Which of left, above and upper left is nearest to left + above − upper left (PNG 3rd edition, 9.4). */
@inline function paeth(a: v128, b: v128, c: v128): v128 {
  const p = i16x8.sub(b, c), q = i16x8.sub(a, c);
  const pa = i16x8.abs(p), pb = i16x8.abs(q), pc = i16x8.abs(i16x8.add(p, q));
  const first = v128.and(i16x8.le_s(pa, pb), i16x8.le_s(pa, pc));
  return v128.bitselect(a, v128.bitselect(b, c, i16x8.le_s(pb, pc)), first);
}

/** What a filter expects sixteen bytes to be: 1 the pixel left of it, 2 the one above, 4 Paeth's choice. */
@inline function expected(kind: i32, at: usize, above: usize, pixel: usize): v128 {
  if (kind == 2) return v128.load(above);
  const a = v128.load(at - pixel);
  if (kind == 1) return a;
  const b = v128.load(above), c = v128.load(above - pixel);
  return i8x16.narrow_i16x8_u(
    paeth(i16x8.extend_low_i8x16_u(a), i16x8.extend_low_i8x16_u(b), i16x8.extend_low_i8x16_u(c)),
    paeth(i16x8.extend_high_i8x16_u(a), i16x8.extend_high_i8x16_u(b), i16x8.extend_high_i8x16_u(c)),
  );
}

/**
 * Writes the differences of a row from what a filter expects to `out`; returns the sum of their distances from 0. `pixel` noughts stand
 * before the row and before the one above; up to sixteen bytes beyond the row are read and written, and not counted.
 */
export function filterRow(kind: i32, row: usize, above: usize, count: i32, pixel: i32, out: usize): i32 {
  let sums = i32x4.splat(0);
  let i = 0;
  for (; i + 16 <= count; i += 16) {
    const v = i8x16.sub(v128.load(row + i), expected(kind, row + i, above + i, pixel));
    v128.store(out + i, v);
    sums = i32x4.add(sums, sumOf(v));
  }
  let sum = i32x4.extract_lane(sums, 0) + i32x4.extract_lane(sums, 1) + i32x4.extract_lane(sums, 2) + i32x4.extract_lane(sums, 3);
  if (i < count) {
    v128.store(out + i, i8x16.sub(v128.load(row + i), expected(kind, row + i, above + i, pixel)));
    for (; i < count; i++) sum += abs<i32>(load<i8>(out + i));
  }
  return sum;
}

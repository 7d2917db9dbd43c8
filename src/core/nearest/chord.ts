/**
 * Where on the line of a chord a place has its foot: 0 where the chord begins, 1 where it ends, beyond that outside.
 * `c` is the first of the chord's five numbers (`EdgeOutline.chords`); the place in pixels.
 */
export function alongChord(chords: Float64Array, c: number, x: number, y: number): number {
  return ((x - chords[c]) * chords[c + 2] + (y - chords[c + 1]) * chords[c + 3]) * chords[c + 4];
}

/** The squared distance from a place to a chord, its ends included, in square pixels; `c` as for `alongChord`. */
export function squaredToChord(chords: Float64Array, c: number, x: number, y: number): number {
  const along = alongChord(chords, c, x, y);
  const s = along < 0 ? 0 : along > 1 ? 1 : along;
  const fx = x - chords[c] - chords[c + 2] * s;
  const fy = y - chords[c + 1] - chords[c + 3] * s;
  return fx * fx + fy * fy;
}

import { budget, spend } from '../geometry/budget';
import { type Cubic, cubicLength, subCubic } from '../geometry/cubic';
import { type Contour, contourOf, type Path, segmentsOf } from '../geometry/path';

/** The parameter at which a cubic has run `length` from its start. */
function parameterAt(s: Cubic, length: number, whole: number): number {
  if (length <= 0) return 0;
  if (length >= whole) return 1;
  let lo = 0;
  let hi = 1;
  let t = length / whole;
  for (let i = 0; i < 40; i++) {
    const off = cubicLength(s, 0, t) - length;
    if (Math.abs(off) < 1e-9 * whole) break;
    if (off > 0) hi = t;
    else lo = t;
    t = (lo + hi) / 2;
  }
  return t;
}

/** The piece of a run of cubics between two lengths from its start. */
function stretch(cubics: readonly Cubic[], lengths: readonly number[], from: number, to: number): Cubic[] {
  const out: Cubic[] = [];
  let start = 0;
  cubics.forEach((s, i) => {
    const end = start + lengths[i];
    if (end > from && start < to && lengths[i] > 0) {
      const t0 = parameterAt(s, from - start, lengths[i]);
      const t1 = parameterAt(s, to - start, lengths[i]);
      if (t1 > t0) out.push(subCubic(s, t0, t1));
    }
    start = end;
  });
  return out;
}

/** Dashes a contour may have; a finer pattern than that is drawn whole. */
const dashLimit = 4000;

const periodOf = (pattern: readonly number[]): number => pattern.reduce((a, b) => a + b, 0);

/** Dashes of a contour, before they are cut; none where it is drawn whole. */
function dashCount(c: Contour, pattern: readonly number[]): number {
  const periods = segmentsOf(c).reduce((sum, s) => sum + cubicLength(s), 0) / periodOf(pattern);
  return periods > dashLimit ? 0 : (periods * pattern.length) / 2;
}

/** How long a dash is made that has no length, as a share of its contour: its caps alone show, along the contour. */
const dotLength = 1e-9;

function dashContour(c: Contour, pattern: readonly number[], offset: number, dots: boolean): Contour[] {
  const cubics = segmentsOf(c);
  const lengths = cubics.map((s) => cubicLength(s));
  const total = lengths.reduce((a, b) => a + b, 0);
  const period = periodOf(pattern);
  if (total / period > dashLimit) return [c];
  const out: Cubic[][] = [];
  let at = -(((offset % period) + period) % period);
  let [fromStart, toEnd] = [false, false];
  for (let k = 0; at < total; k++) {
    const end = at + pattern[k % pattern.length];
    const isDot = dots && end === at && at >= 0;
    if (k % 2 === 0 && (isDot || (end > 0 && end > at))) {
      const to = isDot ? at + dotLength * total : end;
      const piece = stretch(cubics, lengths, Math.max(0, at), Math.min(total, to));
      if (piece.length) out.push(piece);
      if (!isDot && at <= 0) fromStart = true;
      toEnd = !isDot && end >= total;
    }
    at = end;
  }
  // Where a closed line begins within a dash, that goes on from its end, with a join there.
  if (c.closed && fromStart && toEnd && out.length > 1) out[0] = [...(out.pop() ?? []), ...out[0]];
  return out.map((piece) => contourOf(piece, false));
}

/**
 * A path's outline as dashes (SVG 2, stroke-dasharray): open contours for the even entries of
 * the pattern, which repeats; an odd pattern is doubled. A pattern without length leaves the path whole, as does one of
 * more than 4,000 dashes a contour. A closed contour that begins within a dash goes on there from its end, as one dash.
 * @param dots whether dashes of no length are there, as round and square caps show them (SVG 2, 13.5.6)
 * @throws WorkFault where all contours together would have more dashes than are combined at once.
 */
export function dashPath(path: Path, pattern: readonly number[], offset = 0, dots = false): Path {
  const usable = pattern.every((v) => v >= 0 && Number.isFinite(v)) && pattern.some((v) => v > 0);
  if (!usable) return path;
  const even = pattern.length % 2 ? [...pattern, ...pattern] : pattern;
  const dashes = path.contours.reduce((sum, c) => sum + dashCount(c, even), 0);
  spend(dashes, budget().combined, 'This would make', 'dashes; the most is');
  return { contours: path.contours.flatMap((c) => dashContour(c, even, offset, dots)), fillRule: 'nonzero' };
}

import { makeSource } from '../../document/create';
import { sourceReferences } from '../../document/part-references';
import type { Part } from '../../document/types';
import { applyTo, type Matrix, matrixPlace, multiply, placeMatrix, translation } from '../../geometry/matrix';
import { toPlaces } from '../../geometry/vector';
import { isPrimitive, type PrimitiveSource, paramsOf, primitives } from '../../source';
import type { DrawnContour } from '../../source/drawn-path';

/** The contours of a drawn path; null for any other part. */
export const drawnContours = (part: Part | undefined): readonly DrawnContour[] | null =>
  part?.source.kind === 'path' ? part.source.contours : null;

const outlines = new WeakMap<PrimitiveSource, readonly DrawnContour[]>();

/** The contours that a part's own outline has, in its own coordinates; null for one that has none of its own. */
export function contoursOf(part: Part | undefined): readonly DrawnContour[] | null {
  const source = part?.source;
  if (!source || !isPrimitive(source)) return null;
  if (source.kind === 'path') return source.contours;
  // What rests on others, such as words along a part, is no outline of its own.
  if (sourceReferences(source).length) return null;
  let known = outlines.get(source);
  if (!known) {
    const { contours } = primitives[source.kind].outline(paramsOf(source));
    known = contours.map(({ xy, closed }) => ({ xy: Array.from(xy), closed }));
    outlines.set(source, known);
  }
  return known;
}

/** The affine map that takes all numbers of contours to those of others, or null where there is none that turns nothing over. */
function affineBetween(a: readonly DrawnContour[], b: readonly DrawnContour[]): Matrix | null {
  if (a.length !== b.length || a.some((c, i) => c.closed !== b[i].closed || c.xy.length !== b[i].xy.length))
    return null;
  const [p, q] = [a, b].map((list) => list.flatMap((c) => [...c.xy]));
  const n = p.length / 2;
  if (n < 3) return null;
  const mean = (v: readonly number[], k: number) => v.reduce((s, x, i) => (i % 2 === k ? s + x : s), 0) / n;
  const [px, py, qx, qy] = [mean(p, 0), mean(p, 1), mean(q, 0), mean(q, 1)];
  let [xx, xy, yy, ux, uy, vx, vy] = [0, 0, 0, 0, 0, 0, 0];
  for (let i = 0; i < p.length; i += 2) {
    const [x, y, u, v] = [p[i] - px, p[i + 1] - py, q[i] - qx, q[i + 1] - qy];
    xx += x * x;
    xy += x * y;
    yy += y * y;
    ux += u * x;
    uy += u * y;
    vx += v * x;
    vy += v * y;
  }
  const det = xx * yy - xy * xy;
  if (!(det > 1e-12 * (xx + yy) ** 2)) return null;
  const m: Matrix = [
    (ux * yy - uy * xy) / det,
    (vx * yy - vy * xy) / det,
    (uy * xx - ux * xy) / det,
    (vy * xx - vx * xy) / det,
    0,
    0,
  ];
  const at = applyTo(m, { x: px, y: py });
  const map: Matrix = [m[0], m[1], m[2], m[3], qx - at.x, qy - at.y];
  const size = Math.sqrt((xx + yy) / n);
  for (let i = 0; i < p.length; i += 2) {
    const to = applyTo(map, { x: p[i], y: p[i + 1] });
    if (Math.hypot(to.x - q[i], to.y - q[i + 1]) > 1e-7 * size) return null;
  }
  return map[0] * map[3] - map[1] * map[2] > 1e-6 ? map : null;
}

const tidy = (v: number): number => toPlaces(v, 9);

/** A part whose own numbers and place say what an affine map of its outline comes to. */
function mappedLive(part: Part & { source: PrimitiveSource }, map: Matrix): Part | null {
  const definition = primitives[part.source.kind];
  const { x, y, turn, skew, scaleX, scaleY } = matrixPlace(map);
  const resized = definition.resize?.(paramsOf(part.source), tidy(scaleX), tidy(scaleY));
  if (!resized) return null;
  // What the size does not say is left to the place.
  const rest = multiply(
    translation(x, y),
    placeMatrix({ x: 0, y: 0, turn: tidy(turn), skew: tidy(skew), scaleX: 1, scaleY: 1 }),
  );
  const upright = Math.abs(turn) < 1e-9 && Math.abs(skew) < 1e-9;
  const whole = multiply(placeMatrix(part.place), rest);
  // A mere shift leaves the other numbers of the place as they are.
  const place = upright ? { ...part.place, x: whole[4], y: whole[5] } : matrixPlace(whole);
  return { ...part, source: { kind: part.source.kind, ...resized } as PrimitiveSource, place };
}

/**
 * A part whose outline has other contours: it stays what it is where its kind can say them by its size and its place, and
 * is a drawn path otherwise. Its steps, coats and finishes stay live.
 */
export function withOutline(part: Part, contours: readonly DrawnContour[]): Part {
  const { source } = part;
  if (!isPrimitive(source)) return part;
  if (source.kind === 'path') return { ...part, source: { ...source, contours } };
  const map = affineBetween(contoursOf(part) ?? [], contours);
  const live = map && mappedLive({ ...part, source }, map);
  if (live) return live;
  const { fillRule } = primitives[source.kind].outline(paramsOf(source));
  return { ...part, source: makeSource('path', { contours, fillRule }) };
}

/** What became of parts whose points were moved, in words: those that are drawn paths now; null where none is. */
export function saidOfPaths(
  before: Readonly<Record<string, Part>>,
  after: Readonly<Record<string, Part>>,
  ids: Iterable<string>,
): string | null {
  const names = [...new Set(ids)]
    .filter((id) => before[id]?.source.kind !== 'path' && after[id]?.source.kind === 'path')
    .map((id) => `“${before[id].name}”`);
  if (!names.length) return null;
  return names.length > 1
    ? `${names.join(' and ')} are drawn paths now.`
    : `${names[0]} is a drawn path now.`;
}

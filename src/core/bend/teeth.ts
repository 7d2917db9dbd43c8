import type { MeasuredContour, PlaceAlong } from '../geometry/along';
import type { Tally } from '../geometry/budget';
import { type Cubic, lineCubic, subCubic } from '../geometry/cubic';
import { contourOf, type Path } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { alongContours, outwards, placeAlong, type Side, sidesOf } from './along-outline';

/** The forms that teeth have, by name and by what they are called. */
export const toothForms = { points: 'Points', rounds: 'Rounds', blocks: 'Blocks' } as const;
export type ToothForm = keyof typeof toothForms;

export interface Teeth {
  readonly form: ToothForm;
  /** Length that a tooth and its gap are to have, sheet units; each side takes a whole number of them. */
  readonly length: number;
  readonly height: number;
  /** Share of that length left as it is. */
  readonly gap: number;
  /** How far the top stands off the middle, as a share of half the tooth. */
  readonly lean: number;
}

const line = (a: Point, b: Point): Cubic => lineCubic(a.x, a.y, b.x, b.y);

/** Length of a handle for a quarter of a circle of radius 1. */
const quarter = (4 / 3) * (Math.SQRT2 - 1);

const off = ({ p, d }: PlaceAlong, by: number): Point => ({ x: p.x + by * d.y, y: p.y - by * d.x });

const plus = (p: Point, d: Point, k: number): Point => ({ x: p.x + k * d.x, y: p.y + k * d.y });

const curve = (a: Point, h: Point, k: Point, b: Point): Cubic => [a.x, a.y, h.x, h.y, k.x, k.y, b.x, b.y];

type Shape = (foot: PlaceAlong, top: PlaceAlong, end: PlaceAlong, height: number) => Cubic[];

/** One tooth from foot to foot; its top is a place between them. */
const shapes: { readonly [K in ToothForm]: Shape } = {
  points(foot, top, end, height) {
    const tip = off(top, height);
    return [line(foot.p, tip), line(tip, end.p)];
  },
  rounds(foot, top, end, height) {
    const tip = off(top, height);
    const out = { x: tip.x - top.p.x, y: tip.y - top.p.y };
    const [a, b] = [foot.p, end.p];
    const back = { x: a.x - top.p.x, y: a.y - top.p.y };
    const on = { x: b.x - top.p.x, y: b.y - top.p.y };
    return [
      curve(a, plus(a, out, quarter), plus(tip, back, quarter), tip),
      curve(tip, plus(tip, on, quarter), plus(b, out, quarter), b),
    ];
  },
  blocks(foot, _, end, height) {
    const [p, q] = [off(foot, height), off(end, height)];
    return [line(foot.p, p), line(p, q), line(q, end.p)];
  },
};

/** The contour itself between two lengths, which may lie beyond its end. */
function asItIs(arc: MeasuredContour, from: number, to: number): Cubic[] {
  if (to - from < 1e-9) return [];
  const [a, b] = [placeAlong(arc, from), placeAlong(arc, to, true)];
  const n = arc.segments.length;
  const out: Cubic[] = [];
  for (let i = a.segment, turns = 0; turns <= n; i = (i + 1) % n, turns++) {
    const first = turns === 0;
    const last = i === b.segment && (!first || b.t > a.t);
    const s = subCubic(arc.segments[i], first ? a.t : 0, last ? b.t : 1);
    if (s[0] !== s[6] || s[1] !== s[7]) out.push(s);
    if (last) break;
  }
  return out;
}

const teethOn = ({ from, to }: Side, length: number): number => Math.max(1, Math.round((to - from) / length));

function toothedSide(arc: MeasuredContour, side: Side, teeth: Teeth, height: number): Cubic[] {
  const n = teethOn(side, teeth.length);
  const long = (side.to - side.from) / n;
  const flat = (long * teeth.gap) / 2;
  return Array.from({ length: n }, (_, k) => {
    const [start, stop] = [side.from + k * long, side.from + (k + 1) * long];
    const [foot, end] = [start + flat, stop - flat];
    const top = (foot + end) / 2 + (teeth.lean * (end - foot)) / 2;
    return [
      ...asItIs(arc, start, foot),
      ...shapes[teeth.form](placeAlong(arc, foot), placeAlong(arc, top), placeAlong(arc, end, true), height),
      ...asItIs(arc, end, stop),
    ];
  }).flat();
}

/** A path with a row of teeth along its outlines; the tally counts what is made. @throws WorkFault over its limit. */
export function toothedPath(path: Path, teeth: Teeth, tally: Tally): Path {
  const height = teeth.height * outwards(path);
  return alongContours(path, (arc, c) => {
    const sides = sidesOf(arc, c.closed);
    for (const s of sides) tally.add(2 * teethOn(s, teeth.length));
    return contourOf(
      sides.flatMap((s) => toothedSide(arc, s, teeth, height)),
      c.closed,
    );
  });
}

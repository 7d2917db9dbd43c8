import { arcCubics, type Cubic, cubicTangent, lineCubic } from '../geometry/cubic';
import { type Contour, contourOf, reverseContour, segmentsOf } from '../geometry/path';
import { type Point, turnBetween } from '../geometry/vector';
import { atBends } from './bends';
import { knownParallel } from './known-parallel';
import { parallelPoint } from './parallel';
import { cutShort, type ParallelPart } from './shortcut';

export type Join = 'miter' | 'round' | 'bevel';
export type Cap = 'butt' | 'round' | 'square';

export interface JoinStyle {
  readonly join: Join;
  /** Greatest ratio of a miter's length to the stroke's width, as in SVG. */
  readonly miterLimit: number;
}

/** Collects cubics laid end to end. */
class Pen {
  readonly parts: ParallelPart[] = [];
  /** Whether it goes round an end of a line. */
  private capping = false;

  /** @param d distance of what is drawn from the outline it goes along. */
  constructor(
    private at: Point,
    readonly d: number,
  ) {}

  to(p: Point, swallowed = false): void {
    // Places that rounding alone keeps apart are one.
    const near = 1e-14 * (Math.abs(p.x) + Math.abs(p.y)) + 1e-12 * Math.abs(this.d);
    if (Math.abs(p.x - this.at.x) + Math.abs(p.y - this.at.y) <= near) return;
    this.parts.push({ cubic: lineCubic(this.at.x, this.at.y, p.x, p.y), swallowed, cap: this.capping });
    this.at = p;
  }

  add(list: readonly Cubic[], swallowed = false): void {
    for (const s of list) {
      // Smooth joints differ by rounding only: the next piece starts where this one ended.
      const { x, y } = this.at;
      // A handle on its node stays there, so that a line stays a line.
      const [hx, hy] = s[2] === s[0] && s[3] === s[1] ? [x, y] : [s[2], s[3]];
      this.parts.push({ cubic: [x, y, hx, hy, s[4], s[5], s[6], s[7]], swallowed, cap: this.capping });
      this.at = { x: s[6], y: s[7] };
    }
  }

  /** All of it as a closed contour, what it swallows left out where that can be. */
  contour(): Contour {
    return contourOf(cutShort(this.parts, this.d), true);
  }

  /** Goes round an end of a line. */
  cap(round: () => void): void {
    this.capping = true;
    round();
    this.capping = false;
  }

  /** An arc about `centre` to `p`, turning by `sweep` radians. */
  arc(centre: Point, p: Point, sweep: number): void {
    const r = Math.hypot(this.at.x - centre.x, this.at.y - centre.y);
    const arcs = arcCubics(
      centre.x,
      centre.y,
      r,
      Math.atan2(this.at.y - centre.y, this.at.x - centre.x),
      sweep,
    );
    const last = arcs.length - 1;
    if (last >= 0) arcs[last] = [...(arcs[last].slice(0, 6) as number[]), p.x, p.y] as unknown as Cubic;
    this.add(arcs);
  }
}

function joinCorner(pen: Pen, v: Point, u: Point, w: Point, style: JoinStyle): void {
  const { d } = pen;
  const p = { x: v.x + d * u.y, y: v.y - d * u.x };
  const q = { x: v.x + d * w.y, y: v.y - d * w.x };
  const angle = turnBetween(u, w);
  // Right back the way it came, rounding says to which side it turns: outwards it is a tip, whichever side that is.
  const turn = d > 0 && Math.abs(angle) > Math.PI - 1e-7 ? Math.PI : angle;
  if (Math.abs(turn) < 1e-7) {
    pen.to(q);
    return;
  }
  if (turn * d < 0) {
    // The inner side of a corner goes by way of the node, so that what it swallows winds backwards.
    pen.to(p);
    pen.to(v, true);
    pen.to(q, true);
    return;
  }
  pen.to(p);
  if (style.join === 'round') {
    pen.arc(v, q, turn);
    return;
  }
  const half = Math.cos(turn / 2);
  if (style.join === 'miter' && half > 1e-6 && 1 / half <= style.miterLimit) {
    const k = d * Math.tan(turn / 2);
    pen.to({ x: p.x + k * u.x, y: p.y + k * u.y });
  }
  pen.to(q);
}

const isThere = (s: Cubic): boolean =>
  s[0] !== s[6] || s[1] !== s[7] || s[0] !== s[2] || s[1] !== s[3] || s[4] !== s[6] || s[5] !== s[7];

const proper = (c: Contour): Cubic[] => segmentsOf(c).filter(isThere).flatMap(atBends);

/** A piece that is shorter than this share of the distance is all but nothing beside it. */
const short = 0.1;

const chord = (s: Cubic): number => Math.hypot(s[6] - s[0], s[7] - s[1]);

function side(pen: Pen, cubics: readonly Cubic[], closed: boolean, style: JoinStyle): void {
  cubics.forEach((s, i) => {
    for (const piece of knownParallel(s, pen.d)) pen.add(piece.cubics, piece.reversed);
    const next = cubics[i + 1] ?? (closed ? cubics[0] : null);
    if (!next) return;
    const [u, w] = [cubicTangent(s, 1), cubicTangent(next, 0)];
    const join = () => joinCorner(pen, { x: s[6], y: s[7] }, u, w, style);
    // Turning back beside a piece that is all but nothing, it goes more than half round, as about an end.
    if (u.x * w.x + u.y * w.y < 0 && Math.min(chord(s), chord(next)) < short * Math.abs(pen.d)) pen.cap(join);
    else join();
  });
}

/**
 * The raw parallel of a closed contour at distance `d` (out of a positive contour where positive).
 * It may overlap itself; what shows is where it winds positively.
 */
export function rawParallel(c: Contour, d: number, style: JoinStyle): Contour | null {
  const cubics = proper(c);
  if (!cubics.length) return null;
  const pen = new Pen(parallelPoint(cubics[0], 0, d), d);
  side(pen, cubics, true, style);
  return pen.contour();
}

function cap(pen: Pen, v: Point, u: Point, kind: Cap): void {
  const { d } = pen;
  const q = { x: v.x - d * u.y, y: v.y + d * u.x };
  if (kind === 'round') {
    pen.arc(v, q, Math.PI);
    return;
  }
  if (kind === 'square') {
    const p = { x: v.x + d * u.y, y: v.y - d * u.x };
    pen.to({ x: p.x + d * u.x, y: p.y + d * u.y });
    pen.to({ x: q.x + d * u.x, y: q.y + d * u.y });
  }
  pen.to(q);
}

export interface StrokeStyle extends JoinStyle {
  readonly width: number;
  readonly cap: Cap;
}

/** A dot where a contour has no length: round and square caps still show it. */
function dot0(c: Contour, style: StrokeStyle): Contour[] {
  const d = style.width / 2;
  const [x, y] = c.xy;
  if (x === undefined || style.cap === 'butt') return [];
  if (style.cap === 'round') return [contourOf(arcCubics(x, y, d, 0, 2 * Math.PI), true)];
  return [
    contourOf(
      [
        lineCubic(x - d, y - d, x + d, y - d),
        lineCubic(x + d, y - d, x + d, y + d),
        lineCubic(x + d, y + d, x - d, y + d),
        lineCubic(x - d, y + d, x - d, y - d),
      ],
      true,
    ),
  ];
}

/** What a centred stroke of one contour covers, as contours to be filled nonzero. */
export function strokeContour(c: Contour, style: StrokeStyle): Contour[] {
  const cubics = proper(c);
  if (!cubics.length) return dot0(c, style);
  const d = style.width / 2;
  if (c.closed) {
    const outer = rawParallel(c, d, style);
    const inner = rawParallel(reverseContour(c), d, style);
    return [outer, inner].filter((k) => k !== null);
  }
  const back = proper(reverseContour(c));
  const pen = new Pen(parallelPoint(cubics[0], 0, d), d);
  side(pen, cubics, false, style);
  const last = cubics[cubics.length - 1];
  pen.cap(() => cap(pen, { x: last[6], y: last[7] }, cubicTangent(last, 1), style.cap));
  side(pen, back, false, style);
  const end = back[back.length - 1];
  pen.cap(() => cap(pen, { x: end[6], y: end[7] }, cubicTangent(end, 1), style.cap));
  return [pen.contour()];
}

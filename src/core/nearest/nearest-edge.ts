import { alongChord, squaredToChord } from './chord';
import { directionAt, type EdgeOutline } from './outline';

/** Rounds of Newton's method for the foot of a point on a curve. */
const rounds = 4;

/** Finds how far places lie from an outline, inside positive, and which way leads farther in. One is asked at a time. */
export class NearestEdge {
  /** Distance of the last place, pixels. */
  distance = 0;
  /** The direction in which that grows, of length 1. */
  gx = 0;
  gy = 0;

  /** From the foot of the last place to it. */
  rx = 0;
  ry = 0;
  /** What the foot lies on: the same number for one curve, one straight edge or one node. */
  partner = -1;

  /** The inward normal at the foot. */
  private nx = 0;
  private ny = 0;

  constructor(private readonly outline: EdgeOutline) {}

  /** Asks for a place by the chords that may be nearest to it; of several as near the first counts. */
  find(x: number, y: number, list: Int32Array, from: number, to: number): void {
    const { chords, after, before, node, turn } = this.outline;
    let nearest = Number.POSITIVE_INFINITY;
    let at = -1;
    for (let k = from; k < to; k++) {
      const d = squaredToChord(chords, 5 * list[k], x, y);
      if (d < nearest) {
        nearest = d;
        at = list[k];
      }
    }
    const share = Math.min(1, Math.max(0, alongChord(chords, 5 * at, x, y)));
    const past = this.foot(at, share, x, y);
    let corner = false;
    this.partner = this.edgeNumber(at);
    if (past !== 0) {
      // Past an end the foot may lie on the neighbour; past that one's end as well the node is nearest.
      const other = past > 0 ? after[at] : before[at];
      this.partner = this.edgeNumber(other);
      if (this.foot(other, past > 0 ? 0 : 1, x, y) !== 0) {
        corner = true;
        const n = past > 0 ? other : at;
        this.partner = 3 * n;
        this.rx = x - chords[5 * n];
        this.ry = y - chords[5 * n + 1];
        this.nx = node[2 * n];
        this.ny = node[2 * n + 1];
      }
    }
    const { rx, ry } = this;
    let [nx, ny] = [this.nx * turn, this.ny * turn];
    const sign = rx * nx + ry * ny < 0 ? -1 : 1;
    const d = Math.sqrt(rx * rx + ry * ry);
    if (corner && d > 1e-6) {
      nx = sign * rx;
      ny = sign * ry;
    }
    const l = Math.sqrt(nx * nx + ny * ny) || 1;
    this.distance = sign * d;
    this.gx = nx / l;
    this.gy = ny / l;
  }

  private edgeNumber(chord: number): number {
    const of = this.outline.curve[chord];
    return of < 0 ? 3 * chord + 1 : 3 * of + 2;
  }

  /** The foot of a place on the curve of a chord, from a share of the chord on; −1 or 1 where it lies past an end of the curve. */
  private foot(i: number, share: number, x: number, y: number): number {
    const { chords, curve, curves, span } = this.outline;
    const of = curve[i];
    const c = 5 * i;
    if (of < 0) {
      const along = alongChord(chords, c, x, y);
      const past = along < 0 ? -1 : along > 1 ? 1 : 0;
      const s = past < 0 ? 0 : past > 0 ? 1 : along;
      this.rx = x - chords[c] - chords[c + 2] * s;
      this.ry = y - chords[c + 1] - chords[c + 3] * s;
      this.nx = -chords[c + 3];
      this.ny = chords[c + 2];
      return past;
    }
    const b = 8 * of;
    const x0 = curves[b];
    const y0 = curves[b + 1];
    const cx = 3 * (curves[b + 2] - x0);
    const cy = 3 * (curves[b + 3] - y0);
    const bx = 3 * (curves[b + 4] - curves[b + 2]) - cx;
    const by = 3 * (curves[b + 5] - curves[b + 3]) - cy;
    const ax = curves[b + 6] - x0 - cx - bx;
    const ay = curves[b + 7] - y0 - cy - by;
    const h = span[2 * i + 1];
    const low = Math.max(0, span[2 * i] - h);
    const high = Math.min(1, span[2 * i] + 2 * h);
    let t = span[2 * i] + share * h;
    let past = 0;
    for (let k = 0; k < rounds; k++) {
      const px = x - (((ax * t + bx) * t + cx) * t + x0);
      const py = y - (((ay * t + by) * t + cy) * t + y0);
      const vx = (3 * ax * t + 2 * bx) * t + cx;
      const vy = (3 * ay * t + 2 * by) * t + cy;
      // Half the second derivative of the squared distance: beyond the centre of curvature no foot is nearer.
      const steep = vx * vx + vy * vy - px * (6 * ax * t + 2 * bx) - py * (6 * ay * t + 2 * by);
      if (steep <= 0) break;
      let next = t + (px * vx + py * vy) / steep;
      past = 0;
      if (next < low) {
        next = low;
        if (low === 0) past = -1;
      } else if (next > high) {
        next = high;
        if (high === 1) past = 1;
      }
      const step = Math.abs(next - t);
      t = next;
      if (step < 1e-5 || (past !== 0 && step === 0)) break;
    }
    this.rx = x - (((ax * t + bx) * t + cx) * t + x0);
    this.ry = y - (((ay * t + by) * t + cy) * t + y0);
    if (t > 1e-6 && t < 1 - 1e-6) {
      this.ny = (3 * ax * t + 2 * bx) * t + cx;
      this.nx = -((3 * ay * t + 2 * by) * t + cy);
    } else {
      const [vx, vy] = directionAt(curves, of, t < 0.5 ? 0 : 1);
      this.nx = -vy;
      this.ny = vx;
    }
    return past;
  }
}

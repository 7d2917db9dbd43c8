import { identity } from '../geometry/matrix';
import type { Path } from '../geometry/path';
import { ChordTree } from './chord-tree';
import { NearestEdge } from './nearest-edge';
import { chordTolerance, type EdgeOutline, edgeOutline } from './outline';

/** How often a circle is shrunk at most. */
const most = 64;
/** Differences of a circle's radius that are none, as a share of the outline's size, where nothing else is said. */
const none = 1e-10;

/** Places nearer to one another than a hundredth of the radius graze, by the square of that. */
const grazing = 1e-4;

/** A circle shrunk by less than a thousandth touches what it touched. */
const nearly = 0.999;

/** Circles smaller than this share of it are none. */
const nothing = 1e-8;

/** The largest circle inside an outline that touches it at a place of it. */
export interface Reach {
  readonly radius: number;
  /** What else of the outline it touches, by a number of its own; −1 where it reaches as far as was asked for. */
  readonly partner: number;
  /** Where it touches something else: what kept it so small. */
  readonly x: number;
  readonly y: number;
  /** The contour and the segment that lies on. */
  readonly contour: number;
  readonly segment: number;
}

/**
 * Circles inside a clean path (outlines clockwise on screen, holes against it) that touch it at a place: one is shrunk until
 * nothing of the outline lies within (Ma, Bae & Choi, 3D medial axis point approximation, 2012), against the true curves.
 */
export class Reaches {
  /** How many bunches of chords there are. */
  readonly bunches: number;
  private readonly outline: EdgeOutline;
  private readonly near: NearestEdge;
  private readonly tree: ChordTree;
  private readonly hair: number;
  /** Radius of the last circle. */
  private before = 0;
  /** From the nearest place to what it was asked for, and what it lies on. */
  private rx = 0;
  private ry = 0;
  private partner = -1;
  private chord = 0;

  constructor(
    path: Path,
    private readonly size: number,
    exactness = none,
  ) {
    this.outline = edgeOutline(path, identity);
    this.near = new NearestEdge(this.outline);
    this.tree = new ChordTree(this.outline.chords, this.outline.count);
    this.bunches = this.tree.bunches;
    this.hair = exactness * size;
  }

  /** The distance to the nearest place of the true curves: of all chords that may lie over it each is followed to its foot. */
  private nearest(x: number, y: number): number {
    const { near, tree } = this;
    const { found } = tree;
    const n = tree.near(x, y, chordTolerance);
    let least = Number.POSITIVE_INFINITY;
    for (let k = 0; k < n; k++) {
      near.find(x, y, found, k, k + 1);
      const d = Math.hypot(near.rx, near.ry);
      if (d >= least) continue;
      least = d;
      this.rx = near.rx;
      this.ry = near.ry;
      this.partner = near.partner;
      this.chord = found[k];
    }
    return least;
  }

  /** The circle at (x, y) whose middle lies along the inward normal (nx, ny) of length 1, its radius `upTo` at most. */
  at(x: number, y: number, nx: number, ny: number, upTo: number): Reach {
    const { hair } = this;
    const loose = 100 * hair;
    // One a little larger than the last is as good to begin with, where it has to shrink at all.
    const guess = Math.min(upTo, 1.15 * this.before + 1e-3 * this.size);
    let far = this.nearest(x + nx * guess, y + ny * guess);
    let radius = far < guess - hair ? guess : upTo;
    if (radius !== guess) far = this.nearest(x + nx * radius, y + ny * radius);
    let partner = -1;
    let [atX, atY, chord] = [x, y, 0];
    for (let k = 0; k < most && far < radius - hair; k++) {
      const [cx, cy] = [x + nx * radius, y + ny * radius];
      // Through the place and what is nearer than it, its middle on the normal.
      const [vx, vy] = [cx - this.rx - x, cy - this.ry - y];
      const deep = nx * vx + ny * vy;
      const square = vx * vx + vy * vy;
      // An edge that goes on all but straight is grazed, and says nothing.
      if (square < grazing * radius * radius && far >= radius - loose) break;
      partner = this.partner;
      const next = square / (2 * deep);
      // A circle that touches much at once is told by what first kept it so small.
      if (k === 0 || !(next > radius * nearly)) [atX, atY, chord] = [cx - this.rx, cy - this.ry, this.chord];
      if (!(deep > 0) || square < hair * hair) {
        radius = 0;
        break;
      }
      if (next >= radius) break;
      radius = next;
      far = this.nearest(x + nx * radius, y + ny * radius);
    }
    this.before = radius;
    const { segment } = this.outline;
    return {
      radius: radius > nothing * this.size ? radius : 0,
      partner,
      x: atX,
      y: atY,
      contour: segment[2 * chord],
      segment: segment[2 * chord + 1],
    };
  }
}

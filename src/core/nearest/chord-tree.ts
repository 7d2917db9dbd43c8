import { squaredToChord } from './chord';

/** How many chords, or boxes of the level below, share one box. */
const together = 8;

/**
 * Boxes over chords, and over boxes, in the order of the outline: what follows one another lies near one another, so that few are
 * opened to find the chords near a place.
 */
export class ChordTree {
  /** How many boxes lie right over the chords. */
  readonly bunches: number;
  /** The chords found last, by rising number. */
  readonly found: Int32Array;
  /** Their squared distances. */
  private readonly far: Float64Array;
  /** Four numbers a box, the lowest level first. */
  private readonly boxes: Float64Array;
  /** Where each level begins among the boxes, and in the end how many there are. */
  private readonly levels: readonly number[];
  /** The chord that was nearest to the last place: near still, most often. */
  private last = 0;
  private least = 0;
  private kept = 0;

  /** Takes five numbers a chord, as an outline has them. */
  constructor(
    private readonly chords: Float64Array,
    private readonly count: number,
  ) {
    this.found = new Int32Array(count);
    this.far = new Float64Array(count);
    const levels = [0];
    let below = count;
    do {
      below = Math.ceil(below / together);
      levels.push(levels[levels.length - 1] + below);
    } while (below > 1);
    this.levels = levels;
    this.bunches = levels[1];
    this.boxes = new Float64Array(4 * levels[levels.length - 1]);
    for (let b = 0; b < this.bunches; b++) this.boxes.set(this.boxOfChords(b), 4 * b);
    for (let level = 1; level < levels.length - 1; level++)
      for (let b = levels[level]; b < levels[level + 1]; b++)
        this.boxes.set(this.boxOfBoxes(level, b - levels[level]), 4 * b);
  }

  private boxOfChords(bunch: number): number[] {
    const box = [Infinity, Infinity, -Infinity, -Infinity];
    const { chords } = this;
    for (let i = bunch * together; i < Math.min(this.count, (bunch + 1) * together); i++)
      for (const k of [0, 1])
        grow(box, chords[5 * i] + k * chords[5 * i + 2], chords[5 * i + 1] + k * chords[5 * i + 3]);
    return box;
  }

  private boxOfBoxes(level: number, at: number): number[] {
    const box = [Infinity, Infinity, -Infinity, -Infinity];
    const { boxes, levels } = this;
    const end = Math.min(levels[level], levels[level - 1] + (at + 1) * together);
    for (let b = levels[level - 1] + at * together; b < end; b++) {
      grow(box, boxes[4 * b], boxes[4 * b + 1]);
      grow(box, boxes[4 * b + 2], boxes[4 * b + 3]);
    }
    return box;
  }

  /** The squared distance to a box. */
  private toBox(box: number, x: number, y: number): number {
    const { boxes } = this;
    const b = 4 * box;
    const dx = Math.max(boxes[b] - x, 0, x - boxes[b + 2]);
    const dy = Math.max(boxes[b + 1] - y, 0, y - boxes[b + 3]);
    return dx * dx + dy * dy;
  }

  /**
   * Finds the chords that lie no farther from a place than the nearest and twice `slack` more, a distance: their numbers come to
   * stand in `found`, rising. Returns how many there are.
   */
  near(x: number, y: number, slack: number): number {
    this.least = this.count ? squaredToChord(this.chords, 5 * this.last, x, y) : 0;
    this.kept = 0;
    const top = this.levels.length - 2;
    if (this.count) this.open(top, 0, x, y, slack);
    const limit = withSlack(this.least, slack);
    const { found, far } = this;
    let n = 0;
    for (let k = 0; k < this.kept; k++) if (far[k] <= limit) found[n++] = found[k];
    return n;
  }

  private open(level: number, at: number, x: number, y: number, slack: number): void {
    const { levels } = this;
    if (this.toBox(levels[level] + at, x, y) > withSlack(this.least, slack)) return;
    const from = at * together;
    if (level === 0) {
      this.openChords(from, x, y, slack);
      return;
    }
    const end = Math.min(from + together, levels[level] - levels[level - 1]);
    for (let b = from; b < end; b++) this.open(level - 1, b, x, y, slack);
  }

  private openChords(from: number, x: number, y: number, slack: number): void {
    const end = Math.min(this.count, from + together);
    let limit = withSlack(this.least, slack);
    for (let i = from; i < end; i++) {
      const d = squaredToChord(this.chords, 5 * i, x, y);
      if (d > limit) continue;
      if (d < this.least) {
        this.least = d;
        this.last = i;
        limit = withSlack(d, slack);
      }
      this.far[this.kept] = d;
      this.found[this.kept++] = i;
    }
  }
}

const withSlack = (least: number, slack: number): number => (Math.sqrt(least) + 2 * slack) ** 2;

function grow(box: number[], x: number, y: number): void {
  box[0] = Math.min(box[0], x);
  box[1] = Math.min(box[1], y);
  box[2] = Math.max(box[2], x);
  box[3] = Math.max(box[3], y);
}

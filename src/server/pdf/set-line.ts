import { applyTo, growBounds, type Matrix, matrixText, meanScale, type Point } from '@/core';
import { fillsAlike, type GraphicsState } from './graphics-state';
import type { NamedFace } from './known-faces';
import type { PagePainter } from './page-painter';
import { escaped, numeral } from './svg-sheet';

/** Shares of the size: a gap that is a space, the usual width of one (common practice, no source; the length of the line makes up for the rest), the widest gap within a line, and how far a letter may stand off its line. */
const shares = { space: 0.15, usual: 0.25, widest: 1.2, off: 0.02 } as const;

/** What letters are set in. */
export interface Typesetting {
  readonly state: GraphicsState;
  readonly face: NamedFace;
  /** From the coordinates of the text to the sheet. */
  readonly stands: Matrix;
  /** Of the letters, in the coordinates of the text. */
  readonly size: number;
}

/** A line of words in a face that is here, which is to be set in it rather than drawn. */
export class SetLine {
  private text: string;
  private readonly first: Point;
  private pen: Point;
  /** Spaces, and by how much they are wider than the face has them, all together. */
  private spaces = { count: 0, wider: 0 };
  /** How far letters of a word stand off the one before. */
  private readonly gaps: number[] = [];

  private readonly state: GraphicsState;
  private readonly face: NamedFace;
  private readonly stands: Matrix;
  private readonly size: number;

  constructor({ state, face, stands, size }: Typesetting, letter: PlacedLetter) {
    this.state = state;
    this.face = face;
    this.stands = stands;
    this.size = size;
    this.text = letter.text;
    this.first = letter.from;
    this.pen = letter.to;
  }

  private get sheetSize(): number {
    return this.size * meanScale(this.stands);
  }

  /** Whether letters are set as these are, but for where they stand. */
  private setsAlike({ state, face, stands, size }: Typesetting): boolean {
    return (
      size === this.size &&
      face.family === this.face.family &&
      face.weight === this.face.weight &&
      fillsAlike(state, this.state) &&
      [0, 1, 2, 3].every((i) => Math.abs(stands[i] - this.stands[i]) < 1e-6 * this.sheetSize)
    );
  }

  /** Adds a letter where it goes on from this line, and returns whether it did. */
  add(setting: Typesetting, letter: PlacedLetter): boolean {
    if (!this.setsAlike(setting)) return false;
    const [a, b] = this.stands;
    const along = Math.hypot(a, b);
    const [dx, dy] = [letter.from.x - this.pen.x, letter.from.y - this.pen.y];
    const gap = (dx * a + dy * b) / along;
    const off = Math.abs(dx * b - dy * a) / along;
    if (
      off > shares.off * this.sheetSize ||
      gap < -0.5 * this.sheetSize ||
      gap > shares.widest * this.sheetSize
    )
      return false;
    const isSpace = /^\s$/.test(letter.text);
    const spaced = isSpace || /\s$/.test(this.text);
    if (gap > shares.space * this.sheetSize && !spaced) {
      this.text += ' ';
      this.spaces.count++;
      this.spaces.wider += gap - shares.usual * this.sheetSize;
    } else if (spaced) this.spaces.wider += gap;
    else this.gaps.push(gap);
    if (isSpace) {
      this.spaces.count++;
      this.spaces.wider += letter.spacing * along;
    }
    this.text += letter.text;
    this.pen = letter.to;
    return true;
  }

  /** How far its letters and its words stand apart beyond what their face says. */
  private spacing(): { readonly letters: number; readonly words: number } {
    const { count, wider } = this.spaces;
    const visible = (v: number) => (Math.abs(v) > shares.off * this.sheetSize ? v : 0);
    // Most pairs of letters are not kerned: the middle one of all says how they are spaced.
    const middle = [...this.gaps].sort((a, b) => a - b)[this.gaps.length >> 1] ?? 0;
    const letters = visible(middle + this.state.charSpacing * meanScale(this.stands));
    // A gap without a space in it has the spacing of two letters.
    return { letters, words: count ? visible(wider / count - 2 * visible(middle)) : 0 };
  }

  /** Writes the line as text, as long as it is on the page. */
  async write(page: PagePainter): Promise<void> {
    const text = this.text.trim();
    if (!text) return;
    const { state } = page;
    page.state = this.state;
    const [a, b, c, d] = this.stands;
    const scale = meanScale(this.stands);
    // Text of a page runs upwards from its line, that of a sheet downwards.
    const turn: Matrix = [a / scale, b / scale, -c / scale, -d / scale, this.first.x, this.first.y];
    const { letters, words } = this.spacing();
    const after = this.state.charSpacing * scale;
    const long = Math.hypot(this.pen.x - this.first.x, this.pen.y - this.first.y);
    const [{ x: x0, y: y0 }, { x: x1, y: y1 }] = [this.first, this.pen];
    const ends = { x0: Math.min(x0, x1), y0: Math.min(y0, y1), x1: Math.max(x0, x1), y1: Math.max(y0, y1) };
    const attributes = {
      'font-family': `'${this.face.family}'`,
      'font-weight': String(this.face.weight),
      'font-size': numeral(this.sheetSize),
      ...(letters ? { 'letter-spacing': numeral(letters) } : {}),
      ...(words ? { 'word-spacing': numeral(words) } : {}),
      // Nothing stands off its last letter.
      ...(text.length > 1 ? { textLength: numeral((long * scale) / Math.hypot(a, b) - after) } : {}),
      transform: matrixText(turn),
    };
    // Letters reach above and below their line, and some beyond its ends.
    await page.text(escaped(text), attributes, growBounds(ends, 1.5 * this.sheetSize));
    page.state = state;
  }
}

/** A letter and where it stands on the sheet: from its origin to that of the next. */
export interface PlacedLetter {
  readonly text: string;
  readonly from: Point;
  readonly to: Point;
  /** By how much it is spaced as a space, in the coordinates of the text. */
  readonly spacing: number;
}

/** Returns where a letter stands that begins and ends so far along the line of its text. @param spacing By how much it is spaced as a space. */
export const placedLetter = (
  text: string,
  stands: Matrix,
  [from, to]: readonly [number, number],
  spacing: number,
): PlacedLetter => ({
  text,
  from: applyTo(stands, { x: from, y: 0 }),
  to: applyTo(stands, { x: to, y: 0 }),
  spacing,
});

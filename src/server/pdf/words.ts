import {
  applyTo,
  type Bounds,
  identity,
  joinBounds,
  type Matrix,
  meanScale,
  multiply,
  type Point,
  translation,
} from '@/core';
import { type GraphicsState, type OperatorList, paintsAlike } from './graphics-state';
import { keepsShapes, matrixOf, number, setFont } from './operators';
import { outlineOf } from './outlines';
import type { Operator, PagePainter, Painting } from './page-painter';
import { placedLetter, SetLine } from './set-line';
import { escaped } from './svg-sheet';

/** A glyph as pdf.js reads it; a number stands for a gap, in thousandths of the size, to be taken back. */
interface Glyph {
  readonly fontChar: string;
  readonly unicode: string;
  readonly width: number;
  readonly isSpace: boolean;
  /** Whether the font has it. */
  readonly isInFont: boolean;
  readonly vmetric?: readonly [number, number, number];
  readonly accent?: { readonly fontChar: string; readonly offset: Point } | null;
  readonly operatorListId?: string;
}

interface Font {
  readonly loadedName: string;
  /** As the file names it. */
  readonly name?: string;
  readonly fontMatrix?: ArrayLike<number>;
  readonly isType3Font?: boolean;
  readonly vertical?: boolean;
  /** Whether another font stands in for one that is not in the file. */
  readonly missingFile?: boolean;
  readonly defaultVMetrics?: readonly [number, number, number];
  readonly charProcOperatorList?: Readonly<Record<string, OperatorList>>;
}

/** How text is painted, by the mode that is set for it (ISO 32000-1, table 106): painted so, and clipped by. */
const modes: readonly (Painting & { readonly clips: boolean })[] = [0, 1, 2, 3, 4, 5, 6, 7].map((mode) => ({
  fill: [0, 2, 4, 6].includes(mode) ? 'nonzero' : null,
  stroke: [1, 2, 5, 6].includes(mode),
  clips: mode > 3,
}));

/** Shares of the size by which a glyph may stand off where the one before ends, and still be of the same word. */
const gap = 0.2;

/** From the units of a font to shares of its size; a thousandth where it says nothing (ISO 32000-1, 9.2.4). */
const unitsOf = ({ fontMatrix }: Font): Matrix =>
  fontMatrix ? matrixOf(fontMatrix) : [0.001, 0, 0, 0.001, 0, 0];

/** Letters of a word; more of them are another part. */
const mostLetters = 1000;

/** A word that glyphs are still added to. */
interface Word {
  readonly state: GraphicsState;
  d: string;
  text: string;
  /** Where it paints. */
  box: Bounds | null;
  letters: number;
  /** Where its next glyph would stand on the sheet. */
  pen: Point;
}

/** The text that a page is setting: where lines and glyphs stand, and the word in hand. */
class TextSetter {
  private matrix: Matrix = identity;
  private at: Point = { x: 0, y: 0 };
  private line: Point = { x: 0, y: 0 };
  private word: Word | null = null;
  /** The line that is set in a face that is here. */
  private set: SetLine | null = null;
  /** What has been set to clip what follows. */
  private clip = '';

  constructor(private readonly page: PagePainter) {
    page.flush = () => this.flush();
  }

  begin(): void {
    this.place(identity);
  }

  place(matrix: Matrix): void {
    this.matrix = matrix;
    this.at = { x: 0, y: 0 };
    this.line = this.at;
  }

  move(x: number, y: number): void {
    this.line = { x: this.line.x + x, y: this.line.y + y };
    this.at = this.line;
  }

  async end(): Promise<void> {
    if (!this.clip) return;
    await this.flush();
    this.page.clipBy({ d: this.clip, box: null, upright: false });
    this.clip = '';
  }

  /** Writes the line in hand, or paints the word. */
  async flush(): Promise<void> {
    const { word, page, set } = this;
    this.set = null;
    await set?.write(page);
    if (!word) return;
    this.word = null;
    const { state } = page;
    page.state = word.state;
    const name = word.text.trim();
    const title = name ? `<title>${escaped(name)}</title>` : '';
    const mode = modes[word.state.mode] ?? modes[0];
    if (mode.stroke && !keepsShapes(word.state.matrix))
      page.sheet.note('Edges of words drawn by a stretched pen');
    await page.paint({ d: word.d, box: word.box, upright: false }, mode, title);
    page.state = state;
  }

  private get font(): Font | null {
    return this.page.resources.object(this.page.state.font) as Font | null;
  }

  async show(glyphs: readonly (Glyph | number)[]): Promise<void> {
    const { font } = this;
    const { size, stretch, direction, rise } = this.page.state;
    if (!size) return;
    if (!font) {
      this.page.sheet.note('Words in fonts that cannot be read');
      return;
    }
    const stands = multiply(
      multiply(this.page.state.matrix, this.matrix),
      multiply(translation(this.at.x, this.at.y + rise), [stretch * direction, 0, 0, direction, 0, 0]),
    );
    const across = font.isType3Font
      ? await this.showDrawn(font, glyphs, stands)
      : await this.showOutlines(font, glyphs, stands);
    this.at = font.vertical
      ? { x: this.at.x, y: this.at.y - across }
      : { x: this.at.x + across * stretch * direction, y: this.at.y };
  }

  /** Spacing after a glyph, before the text is stretched. */
  private spacing({ isSpace }: Glyph): number {
    const { charSpacing, wordSpacing } = this.page.state;
    return charSpacing + (isSpace ? wordSpacing : 0);
  }

  /** Sets glyphs that have outlines, and returns how far they run. */
  private async showOutlines(
    font: Font,
    glyphs: readonly (Glyph | number)[],
    stands: Matrix,
  ): Promise<number> {
    const { size, direction } = this.page.state;
    const unit = size * unitsOf(font)[0];
    let pen = 0;
    for (const glyph of glyphs) {
      if (typeof glyph === 'number') {
        pen += ((font.vertical ? 1 : -1) * glyph * size) / 1000;
        continue;
      }
      const metric = glyph.vmetric ?? font.defaultVMetrics ?? [-1000, 0, 880];
      const shift = font.vertical
        ? { x: -(glyph.vmetric ? metric[1] : glyph.width * 0.5) * unit, y: pen + metric[2] * unit }
        : { x: pen, y: 0 };
      const width = (font.vertical ? -metric[0] : glyph.width) * unit;
      const step = font.vertical
        ? width - this.spacing(glyph) * direction
        : width + this.spacing(glyph) * direction;
      await this.add(font, glyph, stands, shift, font.vertical ? null : pen + step);
      pen += step;
    }
    return pen;
  }

  private outline(font: Font, character: string, at: Matrix) {
    const found = this.page.resources.object(`${font.loadedName}_path_${character}`) as {
      readonly path?: ArrayLike<number>;
    } | null;
    return found?.path ? outlineOf(found.path, at) : null;
  }

  /** Adds a glyph to the word in hand, or begins another. @param next Where the one after it will stand; null where it belongs to none. */
  private async add(
    font: Font,
    glyph: Glyph,
    stands: Matrix,
    shift: Point,
    next: number | null,
  ): Promise<void> {
    const { page } = this;
    const { size, mode } = page.state;
    const face = mode === 0 && next !== null && !glyph.accent ? page.resources.face(font.name ?? '') : null;
    if (face && glyph.unicode) {
      const letter = placedLetter(
        glyph.unicode,
        stands,
        [shift.x, next ?? shift.x],
        glyph.isSpace ? page.state.wordSpacing : 0,
      );
      const setting = { state: page.state, face, stands, size };
      if (this.set?.add(setting, letter)) return;
      await this.flush();
      if (glyph.unicode.trim()) this.set = new SetLine(setting, letter);
      return;
    }
    if (glyph.isSpace || !(glyph.isInFont || font.missingFile)) return this.flush();
    const at = multiply(stands, [size, 0, 0, size, shift.x, shift.y]);
    const made = this.outline(font, glyph.fontChar, at);
    if (!made?.box) {
      if (glyph.unicode.trim() && !made) page.sheet.note('Words in fonts that are not in the file');
      return;
    }
    if (modes[mode]?.clips) this.clip += made.d;
    const origin = applyTo(stands, shift);
    const word = await this.wordAt(origin, size * meanScale(stands));
    word.d += made.d;
    word.text += glyph.unicode;
    word.box = joinBounds(word.box, made.box);
    word.letters++;
    word.pen = next === null ? { x: Number.NaN, y: 0 } : applyTo(stands, { x: next, y: 0 });
    if (glyph.accent) {
      const { offset, fontChar } = glyph.accent;
      const above = { x: shift.x + offset.x * size, y: shift.y + offset.y * size };
      const accent = this.outline(font, fontChar, multiply(stands, [size, 0, 0, size, above.x, above.y]));
      if (accent) word.d += accent.d;
      else page.sheet.note('Accents that the font does not have');
    }
  }

  /** The word that a glyph at a place belongs to. @param size Of the glyph, on the sheet. */
  private async wordAt(origin: Point, size: number): Promise<Word> {
    const { page, word } = this;
    if (word && word.letters < mostLetters && paintsAlike(word.state, page.state)) {
      const { x, y } = word.pen;
      if (Math.hypot(origin.x - x, origin.y - y) < gap * size) return word;
    }
    await this.flush();
    const fresh: Word = { state: page.state, d: '', text: '', box: null, letters: 0, pen: origin };
    this.word = fresh;
    return fresh;
  }

  /** Sets glyphs that are drawn by operators of their own (ISO 32000-1, 9.6.5), and returns how far they run. */
  private async showDrawn(font: Font, glyphs: readonly (Glyph | number)[], stands: Matrix): Promise<number> {
    await this.flush();
    const { page } = this;
    const { size } = page.state;
    const own = unitsOf(font);
    let pen = 0;
    for (const glyph of glyphs) {
      if (typeof glyph === 'number') {
        pen -= (glyph * size) / 1000;
        continue;
      }
      const operators = font.charProcOperatorList?.[glyph.operatorListId ?? ''];
      if (operators && page.state.mode !== 3) {
        const { state } = page;
        const kept = { matrix: this.matrix, at: this.at, line: this.line };
        page.set({ matrix: multiply(stands, multiply([size, 0, 0, size, pen, 0], own)) });
        await page.run(operators);
        page.state = state;
        Object.assign(this, kept);
      }
      pen += glyph.width * own[0] * size + this.spacing(glyph);
    }
    return pen;
  }
}

const setters = new WeakMap<PagePainter, TextSetter>();

function setterOf(page: PagePainter): TextSetter {
  let setter = setters.get(page);
  if (!setter) {
    setter = new TextSetter(page);
    setters.set(page, setter);
  }
  return setter;
}

/** Operators for words, by their names. */
export const textOperators: Readonly<Record<string, Operator>> = {
  beginText: (page) => setterOf(page).begin(),
  endText: (page) => setterOf(page).end(),
  setCharSpacing: (page, [v]) => page.set({ charSpacing: number(v) }),
  setWordSpacing: (page, [v]) => page.set({ wordSpacing: number(v) }),
  setHScale: (page, [v]) => page.set({ stretch: number(v) / 100 }),
  setLeading: (page, [v]) => page.set({ leading: -number(v) }),
  setFont: (page, args) => setFont(page, args),
  setTextRenderingMode: (page, [v]) => page.set({ mode: number(v) }),
  setTextRise: (page, [v]) => page.set({ rise: number(v) }),
  moveText: (page, [x, y]) => setterOf(page).move(number(x), number(y)),
  setLeadingMoveText: (page, [x, y]) => {
    page.set({ leading: number(y) });
    setterOf(page).move(number(x), number(y));
  },
  setTextMatrix: (page, [m]) => setterOf(page).place(matrixOf(m)),
  nextLine: (page) => setterOf(page).move(0, page.state.leading),
  showText: (page, [glyphs]) => setterOf(page).show(glyphs as readonly (Glyph | number)[]),
};

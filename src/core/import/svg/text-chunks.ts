import type { LetterChange, Lettering } from '../../lettering/types';
import { fontSizeOf, type Style } from './computed-style';
import type { Setting, SvgReader } from './context';
import type { Element } from './element';
import { lengthOf, shareOf } from './values';

/** Characters that stand together in one style. */
export interface Piece {
  readonly text: string;
  readonly style: Style;
  /** Whether its spaces stay as they are written. */
  readonly kept: boolean;
}

/** A shift of all that follows a character, along the line and across it. */
interface Shift {
  /** Index of the character in the text of the chunk as it was written. */
  readonly at: number;
  readonly dx: number;
  readonly dy: number;
}

/** A line of text from a place of its own, or along a path. */
export interface Chunk {
  readonly x: number;
  readonly y: number;
  readonly element: Element;
  readonly pieces: Piece[];
  readonly shifts: Shift[];
  /** The text path that it runs along. */
  readonly along?: Element;
}

/** Letters of a line that are moved. */
const mostShifted = 2000;

/** The lengths that an attribute gives the letters of an element, one after another. */
const listOf = ({ attributes }: Element, name: string, of: number, font: number): number[] =>
  (attributes[name]?.trim().split(/[\s,]+/) ?? []).filter(Boolean).map((v) => lengthOf(v, of, 0, font));

/** How letters are changed by a style before they are set (CSS Text 3, 2.1). */
const cases: Readonly<Record<string, (text: string) => string>> = {
  uppercase: (text) => text.toUpperCase(),
  lowercase: (text) => text.toLowerCase(),
  capitalize: (text) => text.replace(/(?<![\p{L}\p{M}\p{N}’'])\p{L}/gu, (c) => c.toUpperCase()),
};

/** How far characters of lower and higher lines stand off, as shares of the size, where their face does not say it (common practice, no source). */
const stands: Readonly<Record<string, number>> = { sub: 0.2, super: -0.4 };

/** How far a style moves characters down from the line (SVG 1.1, 10.9.2). */
function lowered(style: Style, outside: Style): number {
  const said = style['baseline-shift'];
  if (!said || said === 'baseline') return 0;
  const size = fontSizeOf(outside);
  return stands[said] === undefined ? -lengthOf(said, size, 0, size) : stands[said] * size;
}

/** What properties of words are not read, by what they are. */
const unread: readonly (readonly [property: string, plain: RegExp, what: string])[] = [
  ['text-decoration', /^none$/, 'Lines under, over and through words'],
  ['text-decoration-line', /^none$/, 'Lines under, over and through words'],
  ['writing-mode', /^(?:horizontal-tb|lr|lr-tb|rl|rl-tb)$/, 'Words that run downwards'],
  ['font-variant', /^(?:normal|none)$/, 'Small capitals and other variants of letters'],
  ['font-feature-settings', /^normal$/, 'Features of fonts'],
  ['font-stretch', /^(?:normal|100%)$/, 'Narrow and wide fonts'],
];

const lengthIn = (pieces: readonly Piece[]): number => pieces.reduce((n, p) => n + p.text.length, 0);

/** Collects the lines of a text (SVG 2, 11.5): a new one wherever a place is said. */
export class Chunks {
  readonly list: Chunk[] = [];
  private pen = { x: 0, y: 0 };

  constructor(
    private readonly reader: SvgReader,
    private readonly setting: Setting,
  ) {}

  private begin(element: Element, x: number | null, y: number | null, along?: Element): Chunk {
    this.pen = { x: x ?? this.pen.x, y: y ?? this.pen.y };
    const chunk = { ...this.pen, element, pieces: [], shifts: [], ...(along ? { along } : {}) };
    this.list.push(chunk);
    return chunk;
  }

  walk(element: Element, style: Style): void {
    this.reader.count();
    if (style.display === 'none') return;
    const { width, height } = this.setting;
    const font = fontSizeOf(style);
    const [xs, ys] = [listOf(element, 'x', width, font), listOf(element, 'y', height, font)];
    const [dxs, dys] = [listOf(element, 'dx', width, font), listOf(element, 'dy', height, font)];
    this.tell(element, style);
    if (element.name === 'textPath') this.begin(element, 0, 0, element);
    else if (xs.length || ys.length || !this.list.length) {
      this.begin(element, xs[0] ?? null, ys[0] ?? null);
      // What begins a line moves it.
      this.move(dxs[0] ?? 0, dys[0] ?? 0);
      [dxs[0], dys[0]] = [0, 0];
    }
    const kept =
      element.attributes.space === 'preserve' || /pre|break-spaces/.test(style['white-space'] ?? '');
    let said = 0;
    for (const part of element.content) {
      if (typeof part !== 'string') {
        if (part.name === 'tspan' || part.name === 'a' || part.name === 'textPath')
          this.inside(part, this.reader.cascade.styleOf(part, style), style);
        else if (part.name === 'tref' || part.name === 'altGlyph')
          this.reader.leave(`Elements “${part.name}”`, part);
        // What follows a path goes on from there no more.
        if (part.name === 'textPath') this.begin(element, null, null);
        continue;
      }
      const changed = (cases[style['text-transform'] ?? ''] ?? String)(part);
      const text = kept ? changed.replace(/[\r\n\t]/g, ' ') : changed.replace(/\s+/g, ' ');
      said = this.put({ text, style, kept }, element, { xs, ys, dxs, dys }, said);
    }
  }

  /** Walks what stands in a text, lowered as its style says. */
  private inside(element: Element, style: Style, outside: Style): void {
    if (style.opacity !== undefined && shareOf(style.opacity) < 1)
      this.reader.leave('Opacities of single words', element);
    const dy = lowered(style, outside);
    if (dy) this.shift(dy);
    this.walk(element, style);
    if (dy) this.shift(-dy);
  }

  /** Lowers all that follows on the line at hand. */
  private shift(dy: number): void {
    const last = this.list.at(-1);
    last?.shifts.push({ at: lengthIn(last.pieces), dx: 0, dy });
  }

  /** Says what of an element’s words is not read. */
  private tell(element: Element, style: Style): void {
    const { rotate, textLength, lengthAdjust } = element.attributes;
    if (rotate) this.reader.leave('Turns of single letters', element);
    if (textLength && (lengthAdjust === 'spacingAndGlyphs' || element.name === 'textPath'))
      this.reader.leave('Lengths that letters are stretched to', element);
    for (const [property, plain, what] of unread)
      if (style[property] && !plain.test(style[property].trim())) this.reader.leave(what, element);
  }

  /** Moves the line that has just begun. */
  private move(dx: number, dy: number): void {
    const last = this.list.pop();
    if (!last) return;
    this.pen = { x: last.x + dx, y: last.y + dy };
    this.list.push({ ...last, ...this.pen });
  }

  /** Puts characters at the end of the line; those with places of their own begin others. Returns how many were said before. */
  private put(
    { text, style, kept }: Piece,
    element: Element,
    lists: Readonly<Record<'xs' | 'ys' | 'dxs' | 'dys', readonly number[]>>,
    said: number,
  ): number {
    const { xs, ys, dxs, dys } = lists;
    let at = said;
    for (const c of text) {
      let last = this.list[this.list.length - 1];
      const own = at > 0 && (at < xs.length || at < ys.length) && c.trim() !== '';
      if (own) last = this.begin(element, xs[at] ?? null, ys[at] ?? null, last.along);
      const [dx, dy] = [dxs[at] ?? 0, dys[at] ?? 0];
      if (dx || dy) last.shifts.push({ at: lengthIn(last.pieces), dx, dy });
      const before = last.pieces.at(-1);
      if (before?.style === style && before.kept === kept)
        last.pieces[last.pieces.length - 1] = { text: before.text + c, style, kept };
      else last.pieces.push({ text: c, style, kept });
      at++;
    }
    return at;
  }
}

/** Pieces without the spaces at the ends of their line and after one another, and where each character of them was before. */
export function trimmed(pieces: readonly Piece[]): { readonly pieces: Piece[]; readonly from: number[] } {
  const out: Piece[] = [];
  const from: number[] = [];
  let at = 0;
  let before = ' ';
  for (const { text, style, kept } of pieces) {
    let own = '';
    for (let i = 0; i < text.length; i++, at++) {
      if (!kept && text[i] === ' ' && before === ' ') continue;
      own += text[i];
      from.push(at);
      before = text[i];
    }
    if (own) out.push({ text: own, style, kept });
  }
  const last = out.at(-1);
  if (last?.text.endsWith(' ') && !last.kept) {
    out[out.length - 1] = { ...last, text: last.text.replace(/ +$/, '') };
    from.pop();
  }
  return { pieces: out.filter((p) => p.text), from };
}

/** Shifts of letters as lettering keeps them: along the line as room before one, across it as a shift of all that follow. Places may come twice. */
export function shifted(
  shifts: readonly Shift[],
  from: readonly number[],
  size: number,
): Pick<Lettering, 'letters' | 'pairs'> {
  const placed = shifts.map((s) => ({ ...s, at: from.findIndex((f) => f >= s.at) })).filter((s) => s.at >= 0);
  const pairs = placed.filter((s) => s.dx && s.at > 0).map((s) => ({ at: s.at, by: s.dx / size }));
  const letters: LetterChange[] = [];
  let dy = 0;
  for (let at = 0; at < from.length && letters.length < mostShifted; at++) {
    for (const s of placed) if (s.at === at) dy += s.dy;
    if (dy) letters.push({ at, dx: 0, dy: dy / size, turn: 0, scale: 1 });
  }
  return { letters, pairs };
}

/** Room before letters, kept once for a place. */
export function joined(pairs: Lettering['pairs']): Lettering['pairs'] {
  const byPlace = new Map<number, number>();
  for (const p of pairs) byPlace.set(p.at, (byPlace.get(p.at) ?? 0) + p.by);
  return [...byPlace].map(([at, by]) => ({ at, by })).slice(0, mostShifted);
}

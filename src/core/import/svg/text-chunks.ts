import type { LetterChange, Lettering } from '../../lettering/types';
import type { Style } from './cascade';
import type { Setting, SvgReader } from './context';
import type { Element } from './element';
import { lengthOf } from './values';

/** Characters that stand together in one style. */
export interface Piece {
  readonly text: string;
  readonly style: Style;
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

export const sizeOf = (style: Style): number => lengthOf(style['font-size'], 16, 16) || 16;

/** The lengths that an attribute gives the letters of an element, one after another. */
const listOf = ({ attributes }: Element, name: string, of: number): number[] =>
  (attributes[name]?.trim().split(/[\s,]+/) ?? []).filter(Boolean).map((v) => lengthOf(v, of, 0));

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
    const [xs, ys] = [listOf(element, 'x', width), listOf(element, 'y', height)];
    const [dxs, dys] = [listOf(element, 'dx', width), listOf(element, 'dy', height)];
    if (element.attributes.rotate) this.reader.leave('Turns of single letters', element);
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
          this.walk(part, this.reader.cascade.styleOf(part, style));
        // What follows a path goes on from there no more.
        if (part.name === 'textPath') this.begin(element, null, null);
        continue;
      }
      const text = kept ? part.replace(/[\r\n\t]/g, ' ') : part.replace(/\s+/g, ' ');
      said = this.put(text, style, element, { xs, ys, dxs, dys }, said);
    }
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
    text: string,
    style: Style,
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
      if (before?.style === style) last.pieces[last.pieces.length - 1] = { text: before.text + c, style };
      else last.pieces.push({ text: c, style });
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
  for (const { text, style } of pieces) {
    let own = '';
    for (let i = 0; i < text.length; i++, at++) {
      if (text[i] === ' ' && before === ' ') continue;
      own += text[i];
      from.push(at);
      before = text[i];
    }
    if (own) out.push({ text: own, style });
  }
  const last = out.at(-1);
  if (last?.text.endsWith(' ')) {
    out[out.length - 1] = { ...last, text: last.text.replace(/ +$/, '') };
    from.pop();
  }
  return { pieces: out.filter((p) => p.text), from };
}

/** Shifts of letters as lettering keeps them: along the line as room before one, across it as a shift of all that follow. */
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
  // Room is kept once for a place.
  const byPlace = new Map<number, number>();
  for (const p of pairs) byPlace.set(p.at, (byPlace.get(p.at) ?? 0) + p.by);
  return { letters, pairs: [...byPlace].map(([at, by]) => ({ at, by })).slice(0, mostShifted) };
}

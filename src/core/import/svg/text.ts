import { readColour } from '../../colour/css';
import { makeSource } from '../../document/create';
import { clipText, soundText } from '../../document/text';
import { measureContour } from '../../geometry/along';
import { identity, type Matrix, multiply, placeMatrix, translation } from '../../geometry/matrix';
import { carryPath } from '../../geometry/path';
import type { LetterChange, Lettering, Run } from '../../lettering/types';
import { joinOutline } from '../../outline/join';
import { evaluatePart } from '../../scene/evaluate';
import { longestText } from '../../source/lettering';
import type { Style } from './cascade';
import { coatsOf } from './coats';
import { nameOf, type Setting, type SvgReader } from './context';
import { type Element, referenced } from './element';
import { faceFor } from './faces';
import { keep, placeOf } from './parts';
import { shapeKinds, standsAt } from './shapes';
import { lengthOf, numbersOf, transformOf } from './values';

/** Characters that stand together in one style. */
interface Piece {
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
interface Chunk {
  readonly x: number;
  readonly y: number;
  readonly element: Element;
  readonly pieces: Piece[];
  readonly shifts: Shift[];
  /** The text path that it runs along. */
  readonly along?: Element;
}

/** Stretches of a lettering that differ, and letters of one that are moved. */
const mostRuns = 1000;
const mostShifted = 2000;

const sizeOf = (style: Style): number => lengthOf(style['font-size'], 16, 16) || 16;

/** The lengths that an attribute gives the letters of an element, one after another. */
const listOf = ({ attributes }: Element, name: string, of: number): number[] =>
  (attributes[name]?.trim().split(/[\s,]+/) ?? []).filter(Boolean).map((v) => lengthOf(v, of, 0));

const lengthIn = (pieces: readonly Piece[]): number => pieces.reduce((n, p) => n + p.text.length, 0);

/** Collects the lines of a text (SVG 2, 11.5): a new one wherever a place is said. */
class Chunks {
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
function trimmed(pieces: readonly Piece[]): { readonly pieces: Piece[]; readonly from: number[] } {
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
function shifted(
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

const alignments: Readonly<Record<string, Lettering['alignment']>> = { middle: 'centre', end: 'end' };

const weights: Readonly<Record<string, number>> = { normal: 400, bold: 700, bolder: 700, lighter: 300 };

/** The lettering of a line: its first style, and what is different from one character to another. */
function letteringOf(reader: SvgReader, element: Element, pieces: readonly Piece[]): Partial<Lettering> {
  const [{ style }] = pieces;
  const size = sizeOf(style);
  const { face, missing } = faceFor(style['font-family']);
  if (missing) reader.leave(`The font “${missing}”, for which another stands in`, element);
  if (/italic|oblique/.test(style['font-style'] ?? '')) reader.leave('Italics', element);
  const runs: Run[] = [];
  let at = 0;
  for (const { text: piece, style: own } of pieces) {
    const scale = Math.min(100, Math.max(0.01, sizeOf(own) / size));
    const other = faceFor(own['font-family']).face;
    const fill = own.fill ?? '#000000';
    const colour = fill !== (style.fill ?? '#000000') ? colourIn(fill, own) : null;
    if (scale !== 1 || other !== face || colour)
      runs.push({
        from: at,
        to: at + piece.length,
        ...(scale !== 1 ? { scale } : {}),
        ...(other !== face ? { face: other } : {}),
        ...(colour ? { colour } : {}),
      });
    at += piece.length;
  }
  const whole = pieces.map((p) => p.text).join('');
  const text = soundText(clipText(whole, longestText));
  if (text.length < whole.length) reader.leave('Ends of long texts', element);
  const weight = weights[style['font-weight'] ?? 'normal'] ?? numbersOf(style['font-weight'])[0] ?? 400;
  return {
    text,
    face,
    size,
    axes: face === 'source-sans' ? { wght: Math.min(900, Math.max(200, weight)) } : {},
    tracking: lengthOf(style['letter-spacing'], size, 0, size) / size,
    alignment: alignments[style['text-anchor'] ?? ''] ?? 'start',
    runs: runs
      .filter((r) => r.from < text.length)
      .map((r) => ({ ...r, to: Math.min(r.to, text.length) }))
      .slice(0, mostRuns),
    evenSpacing: false,
  };
}

/** A plain colour as runs of lettering keep it; null for what is none. */
function colourIn(said: string, style: Style): string | null {
  const found = readColour(/^currentcolor$/i.test(said) ? (style.color ?? '#000000') : said);
  return found && /^#[0-9a-f]{6}(?:[0-9a-f]{2})?$/i.test(found.hex) ? found.hex : null;
}

/** The path that a text runs along as a part to work by, in the coordinates of the text; null where there is none. */
function pathAlong(reader: SvgReader, along: Element, setting: Setting): string | null {
  const target = reader.ids.get(referenced(along.attributes.href) ?? '');
  const shape = target && shapeKinds[target.name]?.(reader, target, {}, setting);
  if (!target || !shape) {
    reader.leave('Text on paths that are not in the file', along);
    return null;
  }
  const transform = transformOf(reader.cascade.computed(target).transform);
  return keep(reader, shape.source, {
    name: reader.freeName(nameOf(target)),
    construction: true,
    place: placeOf(standsAt(shape, transform)),
  });
}

/** Where on its path a text begins, as a share of that (SVG 2, 11.8.2). */
function startOn(reader: SvgReader, along: Element, path: string): number {
  const said = along.attributes.startOffset ?? '0';
  if (said.trim().endsWith('%')) return Math.min(1, Math.max(0, lengthOf(said, 1, 0)));
  const part = reader.parts[path];
  const outline = carryPath(joinOutline(evaluatePart(reader, part).outline), placeMatrix(part.place));
  const contour = outline.contours[0];
  const length = contour ? measureContour(contour).length : 0;
  return length > 0 ? Math.min(1, Math.max(0, lengthOf(said, length, 0) / length)) : 0;
}

/** The lines of a text as lettering, each a part; one along a path is a group with that. */
export function textParts(reader: SvgReader, element: Element, inside: Setting): string[] {
  const { style } = inside;
  if (style.visibility === 'hidden') return [];
  const chunks = new Chunks(reader, inside);
  chunks.walk(element, style);
  return chunks.list.flatMap((chunk) => {
    const { pieces, from } = trimmed(chunk.pieces);
    if (!pieces.length) return [];
    const [{ style: own }] = pieces;
    const path = chunk.along ? pathAlong(reader, chunk.along, inside) : null;
    if (chunk.along && path === null) return [];
    const at: Matrix = chunk.along ? identity : translation(chunk.x, chunk.y);
    const source = makeSource('lettering', {
      ...letteringOf(reader, chunk.element, pieces),
      ...shifted(chunk.shifts, from, sizeOf(own)),
      ...(chunk.along && path
        ? { follows: 'part', along: path, start: startOn(reader, chunk.along, path) }
        : {}),
    } as Record<string, unknown>);
    const painting = { bounds: null, at, toSheet: multiply(inside.toSheet, at) };
    const words = pieces.map((p) => p.text).join('');
    const name = reader.freeName(words.trim().slice(0, 60) || nameOf(element));
    const coats = coatsOf(reader, chunk.element, own, painting, inside);
    const id = keep(reader, source, { name, place: placeOf(at), coats });
    return path === null
      ? [id]
      : [
          keep(
            reader,
            { kind: 'group' },
            { name: reader.freeName(`${name}, on its path`), children: [path, id] },
          ),
        ];
  });
}

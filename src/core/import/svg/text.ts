import { readColour } from '../../colour/css';
import { makeSource } from '../../document/create';
import { clipText, soundText } from '../../document/text';
import { type Matrix, multiply, translation } from '../../geometry/matrix';
import type { Lettering, Run } from '../../lettering/types';
import { longestText } from '../../source/lettering';
import type { Style } from './cascade';
import { coatsOf } from './coats';
import { nameOf, type Setting, type SvgReader } from './context';
import type { Element } from './element';
import { faceFor } from './faces';
import { keep, placeOf } from './parts';
import { lengthOf, numbersOf } from './values';

/** Characters that stand together in one style. */
interface Piece {
  readonly text: string;
  readonly style: Style;
}

/** A line of text from a place of its own. */
interface Chunk {
  readonly x: number;
  readonly y: number;
  readonly element: Element;
  readonly pieces: Piece[];
}

/** Stretches of a lettering that differ. */
const mostRuns = 1000;

const sizeOf = (style: Style): number => lengthOf(style['font-size'], 16, 16) || 16;

/** The first of the places that an attribute gives letters; that there are more is told. */
function first(reader: SvgReader, element: Element, name: string, of: number): number | null {
  const list =
    element.attributes[name]
      ?.trim()
      .split(/[\s,]+/)
      .filter(Boolean) ?? [];
  if (list.length > 1) reader.leave('Places of single letters', element);
  return list.length ? lengthOf(list[0], of, 0) : null;
}

/** The lines of a text (SVG 2, 11.5): a new one wherever a place is said. */
function chunksOf(reader: SvgReader, root: Element, style: Style, setting: Setting): Chunk[] {
  const chunks: Chunk[] = [];
  let pen = { x: 0, y: 0 };
  const walk = (element: Element, own: Style) => {
    reader.count();
    if (own.display === 'none') return;
    const x = first(reader, element, 'x', setting.width);
    const y = first(reader, element, 'y', setting.height);
    const dx = first(reader, element, 'dx', setting.width) ?? 0;
    const dy = first(reader, element, 'dy', setting.height) ?? 0;
    if (element.attributes.rotate) reader.leave('Turns of single letters', element);
    const last = chunks.at(-1);
    // A shift that begins a line moves it; within a line it cannot be kept.
    const begins = x !== null || y !== null || !last;
    if (begins) {
      pen = { x: x ?? pen.x, y: y ?? pen.y };
      chunks.push({ x: pen.x + dx, y: pen.y + dy, element, pieces: [] });
      pen = { x: pen.x + dx, y: pen.y + dy };
    } else if (dy && !last?.pieces.some((p) => p.text.trim()))
      chunks.push({ ...last, x: last.x + dx, y: last.y + dy, pieces: [] });
    else if (dx || dy) reader.leave('Shifts within a line', element);
    const kept = element.attributes.space === 'preserve' || /pre|break-spaces/.test(own['white-space'] ?? '');
    for (const part of element.content) {
      if (typeof part === 'string')
        chunks.at(-1)?.pieces.push({
          text: kept ? part.replace(/[\r\n\t]/g, ' ') : part.replace(/\s+/g, ' '),
          style: own,
        });
      else if (part.name === 'tspan' || part.name === 'a') walk(part, reader.cascade.styleOf(part, own));
      else if (part.name === 'textPath') reader.leave('Text on paths', part);
    }
  };
  walk(root, style);
  return chunks;
}

/** Pieces without the spaces at the ends of their line and after one another. */
function trimmed(pieces: readonly Piece[]): Piece[] {
  const out: Piece[] = [];
  for (const { text, style } of pieces) {
    const before = out.at(-1)?.text ?? ' ';
    const own = before.endsWith(' ') ? text.replace(/^ +/, '') : text;
    if (own) out.push({ text: own, style });
  }
  const last = out.at(-1);
  if (last) out[out.length - 1] = { ...last, text: last.text.replace(/ +$/, '') };
  return out.filter((p) => p.text);
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

/** The lines of a text as lettering, each a part. */
export function textParts(reader: SvgReader, element: Element, inside: Setting): string[] {
  const { style } = inside;
  if (style.visibility === 'hidden') return [];
  return chunksOf(reader, element, style, inside).flatMap((chunk) => {
    const pieces = trimmed(chunk.pieces);
    if (!pieces.length) return [];
    const [{ style: own }] = pieces;
    const at: Matrix = translation(chunk.x, chunk.y);
    const source = makeSource(
      'lettering',
      letteringOf(reader, chunk.element, pieces) as Record<string, unknown>,
    );
    const painting = { bounds: null, at, toSheet: multiply(inside.toSheet, at) };
    return [
      keep(reader, source, {
        name: reader.freeName(
          pieces
            .map((p) => p.text)
            .join('')
            .trim()
            .slice(0, 60) || nameOf(element),
        ),
        place: placeOf(at),
        coats: coatsOf(reader, chunk.element, own, painting, inside),
      }),
    ];
  });
}

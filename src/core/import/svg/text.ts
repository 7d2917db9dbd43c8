import { readColour } from '../../colour/css';
import { makeSource } from '../../document/create';
import { clipText, soundText } from '../../document/text';
import type { Source } from '../../document/types';
import { measureContour } from '../../geometry/along';
import { identity, type Matrix, multiply, placeMatrix, translation } from '../../geometry/matrix';
import { carryPath } from '../../geometry/path';
import { faceById } from '../../lettering/face';
import type { Lettering, Run } from '../../lettering/types';
import { joinOutline } from '../../outline/join';
import { evaluatePart } from '../../scene/evaluate';
import { longestText } from '../../source/lettering';
import { coatsOf } from './coats';
import { fontSizeOf, type Style } from './computed-style';
import { nameOf, type Setting, type SvgReader } from './context';
import { type Element, referenced } from './element';
import { faceFor } from './faces';
import { keep, placeOf } from './parts';
import { lengthRatio, shapeKinds, standsAt } from './shapes';
import { type Chunk, Chunks, joined, type Piece, shifted, trimmed } from './text-chunks';
import { fittedTo } from './text-length';
import { elementTransform } from './transforms';
import { lengthOf, numbersOf } from './values';

/** Stretches of a lettering that differ. */
const mostRuns = 1000;

const alignments: Readonly<Record<string, Lettering['alignment']>> = { middle: 'centre', end: 'end' };

const weights: Readonly<Record<string, number>> = { normal: 400, bold: 700, bolder: 700, lighter: 300 };

/** What only all words of a line have alike, and how it is told where they do not. */
const differing = [
  ['font-weight', 'Weights of single words'],
  ['stroke', 'Strokes of single words'],
  ['fill-opacity', 'Opacities of single words'],
  ['letter-spacing', 'Spacings of single words'],
] as const;

/** Room before the letters that follow spaces, where the spaces of a line are wider or narrower (CSS Text 3, 8.2). */
function wordSpaces(text: string, style: Style): Lettering['pairs'] {
  const by = lengthOf(style['word-spacing'], 0, 0) / fontSizeOf(style);
  return by ? [...text.matchAll(/[ \u00a0](?=.)/g)].map(({ index }) => ({ at: index + 1, by })) : [];
}

/** Where a line stands beside the one that its style names, as shares of a size where the face is not at hand (common practice, no source). */
const usualHeights = { ascender: 0.95, descender: -0.25, xHeight: 0.48 };

/** How far below its own baseline the line lies that a style sets words on (CSS Inline 3, 3.3), sheet units. */
function baselineOf(style: Style, l: Partial<Lettering>): number {
  const said = style['alignment-baseline'] ?? style['dominant-baseline'];
  if (!said || /^(?:auto|alphabetic|baseline)$/.test(said)) return 0;
  const face = faceById(l.face ?? '')?.at(l.axes ?? {});
  const unit = face ? 1 / face.unitsPerEm : 1;
  const { ascender, descender, xHeight } = face?.metrics ?? usualHeights;
  const heights: Readonly<Record<string, number>> = {
    middle: xHeight / 2,
    central: (ascender + descender) / 2,
    'text-before-edge': ascender,
    'text-top': ascender,
    hanging: 0.8 * ascender,
    'text-after-edge': descender,
    'text-bottom': descender,
    ideographic: descender,
    mathematical: 0.5 * ascender,
  };
  return (heights[said] ?? 0) * unit * fontSizeOf(style);
}

const weightOf = (style: Style): number =>
  weights[style['font-weight'] ?? 'normal'] ?? numbersOf(style['font-weight'])[0] ?? 400;

const isSlanted = (style: Style): boolean => /italic|oblique/.test(style['font-style'] ?? '');

/** The face that a style asks for. */
const faceOf = (reader: SvgReader, style: Style) =>
  faceFor(
    { families: style['font-family'], weight: weightOf(style), slanted: isSlanted(style) },
    reader.fonts,
  );

/** The lettering of a line: its first style, and what is different from one character to another. */
function letteringOf(reader: SvgReader, element: Element, pieces: readonly Piece[]): Partial<Lettering> {
  const [{ style }] = pieces;
  const size = fontSizeOf(style);
  const { face, missing } = faceOf(reader, style);
  if (missing) reader.leave(`The font “${missing}”, for which another stands in`, element);
  if (pieces.some((p) => isSlanted(p.style) && !faceOf(reader, p.style).slanted))
    reader.leave('Italics', element);
  for (const [name, what] of differing)
    if (pieces.some((p) => p.style[name] !== style[name])) reader.leave(what, element);
  const runs: Run[] = [];
  let at = 0;
  for (const { text: piece, style: own } of pieces) {
    const scale = Math.min(100, Math.max(0.01, fontSizeOf(own) / size));
    const other = faceOf(reader, own).face;
    const fill = own.fill ?? '#000000';
    const colour = fill !== (style.fill ?? '#000000') ? colourIn(fill, own) : null;
    if (fill !== (style.fill ?? '#000000') && !colour) reader.leave('Paints of single words', element);
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
  return {
    text,
    face,
    size,
    axes: face === 'source-sans' ? { wght: Math.min(900, Math.max(200, weightOf(style))) } : {},
    tracking: lengthOf(style['letter-spacing'], size, 0, size) / size,
    direction: style.direction === 'rtl' ? 'right-to-left' : 'left-to-right',
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
  const transform = elementTransform(reader.cascade.computed(target), setting);
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
  const target = reader.ids.get(referenced(along.attributes.href) ?? '');
  const offset = lengthOf(said, length, 0) * (target ? lengthRatio(outline, target) : 1);
  return length > 0 ? Math.min(1, Math.max(0, offset / length)) : 0;
}

/** A line made as long as its element says, where that has no other line. */
function lengthened(
  reader: SvgReader,
  { element, along }: Chunk,
  source: Source,
  all: readonly Chunk[],
): Source {
  const { textLength, lengthAdjust } = element.attributes;
  if (!textLength || along || lengthAdjust === 'spacingAndGlyphs' || source.kind !== 'lettering')
    return source;
  if (all.filter((c) => c.element === element).length > 1 || element.children.length) {
    reader.leave('Lengths that several words are set to', element);
    return source;
  }
  return fittedTo(source, lengthOf(textLength, 0, 0, source.size));
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
    const line = letteringOf(reader, chunk.element, pieces);
    const lower = baselineOf(own, line);
    const at: Matrix = chunk.along ? identity : translation(chunk.x, chunk.y + lower);
    const moved = shifted(chunk.shifts, from, fontSizeOf(own));
    const source = lengthened(
      reader,
      chunk,
      makeSource('lettering', {
        ...line,
        letters: moved.letters,
        pairs: joined([...moved.pairs, ...wordSpaces(line.text ?? '', own)]),
        ...(chunk.along && path
          ? { follows: 'part', along: path, start: startOn(reader, chunk.along, path) }
          : {}),
      } as Record<string, unknown>),
      chunks.list,
    );
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

import { makeCoat, makeId, makePart, makeSource } from '../document/create';
import type { Design, Part } from '../document/types';
import { applyTo, invert, type Matrix, origin } from '../geometry/matrix';
import {
  type Bounds,
  boundsMiddle,
  joinBounds,
  type Path,
  pathBounds,
  transformPath,
} from '../geometry/path';
import { formatPath } from '../geometry/svg-path';
import type { Point } from '../geometry/vector';
import { faceAt, formsOf, type LetterForms } from '../lettering/alternates';
import { type Caret, caretsOf } from '../lettering/carets';
import { type Axis, faceById } from '../lettering/face';
import type { LetteringLayout } from '../lettering/layout';
import { layoutOf } from '../lettering/layout-memo';
import type { Lettering } from '../lettering/types';
import { outlineBounds } from '../outline/bounds';
import { evaluatePart, placedOutline } from '../scene/evaluate';
import { restsUpon } from '../scene/tiles';
import { type Edited, freeName } from './edited';
import { newPlace } from './grid-plane';
import { withLettering } from './letters';
import { childrenOf, frameOf, sheetOf, withChildren, withPart, worldOf } from './tree';

/** A letter on the sheet. */
export interface LetterOnSheet {
  /** Its characters, [from, to) of the text. */
  readonly from: number;
  readonly to: number;
  /** The corners of its box, from the top left on round, sheet units. */
  readonly corners: readonly Point[];
}

/** What can be done to a letter one by one. */
export interface LetterAtHand {
  /** Where it starts in the text. */
  readonly from: number;
  /** Its pieces as the face has them, SVG path text in sheet units, and the box of all of them. */
  readonly pieces: readonly string[];
  readonly ink: Bounds | null;
  /** Other forms that its face has of it. */
  readonly forms: readonly LetterForms[];
}

/** What the overlay and the fields need to know of a part's lettering. */
export interface LetteringOnSheet {
  /** Where the caret stands before each character and after the last: foot and head, sheet units. */
  readonly carets: readonly Caret[];
  /** Where in the text each line by sight starts. */
  readonly lineStarts: readonly number[];
  readonly letters: readonly LetterOnSheet[];
  /** What the face says of itself; null while it is not here. */
  readonly face: {
    readonly name: string;
    readonly licence: string;
    readonly axes: readonly Axis[];
    readonly features: readonly string[];
  } | null;
}

/** The outline that lettering follows, as it is worked out with. */
function alongOf(design: Pick<Design, 'parts'>, part: Part, l: Lettering): Path | null {
  const other = l.follows === 'part' ? design.parts[l.along] : undefined;
  if (!other || restsUpon(design, other.id, part.id)) return null;
  return placedOutline(evaluatePart(design, other), other)[0]?.path ?? null;
}

/** A part's lettering laid out among the parts of its design. */
export const layoutOnSheet = (design: Pick<Design, 'parts'>, part: Part, l: Lettering): LetteringLayout =>
  layoutOf(l, alongOf(design, part, l));

/** Letters of which more is told at once. */
const mostTold = 300;

const corners = (m: Matrix, wide: number, above: number, below: number): Point[] =>
  [
    { x: 0, y: -above },
    { x: wide, y: -above },
    { x: wide, y: below },
    { x: 0, y: below },
  ].map((p) => applyTo(m, p));

/** A part's lettering on the sheet; null where it has none. */
export function letteringOnSheet(design: Design, id: string): LetteringOnSheet | null {
  const part = design.parts[id];
  const l = part?.source;
  if (l?.kind !== 'lettering') return null;
  const layout = layoutOnSheet(design, part, l);
  const world = worldOf(design, id);
  const out = (p: Point) => applyTo(world, p);
  const face = faceById(l.face);
  return {
    lineStarts: layout.lines.map((line) => line.base + line.from),
    carets: caretsOf(l, layout).map(([foot, head]): Caret => [out(foot), out(head)]),
    letters: layout.letters.map((c) => ({
      from: c.from,
      to: c.to,
      corners: corners(c.matrix, c.advance, c.ascent, c.descent).map(out),
    })),
    face: face ? { name: face.name, licence: face.licence, axes: face.axes, features: face.features } : null,
  };
}

/** What can be done to the letters that a stretch of a part's text begins; the first some hundreds of them. */
export function lettersAtHand(design: Design, id: string, from: number, to: number): LetterAtHand[] {
  const part = design.parts[id];
  const l = part?.source;
  if (l?.kind !== 'lettering') return [];
  const world = worldOf(design, id);
  return layoutOnSheet(design, part, l)
    .letters.filter((c) => c.from >= from && c.from < to)
    .slice(0, mostTold)
    .map((c) => {
      const pieces = c.pieces().map((p) => transformPath(p, world));
      return {
        from: c.from,
        pieces: pieces.map(formatPath),
        ink: pieces.map(pathBounds).reduce(joinBounds, null),
        forms: formsOf(faceAt(l, c.from), l.axes, l.text.slice(c.from, c.to)),
      };
    });
}

/** Puts empty lettering on the sheet, its baseline through a place. */
export function addLettering(
  design: Design,
  sheetId: string,
  parent: string | null,
  at: Point,
  size: number,
): Edited {
  const frame = frameOf(design, parent);
  if (!invert(frame)) return { design, chosen: [] };
  const place = newPlace(sheetOf(design, sheetId), frame, at);
  const part = {
    ...makePart(makeSource('lettering', { text: '', size }), {
      coats: [makeCoat('fill', { paint: { kind: 'solid', colour: '#1f2b38' } })],
      place,
    }),
    id: makeId(),
    name: freeName(design, 'Lettering'),
  };
  const ids = childrenOf(design, sheetId, parent);
  return {
    design: withChildren(withPart(design, part), sheetId, parent, [...ids, part.id]),
    chosen: [part.id],
    card: { list: 'source' },
  };
}

const followed = (part: Part): string =>
  part.source.kind === 'lettering' && part.source.follows === 'part' ? part.source.along : '';

/** The middle of a part's outline in its parent's coordinates. */
function middleOf(design: Pick<Design, 'parts'>, part: Part): Point {
  const b = outlineBounds(placedOutline(evaluatePart(design, part), part));
  return b ? boundsMiddle(b) : { x: 0, y: 0 };
}

/** Lettering set otherwise. Words that come to follow a part lie on it; those that leave it stay where they were. */
export function setLettering(design: Design, id: string, change: Partial<Lettering>): Edited {
  const part = design.parts[id];
  const result = { chosen: [id], card: { list: 'source' } as const };
  if (!part) return { design, ...result };
  const next = withLettering(part, (l) => ({ ...l, ...change }));
  const [before, after] = [followed(part), followed(next)];
  if (before === after) return { design: withPart(design, next), ...result };
  const bare = { ...next, place: origin };
  if (after) return { design: withPart(design, bare), ...result };
  const [was, is] = [middleOf(design, part), middleOf(design, bare)];
  const place = { ...origin, x: was.x - is.x, y: was.y - is.y };
  return { design: withPart(design, { ...next, place }), ...result };
}

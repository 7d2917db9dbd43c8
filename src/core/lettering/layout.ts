import {
  determinant,
  identity,
  type Matrix,
  multiply,
  rotation,
  scaling,
  translation,
} from '../geometry/matrix';
import { carryPath, type Path, pathBounds, transformPath } from '../geometry/path';
import { faceById } from './face';
import { type Baseline, circleLine, pathLine, straight } from './follow';
import { noteLetter } from './letter-of';
import { letterPath, letterPieces } from './letter-pieces';
import { linesOf, type TextLine } from './lines';
import type { PlacedLetter, StandIn } from './placed-letter';
import type { Cluster } from './shape-line';
import type { LetterChange, Lettering } from './types';

export interface LetteringLayout {
  readonly letters: readonly PlacedLetter[];
  readonly lines: readonly TextLine[];
  /** What a designer should know, in words. */
  readonly notes: readonly string[];
}

const tan = (degrees: number) => Math.tan((degrees * Math.PI) / 180);

/** What all letters are stretched and slanted by; a straight text as a whole, any other letter by letter. */
const shaping = ({ stretchX, stretchY, slantX, slantY }: Lettering): Matrix => [
  stretchX,
  stretchX * tan(slantY),
  -stretchY * tan(slantX),
  stretchY,
  0,
  0,
];

/** What a designer did to a letter, about the middle of its ink. */
function changeMatrix(change: LetterChange | undefined, letter: Cluster, size: number): Matrix | null {
  if (!change) return null;
  const ink = pathBounds(letterPath(letter, identity));
  const [x, y] = ink ? [(ink.x0 + ink.x1) / 2, (ink.y0 + ink.y1) / 2] : [0, 0];
  const about = multiply(
    translation(x, y),
    multiply(
      multiply(
        rotation(change.turn),
        scaling(change.scale * (change.mirrorX ? -1 : 1), change.scale * (change.mirrorY ? -1 : 1)),
      ),
      translation(-x, -y),
    ),
  );
  return multiply(translation(change.dx * size, change.dy * size), about);
}

/** What of a letter stands where: all of it, piece by piece, or some of it given up to others. */
function divide(
  letter: Cluster,
  change: LetterChange | undefined,
  matrix: Matrix,
  l: Lettering,
): Pick<PlacedLetter, 'path' | 'apart' | 'standIns'> {
  const changed = change?.pieces ?? [];
  const parted = l.pieces === 'contours' || change?.apart === true;
  if (!parted && !changed.length) {
    const path = letterPath(letter, matrix);
    return { path, apart: [path], standIns: [] };
  }
  const all = letterPieces(letter);
  const gone = changed.filter((c) => c.nth < all.length);
  const standIns = gone.flatMap((c): StandIn[] => {
    const b = pathBounds(all[c.nth]);
    if (!c.by || !b) return [];
    const [x, y] = [c.dx * l.size, c.dy * l.size];
    const box = { x0: b.x0 + x, y0: b.y0 + y, x1: b.x1 + x, y1: b.y1 + y };
    return [{ ...c, box, matrix, path: carryPath(all[c.nth], matrix) }];
  });
  const left = all.filter((_, i) => !gone.some((c) => c.nth === i)).map((p) => carryPath(p, matrix));
  const path: Path = { contours: left.flatMap((p) => p.contours), fillRule: 'nonzero' };
  return { path, apart: parted ? left : [path], standIns };
}

function baselineOf(l: Lettering, along: Path | null, xHeight: number): Baseline | null {
  const upright = l.stand === 'upright';
  const height = l.evenSpacing ? xHeight / 2 : 0;
  if (l.follows === 'circle') return circleLine(l.radius, l.angle, l.side, height, upright);
  if (l.follows === 'part') return along && pathLine(along, l.start, l.side, height, upright);
  return straight;
}

/** Characters that their faces do not have, each named once. */
function missingIn(l: Lettering): string[] {
  const lost = new Map<string, Set<string>>();
  let at = 0;
  for (const character of l.text) {
    const id = l.runs.find((r) => at >= r.from && at < r.to)?.face ?? l.face;
    const face = faceById(id);
    at += character.length;
    if (!face || /\s|\p{Cf}/u.test(character) || face.has(character.codePointAt(0) as number)) continue;
    lost.set(face.name, (lost.get(face.name) ?? new Set()).add(character));
  }
  return [...lost].map(
    ([name, list]) =>
      `${name} has no ${[...list]
        .slice(0, 12)
        .map((c) => `“${c}”`)
        .join(', ')}.`,
  );
}

function notesOf(l: Lettering, follows: boolean, dropped: number): string[] {
  const ids = [l.face, ...l.runs.flatMap((r) => r.face ?? [])];
  const gone = [...new Set(ids)].filter((id) => !faceById(id));
  return [
    ...(l.text.trim() ? [] : ['There are no words yet.']),
    ...gone.map((id) => `The face “${id}” is not here yet.`),
    ...missingIn(l),
    ...(l.lines === 'wrapped' && !(l.frameWidth > 0)
      ? ['The frame has no width: lines are as they were typed.']
      : []),
    ...(follows ? [] : ['Choose the part whose outline the words follow.']),
    ...(dropped
      ? [`The path is too short: ${dropped === 1 ? '1 letter does' : `${dropped} letters do`} not fit.`]
      : []),
  ];
}

/** Lettering laid out: where each letter stands, and its outline. `along` is the outline that it follows. */
export function layOut(l: Lettering, along: Path | null = null): LetteringLayout {
  const lines = linesOf(l);
  const metrics = faceById(l.face)?.at(l.axes);
  const xHeight = metrics ? (metrics.metrics.xHeight / metrics.unitsPerEm) * l.size * l.stretchY : 0;
  const found = baselineOf(l, along, xHeight);
  const baseline = found ?? straight;
  const level = baseline === straight;
  const shape = shaping(l);
  const changes = new Map(l.letters.map((c) => [c.at, c]));
  const letters: PlacedLetter[] = [];
  let dropped = 0;
  lines.forEach((line, number) => {
    for (const c of line.clusters) {
      const from = line.base + c.from;
      const middle = line.left + c.x + c.advance / 2;
      // A straight text is shaped as a whole, so that its lines lean too.
      const stand = level
        ? multiply(shape, baseline.at(middle, line.y) as Matrix)
        : baseline.at(middle * l.stretchX, line.y);
      if (!stand) {
        if (c.glyphs.length) dropped++;
        continue;
      }
      const own = multiply(
        stand,
        multiply(level ? translation(0, 0) : shape, translation(-c.advance / 2, -l.rise)),
      );
      const change = changeMatrix(changes.get(from), c, l.size);
      const matrix = change ? multiply(own, change) : own;
      const { ascender, descender } = c.instance.metrics;
      const letter = {
        from,
        to: line.base + c.to,
        rightToLeft: (c.level & 1) === 1,
        matrix,
        stand: own,
        advance: c.advance,
        ascent: ascender * c.scale,
        descent: -descender * c.scale,
        colour: changes.get(from)?.colour ?? c.colour,
        line: number,
      };
      const divided = divide(c, changes.get(from), matrix, l);
      const whole = divided.apart.length === 1 && !changes.get(from)?.pieces?.length;
      if (whole && determinant(matrix) > 0) noteLetter(divided.path, { l, letter, line, cluster: c });
      letters.push({
        ...letter,
        ...divided,
        pieces: () => letterPieces(c).map((p) => transformPath(p, matrix)),
      });
    }
  });
  return { letters, lines, notes: notesOf(l, found !== null, dropped) };
}

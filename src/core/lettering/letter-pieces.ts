import { separate } from '../arrange/separate';
import { type Path, transformPath } from '../geometry/path';
import type { Cluster } from './shape-line';

type Glyphs = Pick<Cluster, 'glyphs' | 'instance' | 'scale'>;

/** What a letter's glyphs come to in its own coordinates: its left edge at 0, its baseline at 0, sheet units. */
const placed = ({ glyphs, instance, scale }: Glyphs, outlines: (outline: Path) => readonly Path[]): Path[] =>
  glyphs.flatMap((g) =>
    outlines(instance.outline(g.id)).map((p) =>
      transformPath(p, [scale, 0, 0, scale, g.x * scale, g.y * scale]),
    ),
  );

/** A letter's outline in its own coordinates. */
export const letterPath = (letter: Glyphs): Path => ({
  contours: placed(letter, (p) => [p]).flatMap((p) => p.contours),
  fillRule: 'nonzero',
});

const separated = new WeakMap<Path, readonly Path[]>();

function piecesOfGlyph(outline: Path): readonly Path[] {
  let known = separated.get(outline);
  if (!known) {
    known = separate(outline);
    separated.set(outline, known);
  }
  return known;
}

/** A letter's pieces in its own coordinates, each an outline with its holes: glyph by glyph, the greatest first. */
export const letterPieces = (letter: Glyphs): Path[] => placed(letter, piecesOfGlyph);

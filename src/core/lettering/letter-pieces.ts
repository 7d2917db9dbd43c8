import { areasOf } from '../arrange/separate';
import type { Matrix } from '../geometry/matrix';
import { carryPath, type Path, transformPath } from '../geometry/path';
import type { FaceInstance } from './face';
import type { Cluster } from './shape-line';

type Glyphs = Pick<Cluster, 'glyphs' | 'instance' | 'scale'>;

/** What a letter's glyphs come to in its own coordinates: its left edge at 0, its baseline at 0, sheet units. */
const placed = ({ glyphs, instance, scale }: Glyphs, outlines: (outline: Path) => readonly Path[]): Path[] =>
  glyphs.flatMap((g) =>
    outlines(instance.outline(g.id)).map((p) =>
      transformPath(p, [scale, 0, 0, scale, g.x * scale, g.y * scale]),
    ),
  );

const whole = (letter: Glyphs): Path => ({
  contours: placed(letter, (p) => [p]).flatMap((p) => p.contours),
  fillRule: 'nonzero',
});

/** Letters of one face that are remembered. */
const mostPieces = 3000;

const known = new WeakMap<FaceInstance, Map<string, Path>>();

/**
 * A letter's outline carried over by a matrix, from its own coordinates; mirrored, it runs the way it ran. A
 * letter that stands where it stood is the same object: what rests on it need not be worked out again.
 */
export function letterPath(letter: Glyphs, matrix: Matrix): Path {
  let own = known.get(letter.instance);
  if (!own || own.size > mostPieces) {
    own = new Map();
    known.set(letter.instance, own);
  }
  const key = `${letter.glyphs.map((g) => `${g.id} ${g.x} ${g.y}`).join()} ${letter.scale} ${matrix.join()}`;
  let made = own.get(key);
  if (!made) {
    made = carryPath(whole(letter), matrix);
    own.set(key, made);
  }
  return made;
}

/** A letter's pieces in its own coordinates, each an outline with its holes: glyph by glyph, the greatest first. */
export const letterPieces = (letter: Glyphs): Path[] => placed(letter, areasOf);

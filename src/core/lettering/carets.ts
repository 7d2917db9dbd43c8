import { applyTo, type Matrix, multiply, translation } from '../geometry/matrix';
import type { Point } from '../geometry/vector';
import type { LetteringLayout } from './layout';
import type { PlacedLetter } from './placed-letter';
import type { Lettering } from './types';

/** A caret: its foot and its head, in the part's coordinates. */
export type Caret = readonly [foot: Point, head: Point];

/** The upright line through a letter, at a share of its advance. */
function through({ matrix, advance, ascent, descent }: PlacedLetter, share: number): Caret {
  return [
    applyTo(matrix, { x: advance * share, y: descent }),
    applyTo(matrix, { x: advance * share, y: -ascent }),
  ];
}

/** A caret where a line has no letters. */
function bare(l: Lettering, y: number): Caret {
  const at: Matrix = multiply(translation(0, y), translation(0, -l.rise));
  return [applyTo(at, { x: 0, y: 0.2 * l.size }), applyTo(at, { x: 0, y: -0.8 * l.size })];
}

/**
 * Where the caret stands before each character of the text, and last after the end. Within a ligature it
 * stands at even shares of it.
 */
export function caretsOf(l: Lettering, { letters, lines }: LetteringLayout): Caret[] {
  const out: (Caret | undefined)[] = new Array(l.text.length + 1);
  for (const letter of letters)
    for (let i = letter.from; i <= letter.to; i++) {
      // What the next letter says of its own start goes before what this one says of its end.
      if (i === letter.to && out[i]) continue;
      const share = (i - letter.from) / (letter.to - letter.from);
      out[i] = through(letter, letter.rightToLeft ? 1 - share : share);
    }
  for (const line of lines) {
    const from = line.base + line.from;
    out[from] ??= bare(l, line.y);
  }
  let last = bare(l, 0);
  for (let i = 0; i <= l.text.length; i++) {
    last = out[i] ?? last;
    out[i] = last;
  }
  return out as Caret[];
}

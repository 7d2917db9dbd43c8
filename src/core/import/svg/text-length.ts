import { faceById } from '../../lettering/face';
import { linesOf } from '../../lettering/lines';
import type { Lettering } from '../../lettering/types';
import { joined } from './text-chunks';

/** Shares of the size: what a line may be off its length, which is the rounding of other programs, and what its spaces take up each. */
const slack = { line: 0.002, space: 0.12 } as const;

/** Places of letters that follow a space. */
const afterSpaces = (text: string): number[] =>
  [...text.matchAll(/[ \u00a0](?=.)/g)].map(({ index }) => index + 1);

/**
 * Returns a line that is as long as it is said to be (SVG 2, 11.5.2, `lengthAdjust` “spacing”), in the units of its size: its letters stand
 * farther apart or nearer. A little is taken up by its spaces alone, so that letters that are joined stay so. The line itself where it is as long
 * already, its face is not at hand, or it has one letter.
 */
export function fittedTo<L extends Lettering>(line: L, length: number): L {
  if (!(length > 0) || !faceById(line.face)) return line;
  const spaces = afterSpaces(line.text);
  let made = line;
  // Letters that are spaced form no ligatures, so that what is between them is counted twice.
  for (let round = 0; round < 2; round++) {
    const [shaped, ...others] = linesOf(made);
    const gaps = (shaped?.clusters.length ?? 0) - 1;
    if (!shaped || others.length || gaps < 1) return line;
    const off = (length - shaped.width) / line.size;
    if (Math.abs(off) <= slack.line) return made;
    const each = off / spaces.length;
    if (spaces.length && Math.abs(each) < slack.space)
      return { ...made, pairs: joined([...made.pairs, ...spaces.map((at) => ({ at, by: each }))]) };
    made = { ...made, tracking: made.tracking + off / gaps };
  }
  return made;
}

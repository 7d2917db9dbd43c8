import type { LetteringOnSheet } from '@/core/edit';

type Lines = Pick<LetteringOnSheet, 'carets' | 'lineStarts'>;

/** How far a caret stands to the right of another one, as that one stands, in squares of its height. */
function toTheRight({ carets }: Lines, of: number, at: number): number {
  const [[foot, head], [other]] = [carets[of], carets[at]];
  return (other.y - foot.y) * (head.x - foot.x) - (other.x - foot.x) * (head.y - foot.y);
}

/** Number of the line that a caret stands on. */
const lineOf = ({ lineStarts }: Lines, at: number): number =>
  Math.max(
    0,
    lineStarts.findLastIndex((from) => from <= at),
  );

/** Indexes of the first and last caret of a line. */
function endsOf({ carets, lineStarts }: Lines, line: number): { from: number; to: number } {
  const next = lineStarts[line + 1];
  return { from: lineStarts[line] ?? 0, to: next === undefined ? carets.length - 1 : next - 1 };
}

/** First and last caret of the line by sight that a caret stands on. */
export const lineByCaret = (lines: Lines, at: number): { from: number; to: number } =>
  endsOf(lines, lineOf(lines, at));

/** The caret on the line above or below another, nearest beside it; null where there is no such line. */
export function caretOnNextLine(lines: Lines, at: number, way: 'up' | 'down'): number | null {
  const line = lineOf(lines, at) + (way === 'up' ? -1 : 1);
  if (!lines.carets[at] || line < 0 || line >= lines.lineStarts.length) return null;
  const { from, to } = endsOf(lines, line);
  let best = from;
  for (let i = from; i <= to; i++)
    if (Math.abs(toTheRight(lines, at, i)) < Math.abs(toTheRight(lines, at, best))) best = i;
  return best;
}

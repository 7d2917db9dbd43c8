import { directionsOf } from './items';
import { type Cluster, type Paragraph, type ShapedLine, shapeLine } from './shape-line';
import type { Lettering } from './types';

/** A line of lettering, its indexes counted from the start of the whole text. */
export interface TextLine extends ShapedLine {
  /** Where its paragraph starts in the text. */
  readonly base: number;
  /** Baseline below that of the first line, sheet units. */
  readonly y: number;
  /** Where it starts from the left of all lines, by how they are aligned. */
  readonly left: number;
}

const words = new Intl.Segmenter(undefined, { granularity: 'word' });

/** Places in a paragraph where a line may end: after spaces and hyphens, and between words without spaces. */
function breaksOf(text: string): number[] {
  const out: number[] = [];
  for (const { index, segment } of words.segment(text)) {
    const end = index + segment.length;
    if (/^\s+$/u.test(segment) || /[-‐–—]$/u.test(segment)) out.push(end);
  }
  if (out.at(-1) !== text.length) out.push(text.length);
  return out;
}

/** Where the lines of a wrapped paragraph start and end; a word wider than the frame stands alone. */
function wrap(text: string, whole: ShapedLine, width: number): [number, number][] {
  const starts = [...whole.clusters].sort((a, b) => a.from - b.from);
  const widthOf = (from: number, to: number): number => {
    const end = from + text.slice(from, to).trimEnd().length;
    const inside = starts.filter((c) => c.from >= from && c.from < end);
    return inside.reduce((n, c) => n + c.advance, 0);
  };
  const lines: [number, number][] = [];
  let from = 0;
  let last = 0;
  for (const at of breaksOf(text)) {
    if (last > from && widthOf(from, at) > width) {
      lines.push([from, last]);
      from = last;
    }
    last = at;
  }
  lines.push([from, text.length]);
  return lines;
}

/** A lettering's paragraph, with runs, changes and pairs counted from its own start. */
function paragraphOf(l: Lettering, text: string, base: number): Paragraph {
  const end = base + text.length;
  const inside = <T extends { at: number }>(list: readonly T[]): T[] =>
    list.filter((x) => x.at >= base && x.at < end).map((x) => ({ ...x, at: x.at - base }));
  return {
    ...l,
    text,
    runs: l.runs
      .filter((r) => r.to > base && r.from < end)
      .map((r) => ({ ...r, from: r.from - base, to: r.to - base })),
    letters: inside(l.letters),
    pairs: inside(l.pairs),
  };
}

/** Spaces a line out to a width: what is over goes between its words. */
function justified(line: ShapedLine, text: string, width: number): ShapedLine {
  const isGap = (c: Cluster) => /^\s+$/u.test(text.slice(c.from, c.to));
  const inked = line.clusters.filter((c) => !isGap(c));
  const [first, end] = [inked[0], inked[inked.length - 1]];
  if (!first || !end) return line;
  const gaps = line.clusters.filter((c) => isGap(c) && c.x > first.x && c.x < end.x);
  const over = width - (end.x + end.advance - first.x);
  if (!gaps.length || over <= 0) return line;
  let added = 0;
  const clusters = line.clusters.map((c) => {
    const moved = { ...c, x: c.x - first.x + added };
    if (!gaps.includes(c)) return moved;
    added += over / gaps.length;
    return { ...moved, advance: c.advance + over / gaps.length };
  });
  return { ...line, clusters, width };
}

/** The lines of a lettering, shaped, spaced and aligned about the middle line of the part. */
export function linesOf(l: Lettering): TextLine[] {
  const out: TextLine[] = [];
  let base = 0;
  let y = 0;
  for (const text of l.text.split('\n')) {
    const p = paragraphOf(l, text, base);
    const directions = directionsOf(text, l.direction);
    const whole = shapeLine(p, 0, text.length, directions);
    const wrapped = l.lines === 'wrapped' && l.frameWidth > 0;
    const ranges = wrapped ? wrap(text, whole, l.frameWidth) : [[0, text.length] as [number, number]];
    for (const [i, [from, to]] of ranges.entries()) {
      const plain = ranges.length === 1 ? whole : shapeLine(p, from, to, directions);
      const fills = wrapped && l.alignment === 'justify' && i < ranges.length - 1;
      const line = fills ? justified(plain, text, l.frameWidth) : plain;
      if (out.length) y += l.size * l.leading * line.scale;
      out.push({ ...line, base, y, left: leftOf(l, line, text, wrapped) });
    }
    base += text.length + 1;
  }
  return out;
}

/** Where a line starts: point text stands at its anchor, wrapped text in a frame about it. */
function leftOf(l: Lettering, line: ShapedLine, text: string, wrapped: boolean): number {
  // Spaces at the end of a line take no part in how it is aligned.
  const trailing = line.clusters.filter(
    (c) => c.from >= line.from + text.slice(line.from, line.to).trimEnd().length,
  );
  const hang = trailing.reduce((n, c) => n + c.advance, 0);
  const width = line.width - hang;
  const before = line.rightToLeft ? hang : 0;
  const room = wrapped ? l.frameWidth / 2 : 0;
  if (l.alignment === 'centre') return -width / 2 - before;
  const atLeft = (l.alignment === 'end') === line.rightToLeft;
  return (atLeft ? 0 - room : room - width) - before;
}

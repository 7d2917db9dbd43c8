import type { Point } from '@/core';

/** A node of a path being drawn, with the handle that leaves it, where it was dragged. */
export interface DraftNode extends Point {
  readonly out: Point | null;
}

const into = (n: DraftNode): Point => (n.out ? { x: 2 * n.x - n.out.x, y: 2 * n.y - n.out.y } : n);

/** Node and six numbers a segment, as the document keeps contours. */
export function contourNumbers(nodes: readonly DraftNode[], closed: boolean): number[] {
  if (!nodes.length) return [];
  const xy = [nodes[0].x, nodes[0].y];
  const n = closed ? nodes.length : nodes.length - 1;
  for (let i = 0; i < n; i++) {
    const a = nodes[i];
    const b = nodes[(i + 1) % nodes.length];
    const p = a.out ?? a;
    const q = into(b);
    xy.push(p.x, p.y, q.x, q.y, b.x, b.y);
  }
  return xy;
}

/** SVG path text of a draft. */
export function draftText(nodes: readonly DraftNode[], closed: boolean): string {
  const xy = contourNumbers(nodes, closed);
  if (xy.length < 8) return '';
  let d = `M${xy[0]} ${xy[1]}`;
  for (let i = 2; i < xy.length; i += 6) d += `C${xy.slice(i, i + 6).join(' ')}`;
  return d;
}

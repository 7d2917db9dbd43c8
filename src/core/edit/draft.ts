import { makeCoat, makePart, makeSource } from '../document/create';
import type { Design } from '../document/types';
import { origin } from '../geometry/matrix';
import type { Point } from '../geometry/vector';
import { type Edited, freeName } from './edited';
import { childrenOf, withChildren, withPart } from './tree';

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

/** A shift turned to the nearest eighth of a turn. */
export function alongEighth(dx: number, dy: number): [number, number] {
  const a = Math.round(Math.atan2(dy, dx) / (Math.PI / 4)) * (Math.PI / 4);
  const l = Math.hypot(dx, dy);
  const clean = (v: number) => (Math.abs(v) < 1e-9 ? 0 : l * v);
  return [clean(Math.cos(a)), clean(Math.sin(a))];
}

/** The design with a drawn path on the sheet, about the middle of its nodes; filled where it is closed. */
export function drawnPath(
  design: Design,
  sheetId: string,
  nodes: readonly DraftNode[],
  closed: boolean,
  name: string,
): Edited {
  const middle = (list: readonly number[]) => (Math.min(...list) + Math.max(...list)) / 2;
  const x = middle(nodes.map((n) => n.x));
  const y = middle(nodes.map((n) => n.y));
  const xy = contourNumbers(nodes, closed).map((v, i) => v - (i % 2 ? y : x));
  const part = makePart(makeSource('path', { contours: [{ xy, closed }] }), {
    name: freeName(design, name),
    coats: [closed ? makeCoat('fill', { paint: { kind: 'solid', colour: '#9a6b1f' } }) : makeCoat('stroke')],
    place: { ...origin, x, y },
  });
  const ids = childrenOf(design, sheetId, null);
  return {
    design: withChildren(withPart(design, part), sheetId, null, [...ids, part.id]),
    chosen: [part.id],
  };
}

import type { Design } from '../../document/types';
import { applyTo, invert } from '../../geometry/matrix';
import { segmentAt, segmentCount } from '../../geometry/path';
import { formatPath } from '../../geometry/svg-path';
import type { Point } from '../../geometry/vector';
import type { DrawnContour } from '../../source/drawn-path';
import { familyOf, withPart, worldOf } from '../tree';
import { contoursOf, withOutline } from './carried';
import { fromNodes, hasHandle, type NodeList, type PathNode, toNodes } from './nodes';

/** Names a node of a part's own outline. */
export interface PointRef {
  readonly part: string;
  readonly contour: number;
  readonly node: number;
}

/** A node as it lies on the sheet, with the handles it has. */
export interface SheetPoint extends PointRef, Point {
  readonly in: Point | null;
  readonly out: Point | null;
  /** Whether it ends an open contour. */
  readonly end: boolean;
}

/** A segment as it lies on the sheet: after node `node` of its contour. */
export interface SheetSegment extends PointRef {
  /** SVG path text in sheet units. */
  readonly d: string;
}

/** Most nodes that are shown as points at once. */
const mostPoints = 4000;

/** The parts that draw something among some and all inside them. */
const drawing = (design: Design, ids: readonly string[]): string[] =>
  [...new Set(ids.flatMap((id) => familyOf(design, id)))].filter(
    (id) => ids.includes(id) || !(design.parts[id].hidden || design.parts[id].locked),
  );

/** All nodes and segments of what some parts, and the parts inside them, start from. */
export function pointsOnSheet(
  design: Design,
  ids: readonly string[],
): { points: SheetPoint[]; segments: SheetSegment[] } {
  const points: SheetPoint[] = [];
  const segments: SheetSegment[] = [];
  for (const id of drawing(design, ids)) {
    if (points.length >= mostPoints) break;
    const m = worldOf(design, id);
    const place = (p: Point) => applyTo(m, p);
    contoursOf(design.parts[id])?.forEach((c, contour) => {
      const { nodes, closed } = toNodes(c);
      if (points.length + nodes.length > mostPoints) return;
      nodes.forEach((n, node) => {
        points.push({
          part: id,
          contour,
          node,
          ...place(n),
          in: hasHandle(n, 'in') ? place(n.in) : null,
          out: hasHandle(n, 'out') ? place(n.out) : null,
          end: !closed && (node === 0 || node === nodes.length - 1),
        });
      });
      for (let node = 0; node < segmentCount(c); node++) {
        const s = segmentAt(c, node);
        const xy = [0, 2, 4, 6].flatMap((i) => {
          const p = place({ x: s[i], y: s[i + 1] });
          return [p.x, p.y];
        });
        segments.push({
          part: id,
          contour,
          node,
          d: formatPath({ contours: [{ xy, closed: false }], fillRule: 'nonzero' }),
        });
      }
    });
  }
  return { points, segments };
}

/** References by part and contour. */
export function grouped(refs: readonly PointRef[]): Map<string, Map<number, Set<number>>> {
  const out = new Map<string, Map<number, Set<number>>>();
  for (const { part, contour, node } of refs) {
    const contours = out.get(part) ?? new Map<number, Set<number>>();
    out.set(part, contours);
    const nodes = contours.get(contour) ?? new Set<number>();
    contours.set(contour, nodes.add(node));
  }
  return out;
}

/** The design with a part's own contours put in place of the old; those without a segment go. */
export function withContours(design: Design, id: string, contours: readonly DrawnContour[]): Design {
  const part = design.parts[id];
  if (!part) return design;
  return withPart(
    design,
    withOutline(
      part,
      contours.filter((c) => c.xy.length > 2),
    ),
  );
}

/** Changes the contours that some nodes belong to, as lists of nodes. */
export function changeLists(
  design: Design,
  refs: readonly PointRef[],
  change: (list: NodeList, chosen: ReadonlySet<number>, part: string) => NodeList | readonly NodeList[],
): Design {
  let out = design;
  for (const [id, byContour] of grouped(refs)) {
    const contours = contoursOf(out.parts[id]);
    if (!contours) continue;
    const next = contours.flatMap((c, i) => {
      const chosen = byContour.get(i);
      if (!chosen) return [c];
      const made = change(toNodes(c), chosen, id);
      const lists = Array.isArray(made) ? (made as readonly NodeList[]) : [made as NodeList];
      return lists.map((l) =>
        l.nodes.length > 1 ? { ...rest(c), ...fromNodes(l) } : { xy: [], closed: false },
      );
    });
    out = withContours(out, id, next);
  }
  return out;
}

/** What a contour keeps beside its numbers, as long as its nodes stay. */
const rest = ({ xy: _, closed: __, ...kept }: DrawnContour): Partial<DrawnContour> => kept;

/** The design with every chosen node changed on its own. */
export const changeNodes = (
  design: Design,
  refs: readonly PointRef[],
  change: (n: PathNode, list: NodeList, i: number, part: string) => PathNode,
): Design =>
  changeLists(design, refs, (list, chosen, part) => ({
    ...list,
    nodes: list.nodes.map((n, i) => (chosen.has(i) ? change(n, list, i, part) : n)),
  }));

/** A shift on the sheet as a shift in a part's own coordinates. */
export function localShift(design: Design, id: string, dx: number, dy: number): Point {
  const back = invert(worldOf(design, id));
  return back ? { x: back[0] * dx + back[2] * dy, y: back[1] * dx + back[3] * dy } : { x: 0, y: 0 };
}

/** Where a node lies on the sheet, or null where there is none. */
export function placeOf(design: Design, { part, contour, node }: PointRef): Point | null {
  const c = contoursOf(design.parts[part])?.[contour];
  const n = c && toNodes(c).nodes[node];
  return n ? applyTo(worldOf(design, part), n) : null;
}

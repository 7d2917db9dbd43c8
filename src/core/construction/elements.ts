import { asArc } from '../arrange/arc';
import { combine } from '../arrange/combine';
import { isPainted } from '../document/painted';
import type { Design, Part } from '../document/types';
import { segmentsIn } from '../geometry/count';
import { type Cubic, cubicLength, isLine } from '../geometry/cubic';
import { applyTo, identity, type Matrix, meanScale, multiply, placeMatrix } from '../geometry/matrix';
import { type EdgeOrigin, type Path, segmentAt, segmentCount, transformPath } from '../geometry/path';
import type { Point } from '../geometry/vector';
import { isGroup } from '../holder';
import { joinOutline } from '../outline/join';
import type { EvaluationContext } from '../scene/context';
import { type Circle, circleOf, leastSweep, liesOn } from './circle-of';

/** A circle that edges lie on. */
export interface DrawnCircle extends Circle {
  /** Length of the edges on it. */
  readonly length: number;
  readonly parts: readonly string[];
}

/** A line that straight edges lie on: from the first of their ends on it to the last. */
export interface DrawnLine {
  readonly a: Point;
  readonly b: Point;
  readonly length: number;
  /** Length of the longest edge on it. */
  readonly longest: number;
  readonly parts: readonly string[];
}

/** What the outlines of parts are made of, in sheet coordinates, the longest first. */
export interface Elements {
  readonly outlines: readonly { readonly part: string; readonly path: Path }[];
  readonly circles: readonly DrawnCircle[];
  readonly lines: readonly DrawnLine[];
  /** How many parts have no circles and lines told because they have too many edges. */
  readonly leftOut: number;
}

/** Edges whose circles and lines are looked for: each is held against all that were found before. */
const mostEdges = 5000;

/** Circles and lines are one where they differ by less than this share of the sheet, or of the radius. */
const same = 1.2e-3;

/** A part that draws itself, and how it lies on the sheet. */
export interface Drawer {
  readonly part: Part;
  readonly matrix: Matrix;
  /** Parts whose outlines cut it, and how these lie. */
  readonly within: readonly Omit<Drawer, 'within'>[];
}

/** The part that clips what else is in a group by its outline, where one does. */
function clipOf(design: Pick<Design, 'parts'>, { source, children }: Part): Part | null {
  if (source.kind !== 'group' || source.clip !== true || children.length < 2) return null;
  if (source.clipBy !== undefined && source.clipBy !== 'shape') return null;
  const top = design.parts[children[children.length - 1]];
  // One that is not shown clips nothing.
  return top && isPainted(top) ? top : null;
}

/** The parts of a sheet that draw themselves; groups are opened, unless steps of their own make them one. */
export function drawersOf(design: Pick<Design, 'parts' | 'sheets'>, sheetId: string): Drawer[] {
  const visit = (id: string, outer: Matrix, within: Drawer['within']): Drawer[] => {
    const part = design.parts[id];
    if (!part || !isPainted(part)) return [];
    const matrix = multiply(outer, placeMatrix(part.place));
    if (!isGroup(part.source) || part.steps.some((s) => s.on)) return [{ part, matrix, within }];
    const clip = clipOf(design, part);
    const cut = clip
      ? [...within, { part: clip, matrix: multiply(matrix, placeMatrix(clip.place)) }]
      : within;
    return part.children.filter((c) => c !== clip?.id).flatMap((c) => visit(c, matrix, cut));
  };
  const sheet = design.sheets.find((s) => s.id === sheetId);
  return sheet?.parts.flatMap((id) => visit(id, identity, [])) ?? [];
}

/** The outline of a part as it lies on the sheet and as it is cut. */
function outlineOn(context: EvaluationContext, { part, matrix, within }: Drawer): Path {
  const of = (p: Part, m: Matrix) => transformPath(joinOutline(context.evaluate(p).outline), m);
  const own = of(part, matrix);
  return within.length ? combine('intersect', [own, ...within.map((w) => of(w.part, w.matrix))]) : own;
}

/** Finds for an edge the circle of the primitive it came from, as that lies on the sheet. */
class Primitives {
  private readonly sources = new Map<string, readonly Cubic[][]>();
  private readonly worlds = new Map<string, Matrix>();

  constructor(private readonly context: EvaluationContext) {
    const visit = (id: string, outer: Matrix) => {
      const part = context.parts[id];
      if (!part || this.worlds.has(id)) return;
      const matrix = multiply(outer, placeMatrix(part.place));
      this.worlds.set(id, matrix);
      for (const c of part.children) visit(c, matrix);
    };
    for (const s of context.sheets) for (const id of s.parts) visit(id, identity);
  }

  circle({ part, contour, segment }: EdgeOrigin): Circle | null {
    const own = this.context.parts[part];
    const world = this.worlds.get(part);
    if (!own || !world) return null;
    let cubics = this.sources.get(part);
    if (!cubics) {
      const bare = { ...own, steps: [], coats: [], finishes: [] };
      const { contours } = joinOutline(this.context.evaluate(bare).outline);
      cubics = contours.map((c) => Array.from({ length: segmentCount(c) }, (_, i) => segmentAt(c, i)));
      this.sources.set(part, cubics);
    }
    const s = cubics[contour]?.[segment];
    const arc = s && asArc(s);
    if (!arc) return null;
    const middle = applyTo(world, arc);
    return { ...middle, r: arc.r * meanScale(world) };
  }
}

interface Growing {
  circle: Circle;
  exact: boolean;
  length: number;
  parts: Set<string>;
}

class Circles {
  readonly list: Growing[] = [];

  add(s: Cubic, part: string, known: Circle | null): void {
    const length = cubicLength(s);
    const exact = known && liesOn(s, known) ? known : null;
    const found = exact ? { ...exact, sweep: Math.PI } : circleOf(s);
    if (!found) return;
    const home =
      this.list.find(({ circle }) => alike(circle, found)) ??
      this.list.find(({ circle }) => liesOn(s, circle) && alike(circle, found, 20));
    if (home) {
      home.length += length;
      home.parts.add(part);
      if (exact && !home.exact) Object.assign(home, { circle: exact, exact: true });
      return;
    }
    const { x, y, r, sweep } = found;
    if (sweep < leastSweep) return;
    this.list.push({ circle: { x, y, r }, exact: exact !== null, length, parts: new Set([part]) });
  }
}

const alike = (a: Circle, b: Circle, loosely = 1): boolean => {
  const near = loosely * same * Math.max(a.r, b.r);
  return Math.abs(a.r - b.r) < near && Math.hypot(a.x - b.x, a.y - b.y) < near;
};

interface GrowingLine {
  /** Its normal of length 1, and how far along that it lies. */
  readonly n: Point;
  readonly d: number;
  /** Where its edges begin and end along it. */
  from: number;
  to: number;
  length: number;
  longest: number;
  readonly parts: Set<string>;
}

class Lines {
  readonly list: GrowingLine[] = [];

  constructor(private readonly near: number) {}

  add(s: Cubic, part: string): void {
    const [dx, dy] = [s[6] - s[0], s[7] - s[1]];
    const length = Math.hypot(dx, dy);
    if (length < 4 * this.near) return;
    // Its normal, in the half plane to the right, and level ones downwards.
    let n = { x: -dy / length, y: dx / length };
    if (n.x < -1e-9 || (Math.abs(n.x) <= 1e-9 && n.y < 0)) n = { x: -n.x, y: -n.y };
    const d = n.x * s[0] + n.y * s[1];
    const along = (x: number, y: number) => n.y * x - n.x * y;
    const [from, to] = [along(s[0], s[1]), along(s[6], s[7])].sort((p, q) => p - q);
    const home = this.list.find((l) => {
      const off = (t: number) => Math.abs(l.n.x * (n.x * d + n.y * t) + l.n.y * (n.y * d - n.x * t) - l.d);
      return n.x * l.n.x + n.y * l.n.y > 0.999 && off(from) < this.near && off(to) < this.near;
    });
    if (!home) {
      this.list.push({ n, d, from, to, length, longest: length, parts: new Set([part]) });
      return;
    }
    home.from = Math.min(home.from, from);
    home.to = Math.max(home.to, to);
    home.length += length;
    home.longest = Math.max(home.longest, length);
    home.parts.add(part);
  }
}

/**
 * The circles and lines that the outlines of a sheet’s parts are made of, but for those of some parts.
 * @param size longer side of the sheet
 */
export function elementsOf(
  context: EvaluationContext,
  drawers: readonly Drawer[],
  size: number,
  without: readonly string[],
): Elements {
  const primitives = new Primitives(context);
  const circles = new Circles();
  const lines = new Lines(same * size * 0.5);
  let [edges, leftOut] = [0, 0];
  const outlines = drawers.map((drawer) => {
    const { part } = drawer;
    const path = outlineOn(context, drawer);
    if (without.includes(part.id)) return { part: part.id, path };
    const count = segmentsIn([path]);
    if (edges + count > mostEdges) {
      leftOut++;
      return { part: part.id, path };
    }
    edges += count;
    for (const c of path.contours)
      for (let i = 0; i < segmentCount(c); i++) {
        const s = segmentAt(c, i);
        if (isLine(s)) {
          lines.add(s, part.id);
          continue;
        }
        const origin = c.origins?.[i];
        circles.add(s, part.id, origin ? primitives.circle(origin) : null);
      }
    return { part: part.id, path };
  });
  return {
    outlines,
    leftOut,
    circles: circles.list
      .map(({ circle, length, parts }) => ({ ...circle, length, parts: [...parts] }))
      .sort((a, b) => b.r - a.r),
    lines: lines.list
      .map(({ n, d, from, to, length, longest, parts }) => {
        const at = (t: number) => ({ x: n.x * d + n.y * t, y: n.y * d - n.x * t });
        return { a: at(from), b: at(to), length, longest, parts: [...parts] };
      })
      .sort((a, b) => b.length - a.length),
  };
}

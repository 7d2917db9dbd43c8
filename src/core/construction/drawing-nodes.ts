import { strokeArea } from '../arrange/offset';
import { sameItems } from '../cache/same-items';
import { parseHex, type Rgba } from '../colour/colour';
import type { Sheet } from '../document/types';
import { arcCubics } from '../geometry/cubic';
import {
  type Bounds,
  boundsMiddle,
  boundsPath,
  contourOf,
  growBounds,
  joinBounds,
  type Path,
  pathBounds,
  pathOf,
} from '../geometry/path';
import type { Point } from '../geometry/vector';
import { type EvaluationContext, type Outside, sameOutside } from '../scene/context';
import { coversSheet } from '../scene/covers-sheet';
import { filledWith } from '../scene/filled-with';
import type { SceneNode } from '../scene/types';
import { type Drawer, type DrawnCircle, type DrawnLine, drawersOf, elementsOf } from './elements';
import { besideLine, lettered, roundCircle, told } from './figures';
import { LabelPlaces } from './label-places';
import { leanOf, radiiOf, ratiosOf, tangentsOf } from './relations';
import type { Drawing } from './settings';
import { carriedOn, circlePath, cross, linePath } from './strokes';

/** Circles, lines and squares of the grid that are drawn at most, those with the longest edges first. */
const most = { circles: 60, lines: 80, gridLines: 400, angles: 12, ratios: 12 } as const;

const filled = (path: Path, colour: Rgba): SceneNode => filledWith(path, { kind: 'solid', colour });

/** A colour of which only a share shows. */
const thinned = ([r, g, b, a]: Rgba, share: number): Rgba => [r, g, b, a * share];

/** Those that are shorter than this have none, and those of lines with an angle are longer than that. */
const shortEdge = 0.012;
const angleEdge = 0.04;

/** Draws one sheet's construction. */
class Sketch {
  readonly nodes: SceneNode[] = [];
  private readonly ink: Rgba;
  private readonly places: LabelPlaces;

  constructor(
    private readonly look: Drawing,
    private readonly sheet: Bounds,
  ) {
    this.ink = parseHex(look.ink);
    this.places = new LabelPlaces(sheet, look.size * 0.3);
  }

  draw(paths: readonly Path[], alpha = 1): void {
    for (const path of paths) this.nodes.push(filled(path, thinned(this.ink, alpha)));
  }

  grid(): void {
    const { grid, weight } = this.look;
    const { x1, y1 } = this.sheet;
    if (!(grid > 0) || (x1 + y1) / grid > most.gridLines) return;
    const paths: Path[] = [];
    for (let x = 0; x <= x1; x += grid) paths.push(linePath({ x, y: 0 }, { x, y: y1 }, weight / 2));
    for (let y = 0; y <= y1; y += grid) paths.push(linePath({ x: 0, y }, { x: x1, y }, weight / 2));
    this.draw(paths, 0.3);
  }

  mark(paths: readonly Path[]): void {
    const { fill, outline, mark, weight } = this.look;
    const colour = parseHex(mark);
    const style = { width: 1.5 * weight, cap: 'butt', join: 'round', miterLimit: 4 } as const;
    for (const path of paths) {
      if (fill) this.nodes.push(filled(path, thinned(colour, 0.12)));
      if (outline) this.nodes.push(filled(strokeArea(path, style), colour));
    }
  }

  /** Puts words at the first place that is free for them, and returns it. */
  label(text: string, middles: (width: number, height: number) => Iterable<Point>): Point | null {
    const words = lettered(text, this.look.size, this.look.ink);
    const at = words && this.places.place(middles(words.width, words.height), words.width, words.height);
    if (words && at) this.nodes.push(words.at(at));
    return at;
  }

  /** Says something in the upper left corner. */
  tell(text: string): void {
    const { size } = this.look;
    this.label(text, (w) => [{ x: this.sheet.x0 + size + w / 2, y: this.sheet.y0 + size }]);
  }

  radii(circles: readonly DrawnCircle[]): void {
    const { weight, ratios, radii, tolerance, size } = this.look;
    const groups = radiiOf(circles);
    if (radii)
      for (const { r, first, count } of groups) {
        const times = count > 1 ? `${count} × ` : '';
        const at = this.label(`${times}r ${told(r)}`, (w, h) => roundCircle(first, w, h));
        if (!at) continue;
        const a = Math.atan2(at.y - first.y, at.x - first.x);
        const rim = { x: first.x + r * Math.cos(a), y: first.y + r * Math.sin(a) };
        this.draw([linePath(first, rim, weight * 0.8)], 0.8);
      }
    if (!ratios) return;
    const lines = ratiosOf(groups, tolerance).slice(0, most.ratios);
    lines.forEach(({ large, small, name }, i) => {
      const y = this.sheet.y1 - size * (1 + 1.4 * (lines.length - 1 - i));
      this.label(`r ${told(large)} : r ${told(small)} = ${name}`, (w) => [
        { x: this.sheet.x0 + size + w / 2, y },
        { x: this.sheet.x1 - size - w / 2, y },
      ]);
    });
  }

  angles(lines: readonly DrawnLine[]): void {
    const known = new Set<string>();
    for (const line of lines) {
      const lean = leanOf(line);
      const text = `${told(Math.abs(lean))}°`;
      if (!lean || known.has(text) || known.size >= most.angles) continue;
      known.add(text);
      this.label(text, (_, h) => besideLine(line, h));
    }
  }

  clearSpace(bounds: Bounds, circles: readonly DrawnCircle[]): void {
    const { clear, clearBy, weight } = this.look;
    const smallest = circles.at(-1)?.r ?? 0;
    const by = clear === 'length' ? clearBy : clear === 'radius' ? clearBy * smallest : 0;
    if (!(by > 0)) return;
    const style = { width: weight, cap: 'butt', join: 'miter', miterLimit: 4 } as const;
    this.draw(
      [growBounds(bounds, by), bounds].map((b) => strokeArea(boundsPath(b), style)),
      0.8,
    );
    const m = boundsMiddle(bounds);
    this.label(told(by), () => [
      { x: m.x, y: bounds.y0 - by / 2 },
      { x: bounds.x1 + by / 2, y: m.y },
      { x: m.x, y: bounds.y1 + by / 2 },
    ]);
  }
}

function sketch(
  context: EvaluationContext,
  sheet: Sheet,
  look: Drawing,
  drawers: readonly Drawer[],
): SceneNode[] {
  const size = Math.max(sheet.width, sheet.height);
  const area = { x0: 0, y0: 0, x1: sheet.width, y1: sheet.height };
  const { outlines, circles: all, lines: every, leftOut } = elementsOf(context, drawers, size, look.without);
  const byLength = <T extends { readonly length: number }>(list: readonly T[], n: number): T[] => {
    const kept = new Set([...list].sort((a, b) => b.length - a.length).slice(0, n));
    return list.filter((x) => kept.has(x));
  };
  const circles = byLength(all, most.circles);
  const lines = byLength(
    every.filter((l) => l.longest >= shortEdge * size),
    most.lines,
  );
  const out = new Sketch(look, area);
  // What covers the sheet is its ground.
  const marks = outlines.map((o) => o.path).filter((p) => !coversSheet(p, sheet));
  const bounds = marks.map(pathBounds).reduce(joinBounds, null);
  out.grid();
  out.mark(marks);
  if (look.lines)
    out.draw(
      lines.map((l) => linePath(...carriedOn(l, area, size), look.weight * 0.7)),
      0.55,
    );
  if (look.circles) out.draw(circles.map((c) => circlePath(c, look.weight)));
  if (bounds && look.axes) {
    const m = boundsMiddle(bounds);
    out.draw(
      [
        linePath({ x: m.x, y: area.y0 }, { x: m.x, y: area.y1 }, look.weight * 0.7),
        linePath({ x: area.x0, y: m.y }, { x: area.x1, y: m.y }, look.weight * 0.7),
      ],
      0.7,
    );
  }
  const arm = look.size * 0.35;
  if (look.centres) out.draw(circles.flatMap((c) => cross(c, Math.min(arm, c.r / 2), look.weight)));
  if (look.tangents)
    out.draw(
      tangentsOf(circles, lines, 1e-3 * size).map((p) =>
        pathOf([contourOf(arcCubics(p.x, p.y, arm * 0.35, 0, 2 * Math.PI, 4), true)]),
      ),
    );
  if (leftOut) out.tell(`${leftOut} parts have too many edges for their circles and lines to be drawn.`);
  if (bounds) out.clearSpace(bounds, circles);
  out.radii(circles);
  if (look.angles) out.angles(lines.filter((l) => l.longest >= angleEdge * size));
  return out.nodes;
}

interface Known {
  /** What the parts came to, those that cut them too, and how all of these lie. */
  readonly results: readonly object[];
  readonly places: readonly number[];
  readonly size: readonly number[];
  /** Faces that were at hand: numbers are set in one. */
  readonly outside: Outside;
  readonly nodes: readonly SceneNode[];
}
const known = new WeakMap<Drawing, Known>();

/** What a sheet shows that draws the construction of another one; the same objects while that stays as it is. */
export function drawingNodes(
  context: EvaluationContext,
  sheet: Sheet,
  drawing: Drawing,
): readonly SceneNode[] {
  const drawers = drawersOf(context, drawing.of);
  const all = drawers.flatMap((d) => [d, ...d.within]);
  const results = all.map((d) => context.evaluate(d.part));
  const places = all.flatMap((d) => d.matrix);
  const size = [sheet.width, sheet.height];
  const { outside } = context;
  const before = known.get(drawing);
  if (
    before &&
    sameItems<object>(before.results, results) &&
    sameItems(before.places, places) &&
    sameItems(before.size, size) &&
    sameOutside(before.outside, outside)
  )
    return before.nodes;
  const nodes = sketch(context, sheet, drawing, drawers);
  known.set(drawing, { results, places, size, outside, nodes });
  return nodes;
}

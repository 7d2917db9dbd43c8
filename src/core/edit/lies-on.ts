import type { Design } from '../document/types';
import { applyTo, invert } from '../geometry/matrix';
import { type Bounds, boundsMiddle } from '../geometry/path';
import { type Point, radians } from '../geometry/vector';
import { joinOutline } from '../outline/join';
import type { Outline } from '../outline/types';
import type { Axis, LiesOn } from '../step/definition';
import { guideAngle, guideFoot, nodesOfPath } from './snap';
import { ancestorsOf, worldOf } from './tree';

/** Most lines that are looked at: every pair of them may cross. */
const mostLines = 64;

/** The guides of a part's sheet and the lines through the sheet's middle, in the part's own coordinates. */
function linesFor(design: Design, id: string): Axis[] {
  const top = [id, ...ancestorsOf(design, id)].at(-1) ?? id;
  const sheet = design.sheets.find((s) => s.parts.includes(top));
  const back = invert(worldOf(design, id));
  if (!sheet || !back) return [];
  const middle = { x: sheet.width / 2, y: sheet.height / 2 };
  const lines = [
    { p: middle, level: 90 },
    { p: middle, level: 0 },
    ...sheet.guides.map((g) => ({ p: guideFoot(g, sheet), level: guideAngle(g) })),
  ];
  return lines.slice(0, mostLines).map(({ p, level }) => {
    const a = radians(level);
    const [from, to] = [p, { x: p.x + Math.cos(a), y: p.y + Math.sin(a) }].map((q) => applyTo(back, q));
    // Clockwise from upright, between −90 and 90.
    const turn = (Math.atan2(to.x - from.x, from.y - to.y) * 180) / Math.PI;
    return { ...from, angle: turn > 90 ? turn - 180 : turn <= -90 ? turn + 180 : turn };
  });
}

/** How far a point lies to the right of an axis. */
const beside = ({ x, y, angle }: Axis, p: Point): number => {
  const a = radians(angle);
  return (p.x - x) * Math.cos(a) + (p.y - y) * Math.sin(a);
};

function crossing(p: Axis, q: Axis): Point | null {
  const [a, b] = [radians(p.angle), radians(q.angle)];
  const sine = Math.sin(b - a);
  if (Math.abs(sine) < 1e-6) return null;
  const d = beside(q, p) / -Math.sin(a - b);
  return { x: p.x + d * Math.sin(a), y: p.y - d * Math.cos(a) };
}

/**
 * What of its sheet an outline lies on, in a part's own coordinates: guides and middle lines that an edge or a point of it
 * lies on and that do not cut it, and crossings of lines one of which goes through its middle or one of its points.
 */
export function liesOn(design: Design, id: string, outline: Outline, b: Bounds): LiesOn {
  const lines = linesFor(design, id);
  const near = 1e-3 * Math.max(b.x1 - b.x0, b.y1 - b.y0, 1);
  const nodes = nodesOfPath(joinOutline(outline));
  const middle = boundsMiddle(b);
  const off = (l: Axis) => nodes.map((n) => beside(l, n));
  const axes = lines.filter((l) => {
    const at = off(l);
    const touched = at.some((d) => Math.abs(d) <= near);
    return touched && (at.every((d) => d <= near) || at.every((d) => d >= -near));
  });
  const through = lines.filter((l) => [middle, ...nodes].some((p) => Math.abs(beside(l, p)) <= near));
  const centres = through.flatMap((l) =>
    lines.flatMap((m) => {
      const c = l === m ? null : crossing(l, m);
      return c ? [c] : [];
    }),
  );
  return { axes, centres };
}

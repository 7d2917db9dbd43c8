import type { Design } from '../../document/types';
import { applyTo } from '../../geometry/matrix';
import type { Point } from '../../geometry/vector';
import { childrenOf, worldOf } from '../tree';
import { edgesOf, placeHit } from './edges';
import { remember } from './remember';
import type { SnapHit } from './types';

/** A circle on the sheet. */
interface Round extends Point {
  readonly r: number;
  readonly name: string;
}

/** A part as a circle on the sheet, or null where it is none. */
export function roundOf(design: Design, id: string): Round | null {
  const part = design.parts[id];
  if (!part || part.hidden) return null;
  const { source } = part;
  const outer =
    source.kind === 'ellipse' && source.width === source.height
      ? source.width / 2
      : source.kind === 'ring'
        ? source.radius
        : null;
  if (outer === null || part.steps.some((s) => s.on)) return null;
  const m = worldOf(design, id);
  const [a, b] = [Math.hypot(m[0], m[1]), Math.hypot(m[2], m[3])];
  // Turned and evenly scaled it stays a circle.
  if (Math.abs(a - b) > 1e-9 * a || Math.abs(m[0] * m[2] + m[1] * m[3]) > 1e-9 * a * b) return null;
  return { ...applyTo(m, { x: 0, y: 0 }), r: outer * a, name: part.name };
}

const rounds = remember((design, sheetId, parent, moving): Round[] => {
  const skip = new Set(moving);
  return childrenOf(design, sheetId, parent)
    .filter((id) => !skip.has(id))
    .map((id) => roundOf(design, id))
    .filter((c) => c !== null);
});

type Level = Parameters<typeof rounds>;

/** The shift that makes a moved circle touch a straight edge, or null. */
function edgeTouch(level: Level, m: Omit<Round, 'name'>, reach: number) {
  let best: { dx: number; dy: number; d: number; foot: Point; name: string } | null = null;
  for (const { cubic, name } of edgesOf(...level).straight) {
    const [ax, ay] = [cubic[0], cubic[1]];
    const l = Math.hypot(cubic[6] - ax, cubic[7] - ay);
    if (l < 1e-9) continue;
    const [ux, uy] = [(cubic[6] - ax) / l, (cubic[7] - ay) / l];
    const across = (m.x - ax) * -uy + (m.y - ay) * ux;
    const side = across < 0 ? -1 : 1;
    const off = side * m.r - across;
    const along = (m.x - ax) * ux + (m.y - ay) * uy;
    if (Math.abs(off) > reach || along < 0 || along > l || (best && Math.abs(off) >= best.d)) continue;
    const foot = { x: ax + along * ux, y: ay + along * uy };
    best = { dx: -uy * off, dy: ux * off, d: Math.abs(off), foot, name };
  }
  return best;
}

/**
 * The place on a circle near `p` that a straight line from `from` touches it at, as two hits, or none.
 * From a point at distance d the touching points lie at acos(r / d) to either side of the way to it.
 */
export function snapTangent(level: Level, from: Point, p: Point, reach: number): SnapHit[] {
  for (const c of rounds(...level)) {
    const d = Math.hypot(from.x - c.x, from.y - c.y);
    if (d <= c.r) continue;
    const to = Math.atan2(from.y - c.y, from.x - c.x);
    const half = Math.acos(c.r / d);
    for (const a of [to - half, to + half]) {
      const at = { x: c.x + c.r * Math.cos(a), y: c.y + c.r * Math.sin(a) };
      if (Math.hypot(at.x - p.x, at.y - p.y) <= reach)
        return placeHit(p, at, `tangent to ${c.name}`, [[c.x, c.y, at.x, at.y]]);
    }
  }
  return [];
}

/** The shift that makes a moved circle touch another, from outside or inside, or a straight edge, as two hits, or none. */
export function snapTouch(level: Level, moved: Omit<Round, 'name'>, reach: number): SnapHit[] {
  let best: { c: Round; dx: number; dy: number; d: number } | null = null;
  for (const c of rounds(...level)) {
    const [ux, uy] = [moved.x - c.x, moved.y - c.y];
    const d = Math.hypot(ux, uy);
    if (d < 1e-9) continue;
    for (const goal of [c.r + moved.r, Math.abs(c.r - moved.r)]) {
      const off = goal - d;
      if (goal < 1e-9 || Math.abs(off) > reach || (best && Math.abs(off) >= best.d)) continue;
      best = { c, dx: (ux / d) * off, dy: (uy / d) * off, d: Math.abs(off) };
    }
  }
  const edge = edgeTouch(level, moved, best?.d ?? reach);
  if (edge && (!best || edge.d < best.d)) {
    const to = { x: moved.x + edge.dx, y: moved.y + edge.dy };
    return placeHit(moved, to, `touches an edge of ${edge.name}`, [[edge.foot.x, edge.foot.y, to.x, to.y]]);
  }
  if (!best) return [];
  const { c, dx, dy } = best;
  const to = { x: moved.x + dx, y: moved.y + dy };
  return placeHit(moved, to, `touches ${c.name}`, [[c.x, c.y, to.x, to.y]]);
}

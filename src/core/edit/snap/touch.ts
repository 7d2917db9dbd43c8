import type { Design } from '../../document/types';
import { applyTo } from '../../geometry/matrix';
import type { Point } from '../../geometry/vector';
import { childrenOf, worldOf } from '../tree';
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

/** The shift that makes a moved circle touch another from outside or inside, as two hits, or none. */
export function snapTouch(
  level: Parameters<typeof rounds>,
  moved: { readonly x: number; readonly y: number; readonly r: number },
  reach: number,
): SnapHit[] {
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
  if (!best) return [];
  const { c, dx, dy } = best;
  const [x, y] = [moved.x + dx, moved.y + dy];
  const what = `touches ${c.name}`;
  return [
    { axis: 'x', at: x, from: y, to: y, what, shift: dx, proof: [[c.x, c.y, x, y]] },
    { axis: 'y', at: y, from: x, to: x, what, shift: dy, proof: [] },
  ];
}

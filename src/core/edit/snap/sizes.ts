import { sheetBounds } from '../pick';
import { childrenOf } from '../tree';
import { remember } from './remember';
import type { SnapHit } from './types';

/** How wide and how high the parts of one level are that are not being changed. */
const sizesOf = remember((design, sheetId, parent, moving) => {
  const skip = new Set(moving);
  return childrenOf(design, sheetId, parent).flatMap((id) => {
    const part = design.parts[id];
    const bounds = part && !part.hidden && !skip.has(id) ? sheetBounds(design, id) : null;
    return bounds ? [{ name: part.name, bounds }] : [];
  });
});

/**
 * The size nearest to one that a part of the level has, as a hit whose shift is what is to be added,
 * or null where none is within reach. The proof is that part's own size.
 */
export function snapSize(
  level: Parameters<typeof sizesOf>,
  side: 'width' | 'height',
  size: number,
  reach: number,
): SnapHit | null {
  let best: SnapHit | null = null;
  for (const { name, bounds: b } of sizesOf(...level)) {
    const wide = side === 'width';
    const shift = (wide ? b.x1 - b.x0 : b.y1 - b.y0) - size;
    if (Math.abs(shift) > reach || size + shift <= 0 || (best && Math.abs(shift) >= Math.abs(best.shift)))
      continue;
    const [mx, my] = [(b.x0 + b.x1) / 2, (b.y0 + b.y1) / 2];
    best = {
      axis: wide ? 'x' : 'y',
      at: size + shift,
      from: 0,
      to: 0,
      shift,
      what: `as ${wide ? 'wide' : 'high'} as ${name}`,
      proof: [wide ? [b.x0, my, b.x1, my] : [mx, b.y0, mx, b.y1]],
    };
  }
  return best;
}

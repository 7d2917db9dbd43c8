import { invert, type Matrix, multiply } from '../../geometry/matrix';
import { type Bounds, joinBounds, meetBounds, transformBounds, wholeBounds } from '../../geometry/path';
import { filterOf } from '../../scene/filter';
import { isFixedToSheet } from '../../scene/fixed-to-sheet';
import type { BentNode } from '../../scene/types';
import { type Unbent, unbentAt } from '../../scene/unbent';
import { DrawnBlocks } from '../filter/drawn-blocks';
import { framed } from '../framed';
import type { NodeDrawer, Target } from '../target';

/** Bytes that are read at once; what is written takes the rest. */
const readBytes = 10 << 20;
const pixelBytes = 16;
/** Most samples of what was bent a pixel of the sheet, each way: where it is stretched more it is drawn as coarsely. */
const finest = 3;
/** Most places that a pixel takes its colour from, each way. */
const mostPlaces = 4;

/** How finely what was bent is drawn, in whole samples a pixel: as its greatest stretch wants, by the slopes in the middles of cells. */
function finenessOf({ coefficients, width, height }: Unbent): number {
  const slopes: number[] = [];
  for (let k = 0; k < coefficients.length; k += 32) {
    const across = Math.hypot(coefficients[k + 4], coefficients[k + 20]) / width;
    const down = Math.hypot(coefficients[k + 1], coefficients[k + 17]) / height;
    slopes.push(Math.min(across, down));
  }
  // One cell in fifty may be stretched more: that is hardly seen, and folds have slopes of nothing.
  const least = slopes.sort((a, b) => a - b)[Math.floor(slopes.length / 50)];
  return Math.min(finest, Math.max(1, Math.round(1 / Math.max(least, 1e-3))));
}

const fineness = new WeakMap<Unbent, number>();

function knownFineness(unbent: Unbent): number {
  const known = fineness.get(unbent) ?? finenessOf(unbent);
  fineness.set(unbent, known);
  return known;
}

/** Softer than this, in pixels, what was bent need not be drawn more finely than the pixels are. */
const soft = 2;

/** How finely the children of a node are drawn, in samples a pixel. */
function samplesFor(node: BentNode, scale: number): number {
  const isSoft = node.children.every(
    (n) => n.type === 'filter' && (filterOf(n.filter).softness?.(n.filter) ?? 0) * scale >= soft,
  );
  return isSoft ? 1 : knownFineness(node.unbent);
}

/** Draws a rectangle of pixels at a time from what they were before. */
class Sampling {
  private readonly back: Matrix;
  private readonly place = new Float64Array(6);

  constructor(
    private readonly target: Target,
    private readonly node: BentNode,
    private readonly matrix: Matrix,
    /** From where places were to samples. */
    private readonly toSamples: Matrix,
    private readonly layer: number,
    private readonly source: Bounds,
    private readonly blocks: DrawnBlocks,
  ) {
    this.back = invert(matrix) ?? [0, 0, 0, 0, 0, 0];
  }

  /** Where a pixel was in samples, and how that changes by pixels across and down. */
  private before(px: number, py: number): Float64Array {
    const { back, place: p, toSamples: m } = this;
    const a = back[0];
    const b = back[1];
    const c = back[2];
    const d = back[3];
    unbentAt(this.node.unbent, a * px + c * py + back[4], b * px + d * py + back[5], p);
    const x = p[0];
    const y = p[1];
    // By pixels: through the node's coordinates.
    const ax = p[2] * a + p[4] * b;
    const ay = p[3] * a + p[5] * b;
    const bx = p[2] * c + p[4] * d;
    const by = p[3] * c + p[5] * d;
    p[0] = m[0] * x + m[2] * y + m[4];
    p[1] = m[1] * x + m[3] * y + m[5];
    p[2] = m[0] * ax + m[2] * ay;
    p[3] = m[1] * ax + m[3] * ay;
    p[4] = m[0] * bx + m[2] * by;
    p[5] = m[1] * bx + m[3] * by;
    return p;
  }

  /** The samples that a rectangle of pixels may take, with room for what lies between. */
  private boxOf(area: Bounds): Bounds | null {
    let box: Bounds | null = null;
    const steps = (from: number, to: number) => {
      const n = Math.max(1, Math.ceil((to - from) / 16));
      return Array.from({ length: n + 1 }, (_, i) => from + ((to - from) * i) / n);
    };
    let reach = 0;
    for (const y of steps(area.y0, area.y1))
      for (const x of steps(area.x0, area.x1)) {
        const p = this.before(x, y);
        box = joinBounds(box, { x0: p[0], y0: p[1], x1: p[0], y1: p[1] });
        reach = Math.max(reach, Math.abs(p[2]) + Math.abs(p[4]), Math.abs(p[3]) + Math.abs(p[5]));
      }
    return box && meetBounds(wholeBounds(box, Math.ceil(4 * reach) + 2), this.source);
  }

  /** Samples a rectangle, in smaller ones where memory does not do. */
  run(area: Bounds): void {
    const box = this.boxOf(area);
    if (!box) return;
    const { x0, y0, x1, y1 } = area;
    const [w, h] = [x1 - x0, y1 - y0];
    if ((box.x1 - box.x0) * (box.y1 - box.y0) * pixelBytes <= readBytes) this.sample(area, box);
    else if (w <= 1 && h <= 1) throw new RangeError('What was bent needs more memory than there is.');
    else if (w >= h) {
      this.run({ ...area, x1: x0 + (w >> 1) });
      this.run({ ...area, x0: x0 + (w >> 1) });
    } else {
      this.run({ ...area, y1: y0 + (h >> 1) });
      this.run({ ...area, y0: y0 + (h >> 1) });
    }
  }

  private sample(area: Bounds, box: Bounds): void {
    const { target } = this;
    const [bw, bh] = [box.x1 - box.x0, box.y1 - box.y0];
    const at = target.planeAddress(0);
    this.blocks.copy(box, at, bw);
    const frame = framed(target, area, readBytes);
    target.setUnbent(this.node.unbent, this.matrix);
    const out = frame.colours.byteOffset + 4 * frame.rowAt(0);
    target.kernels.sampleBent(
      at,
      bw,
      bh,
      box.x0,
      box.y0,
      area.x0,
      area.y0,
      area.x1,
      area.y1,
      out,
      (frame.rowAt(1) - frame.rowAt(0)) / 4,
      ...(this.toSamples as [number, number, number, number, number, number]),
      mostPlaces,
    );
    target.kernels.straighten();
    frame.lay(this.layer, this.node);
  }
}

/** Samples what was bent from where it was drawn, whatever the tile; any tiling gives the same bits. */
function draw(target: Target, node: BentNode, matrix: Matrix, layer: number): void {
  const area = meetBounds(target.area, wholeBounds(transformBounds(node.bounds, matrix), 1));
  if (!area) return;
  const { area: whole } = target;
  // What was bent is drawn on a lattice of its own: wherever it stands, and however often, the same samples serve.
  const shift = isFixedToSheet(node) ? { x: 0, y: 0 } : { x: -matrix[4], y: -matrix[5] };
  target.onLattice(samplesFor(node, target.scale), shift, (samples) => {
    const toSamples = multiply(samples, matrix);
    const inside = multiply(toSamples, node.frame);
    const all = node.children.map((c) => target.boundsOf(c, inside)).reduce(joinBounds, null);
    if (!all) return;
    const source = wholeBounds(all, 1);
    const keep = (work: () => void) => {
      work();
      target.place(whole.x0, whole.y0, whole.x1 - whole.x0, whole.y1 - whole.y0);
    };
    const blocks = new DrawnBlocks(target, node.children, inside, layer + 1, source, keep);
    new Sampling(target, node, matrix, toSamples, layer, source, blocks).run(area);
  });
}

export const bentDrawer: NodeDrawer<BentNode> = {
  bounds: (_, node, matrix) => transformBounds(node.bounds, matrix),
  draw,
  inPlanes: true,
  slow: true,
};

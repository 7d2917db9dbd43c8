import { applyTo, invert, type Matrix, multiply } from '../../geometry/matrix';
import {
  type Bounds,
  boundsCorners,
  joinBounds,
  meetBounds,
  transformBounds,
  wholeBounds,
} from '../../geometry/path';
import { flowAt, flowSpeed } from '../../scene/filter/flow';
import type { FilterNode, FlowFilter } from '../../scene/types';
import { framed } from '../framed';
import { planeBytes, type Target } from '../target';
import type { FilterDrawer } from './definition';
import { DrawnBlocks } from './drawn-blocks';
import { flowStages, type Stage } from './flow-stages';

/** Bytes of the three planes: what is read, and what two passes write in turns. */
const readBytes = 6 << 20;
const writeBytes = (planeBytes - readBytes) / 2;
const pixelBytes = 16;
/** Less than this is no blur, pixels. */
const still = 0.05;

const sizeOf = (b: Bounds): number => (b.x1 - b.x0) * (b.y1 - b.y0) * pixelBytes;

/** Whole pixels that reading between the samples of a rectangle's pixels takes, moved by a map. */
function readBy(box: Bounds, map: Matrix): Bounds {
  const moved = transformBounds(box, map);
  return {
    x0: Math.floor(moved.x0) - 1,
    y0: Math.floor(moved.y0) - 1,
    x1: Math.ceil(moved.x1) + 2,
    y1: Math.ceil(moved.y1) + 2,
  };
}

/** A pass as it is done with pixels: where each of its samples is read, and how much it counts. */
interface Pass {
  readonly reads: readonly { readonly map: Matrix; readonly weight: number }[];
}

function passesOf(filter: FlowFilter, matrix: Matrix, source: Bounds): readonly Pass[] {
  const back = invert(matrix);
  if (!back) return [];
  // How far one deviation leads where it leads farthest.
  const farthest = Math.max(
    ...boundsCorners(source).map((p) => {
      const { x, y } = flowSpeed(filter, applyTo(back, p));
      return Math.hypot(matrix[0] * x + matrix[2] * y, matrix[1] * x + matrix[3] * y);
    }),
  );
  const none: Stage = { step: 0, weights: Float64Array.of(1) };
  const stages = farthest > still ? flowStages(farthest) : [none];
  return stages.map(({ step, weights }) => ({
    reads: Array.from(weights, (weight, i) => {
      const deviations = ((i - (weights.length - 1) / 2) * step) / Math.max(still, farthest);
      return { map: multiply(matrix, multiply(flowAt(filter, deviations), back)), weight };
    }),
  }));
}

/** What a rectangle takes: the rectangles that the passes before the last write, coarsest first; null where memory does not do. */
function rectanglesOf(area: Bounds, passes: readonly Pass[], source: Bounds, shown: Bounds): Bounds[] | null {
  const boxes = [area];
  for (const { reads } of passes.slice(0, -1)) {
    const all = reads.map(({ map }) => readBy(boxes[0], map)).reduce(joinBounds, null as Bounds | null);
    const met = all && meetBounds(all, shown);
    // Nothing of it can be seen.
    if (!met) return [];
    boxes.unshift(met);
  }
  if (boxes.some((b) => sizeOf(b) > writeBytes)) return null;
  for (const { map } of passes[passes.length - 1].reads) {
    const met = meetBounds(readBy(boxes[0], map), source);
    if (met && sizeOf(met) > readBytes) return null;
  }
  return boxes;
}

/** Blurs one rectangle of pixels at a time. */
class Flow {
  private readonly read: number;
  private readonly write: readonly [number, number];
  private readonly blocks: DrawnBlocks;

  constructor(
    private readonly target: Target,
    private readonly node: FilterNode,
    matrix: Matrix,
    private readonly layer: number,
    private readonly passes: readonly Pass[],
    private readonly source: Bounds,
    private readonly shown: Bounds,
  ) {
    this.read = target.planeAddress(0);
    this.write = [target.planeAddress(readBytes), target.planeAddress(readBytes + writeBytes)];
    const overwrites = node.children.some((n) => target.worksInPlanes(n));
    const keep = (draw: () => void) => {
      const kept = overwrites ? this.plane(this.write[0], writeBytes).slice() : null;
      draw();
      if (kept) this.plane(this.write[0], writeBytes).set(kept);
    };
    this.blocks = new DrawnBlocks(target, node.children, matrix, layer + 1, source, keep);
  }

  private plane(at: number, bytes: number): Uint8Array {
    return new Uint8Array(this.target.kernels.memory.buffer, at, bytes);
  }

  /** Blurs a rectangle and lays it onto the layer, in smaller ones where memory does not do. */
  run(area: Bounds): void {
    const boxes = rectanglesOf(area, this.passes, this.source, this.shown);
    if (boxes) {
      if (boxes.length) this.blur(boxes);
      return;
    }
    const { x0, y0, x1, y1 } = area;
    const [w, h] = [x1 - x0, y1 - y0];
    if (w <= 1 && h <= 1) throw new RangeError('A blur needs more memory than there is.');
    if (w >= h) {
      this.run({ ...area, x1: x0 + (w >> 1) });
      this.run({ ...area, x0: x0 + (w >> 1) });
    } else {
      this.run({ ...area, y1: y0 + (h >> 1) });
      this.run({ ...area, y0: y0 + (h >> 1) });
    }
  }

  private blur(boxes: readonly Bounds[]): void {
    const { passes, source } = this;
    // The coarsest reads what is painted, bit by bit; each finer one reads what the one before wrote.
    const { reads } = passes[passes.length - 1];
    this.clear(this.write[0], boxes[0]);
    for (const { map, weight } of reads) {
      const box = meetBounds(readBy(boxes[0], map), source);
      if (!box) continue;
      this.blocks.copy(box, this.read, box.x1 - box.x0);
      this.add(this.write[0], boxes[0], this.read, box, map, weight);
    }
    let at = 0;
    for (let k = 1; k < boxes.length; k++, at = 1 - at) {
      const [from, to] = [this.write[at], this.write[1 - at]];
      this.clear(to, boxes[k]);
      for (const { map, weight } of passes[passes.length - 1 - k].reads)
        this.add(to, boxes[k], from, boxes[k - 1], map, weight);
    }
    this.lay(boxes[boxes.length - 1], this.write[at]);
  }

  private clear(at: number, box: Bounds): void {
    this.plane(at, sizeOf(box)).fill(0);
  }

  private add(to: number, out: Bounds, from: number, box: Bounds, map: Matrix, weight: number): void {
    const { kernels } = this.target;
    const [w, h] = [out.x1 - out.x0, out.y1 - out.y0];
    const [bw, bh] = [box.x1 - box.x0, box.y1 - box.y0];
    kernels.addMoved(to, w, out.x0, out.y0, w, h, from, bw, box.x0, box.y0, bw, bh, ...map, weight);
  }

  private lay(area: Bounds, at: number): void {
    const { target, node } = this;
    const row = 4 * (area.x1 - area.x0);
    const floats = new Float32Array(target.kernels.memory.buffer, at, row * (area.y1 - area.y0));
    const frame = framed(target, area);
    for (let y = 0; y < area.y1 - area.y0; y++)
      frame.colours.set(floats.subarray(row * y, row * (y + 1)), frame.rowAt(y));
    frame.lay(this.layer, node);
  }
}

/** All colours through a Gaussian along the lines of a motion, premultiplied. Any tiling gives the same bits. */
export const drawFlow: FilterDrawer<FlowFilter> = (target, node, filter, matrix, layer) => {
  const inside = node.children.map((c) => target.boundsOf(c, matrix)).reduce(joinBounds, null);
  const bounds = target.boundsOf(node, matrix);
  if (!inside || !bounds) return;
  const [source, shown] = [wholeBounds(inside, 1), wholeBounds(bounds, 1)];
  const passes = passesOf(filter, matrix, source);
  const area = meetBounds(target.area, shown);
  if (!passes.length || !area) return;
  new Flow(target, node, matrix, layer, passes, source, shown).run(area);
};

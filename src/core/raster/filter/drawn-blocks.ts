import { BoundedCache, mebibytes } from '../../cache/bounded-cache';
import type { Matrix } from '../../geometry/matrix';
import { type Bounds, meetBounds } from '../../geometry/path';
import type { SceneNode } from '../../scene/types';
import { type Target, tileSize } from '../target';

/** Colours of one block, 256² premultiplied RGBA floats. */
type Block = Float32Array;

const none: Block = new Float32Array(0);

/** What each painter has drawn lately: neighbouring tiles read the same blocks. */
const drawn = new WeakMap<Target, BoundedCache<Block>>();
const numbers = new WeakMap<readonly SceneNode[], number>();
let next = 0;

function numberOf(nodes: readonly SceneNode[]): number {
  const known = numbers.get(nodes) ?? ++next;
  numbers.set(nodes, known);
  return known;
}

/** Nodes drawn in blocks that lie on one lattice whatever the tile, for filters that read far from where they write. */
export class DrawnBlocks {
  private readonly cache: BoundedCache<Block>;
  private readonly key: string;

  /** @param bounds of what the nodes paint, pixels. @param keep carries over what a drawing may overwrite. */
  constructor(
    private readonly target: Target,
    private readonly nodes: readonly SceneNode[],
    private readonly matrix: Matrix,
    private readonly layer: number,
    private readonly bounds: Bounds,
    private readonly keep: (draw: () => void) => void,
  ) {
    this.cache = drawn.get(target) ?? new BoundedCache<Block>(mebibytes(48), (b) => b.byteLength);
    drawn.set(target, this.cache);
    this.key = [numberOf(nodes), ...matrix, target.scale].join(' ');
  }

  /** Copies a rectangle of pixels to a plane with rows of `stride`; what was not painted is clear. */
  copy(box: Bounds, at: number, stride: number): void {
    const { memory } = this.target.kernels;
    const blocks: { readonly block: Block; readonly x: number; readonly y: number }[] = [];
    const [left, top] = [Math.floor(box.x0 / tileSize), Math.floor(box.y0 / tileSize)];
    for (let y = top; y * tileSize < box.y1; y++)
      for (let x = left; x * tileSize < box.x1; x++) {
        const block = this.blockAt(x * tileSize, y * tileSize);
        if (block !== none) blocks.push({ block, x: x * tileSize, y: y * tileSize });
      }
    const plane = new Float32Array(memory.buffer, at, 4 * stride * (box.y1 - box.y0));
    plane.fill(0);
    for (const { block, x, y } of blocks) {
      const [x0, x1] = [Math.max(x, box.x0), Math.min(x + tileSize, box.x1)];
      for (let row = Math.max(y, box.y0); row < Math.min(y + tileSize, box.y1); row++) {
        const from = 4 * ((row - y) * tileSize + x0 - x);
        plane.set(block.subarray(from, from + 4 * (x1 - x0)), 4 * ((row - box.y0) * stride + x0 - box.x0));
      }
    }
  }

  private blockAt(x: number, y: number): Block {
    if (!meetBounds(this.bounds, { x0: x, y0: y, x1: x + tileSize, y1: y + tileSize })) return none;
    return this.cache.getOr(`${this.key} ${x} ${y}`, () => this.draw(x, y));
  }

  private draw(x: number, y: number): Block {
    const { target, layer } = this;
    const { kernels, area } = target;
    let made = none;
    this.keep(() => {
      target.place(x, y, tileSize, tileSize);
      target.draw(this.nodes, this.matrix, layer);
      kernels.flattenLayer(layer);
      const pixels = kernels.layerPixels(layer);
      made = new Float32Array(kernels.memory.buffer, pixels, 4 * tileSize * tileSize).slice();
      kernels.clearLayer(layer);
    });
    target.place(area.x0, area.y0, area.x1 - area.x0, area.y1 - area.y0);
    return made;
  }
}

import { BoundedCache, mebibytes } from '../../cache/bounded-cache';
import type { Matrix } from '../../geometry/matrix';
import { type Bounds, meetBounds } from '../../geometry/path';
import { blocksMissed } from '../../image/source';
import type { SceneNode } from '../../scene/types';
import { type Target, tileSize } from '../target';

/** Colours of one block, premultiplied RGBA floats, and where it lies. */
interface Block {
  readonly colours: Float32Array;
  readonly box: Bounds;
}

const none: Block = { colours: new Float32Array(0), box: { x0: 0, y0: 0, x1: 0, y1: 0 } };

/** Blocks that each painter has drawn: those of what stays as it is are not pushed out by what is another at every step of a drag. */
class KnownBlocks {
  private readonly known = new WeakMap<Target, BoundedCache<Block>>();

  constructor(private readonly limit: number) {}

  of(target: Target): BoundedCache<Block> {
    const cache = this.known.get(target) ?? new BoundedCache<Block>(this.limit, (b) => b.colours.byteLength);
    this.known.set(target, cache);
    return cache;
  }
}

/** What was drawn lately: neighbouring tiles read the same blocks. */
const lately = new KnownBlocks(mebibytes(48));
const still = new KnownBlocks(mebibytes(96));

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
  /** The one block of what is no larger than a block: it is as large as that. */
  private readonly only: Bounds | null;

  /**
   * @param bounds of what the nodes paint, pixels. @param keep carries over what a drawing may overwrite.
   * @param stays whether the nodes stay as they are while others change.
   */
  constructor(
    private readonly target: Target,
    private readonly nodes: readonly SceneNode[],
    private readonly matrix: Matrix,
    private readonly layer: number,
    private readonly bounds: Bounds,
    private readonly keep: (draw: () => void) => void,
    stays = false,
  ) {
    this.cache = (stays ? still : lately).of(target);
    this.key = [numberOf(nodes), ...matrix, target.scale].join(' ');
    const small = bounds.x1 - bounds.x0 <= tileSize && bounds.y1 - bounds.y0 <= tileSize;
    this.only = small ? bounds : null;
  }

  /** Copies a rectangle of pixels to a plane with rows of `stride`; what was not painted is clear. */
  copy(box: Bounds, at: number, stride: number): void {
    const { memory } = this.target.kernels;
    const blocks = this.boxesOver(box).map((b) => this.blockAt(b));
    const plane = new Float32Array(memory.buffer, at, 4 * stride * (box.y1 - box.y0));
    plane.fill(0);
    for (const { colours, box: b } of blocks) {
      const [x0, x1] = [Math.max(b.x0, box.x0), Math.min(b.x1, box.x1)];
      if (x1 <= x0) continue;
      for (let row = Math.max(b.y0, box.y0); row < Math.min(b.y1, box.y1); row++) {
        const from = 4 * ((row - b.y0) * (b.x1 - b.x0) + x0 - b.x0);
        plane.set(colours.subarray(from, from + 4 * (x1 - x0)), 4 * ((row - box.y0) * stride + x0 - box.x0));
      }
    }
  }

  /** The blocks that a rectangle reads. */
  private boxesOver(box: Bounds): Bounds[] {
    if (this.only) return [this.only];
    const out: Bounds[] = [];
    const [left, top] = [Math.floor(box.x0 / tileSize), Math.floor(box.y0 / tileSize)];
    for (let y = top; y * tileSize < box.y1; y++)
      for (let x = left; x * tileSize < box.x1; x++)
        out.push({ x0: x * tileSize, y0: y * tileSize, x1: (x + 1) * tileSize, y1: (y + 1) * tileSize });
    return out;
  }

  private blockAt(box: Bounds): Block {
    if (!meetBounds(this.bounds, box)) return none;
    const key = `${this.key} ${box.x0} ${box.y0}`;
    const known = this.cache.get(key);
    if (known) return known;
    const before = blocksMissed();
    const made = this.draw(box);
    // What waits for a picture is drawn once more.
    if (blocksMissed() === before) this.cache.set(key, made);
    return made;
  }

  private draw(box: Bounds): Block {
    const { target, layer } = this;
    const { kernels, area } = target;
    let made = none;
    this.keep(() => {
      const [w, h] = [box.x1 - box.x0, box.y1 - box.y0];
      target.place(box.x0, box.y0, w, h);
      target.draw(this.nodes, this.matrix, layer);
      kernels.flattenLayer(layer);
      const pixels = kernels.layerPixels(layer);
      const drawn = new Float32Array(kernels.memory.buffer, pixels, 4 * tileSize * h);
      const colours = new Float32Array(4 * w * h);
      for (let row = 0; row < h; row++)
        colours.set(drawn.subarray(4 * row * tileSize, 4 * (row * tileSize + w)), 4 * row * w);
      made = { colours, box };
      kernels.clearLayer(layer);
    });
    target.place(area.x0, area.y0, area.x1 - area.x0, area.y1 - area.y0);
    return made;
  }
}

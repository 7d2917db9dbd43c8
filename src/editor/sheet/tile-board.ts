import type { Bounds } from '@/core';
import type { RasterAnswer, RasterOrder } from '@/worker/messages';

/** Side of a tile, device pixels; the raster workers draw no other size. */
const side = 256;

interface Tile {
  readonly i: number;
  readonly j: number;
  readonly scale: number;
  bitmap: ImageBitmap;
  version: number;
}

interface Order {
  readonly number: number;
  readonly version: number;
  readonly scale: number;
  readonly whole: boolean;
  readonly held: Tile[];
  open: number;
}

const key = (i: number, j: number) => `${i} ${j}`;

/**
 * Keeps the tiles of the sheet view: which are fresh, which have to be drawn again, and puts them on
 * the canvas. Positions are device pixels; tile (0, 0) starts at the sheet's corner.
 */
export class TileBoard {
  private tiles = new Map<string, Tile>();
  /** Tiles of the scale before, shown until fresh ones cover them. */
  private older: Tile[] = [];
  private stale = new Set<string>();
  private scale = 0;
  private x = 0;
  private y = 0;
  private wide = 0;
  private high = 0;
  private version = -1;
  private order: Order | null = null;
  private count = 0;
  private canvas: HTMLCanvasElement | null = null;
  private asked = false;
  private holdNext = false;
  private idle: (() => void)[] = [];
  /** Called when a worker could not draw. */
  onFailure: (message: string) => void = () => {};

  constructor(private readonly workers: readonly Worker[]) {
    for (const w of workers) w.onmessage = (e: MessageEvent<RasterAnswer>) => this.answered(e.data);
  }

  setCanvas(canvas: HTMLCanvasElement | null): void {
    this.canvas = canvas;
    this.paint();
  }

  /** Where the sheet stands in the canvas and how large it is shown, in device pixels. */
  setView(scale: number, x: number, y: number, wide: number, high: number): void {
    if (scale !== this.scale) {
      if (this.tiles.size) {
        for (const t of this.older) t.bitmap.close();
        this.older = [...this.tiles.values()];
      }
      this.tiles = new Map();
      this.stale.clear();
      this.scale = scale;
    }
    this.x = Math.round(x);
    this.y = Math.round(y);
    this.wide = wide;
    this.high = high;
    this.paint();
    this.ask();
  }

  /** The scene has a new version that differs from the last in `damage` (sheet units). */
  sceneChanged(version: number, damage: Bounds | 'all' | null, whole: boolean): void {
    this.version = version;
    if (damage === null) return;
    this.holdNext = whole;
    for (const t of this.tiles.values()) {
      const hit =
        damage === 'all' ||
        (damage.x1 * this.scale >= t.i * side - 1 &&
          damage.x0 * this.scale <= (t.i + 1) * side + 1 &&
          damage.y1 * this.scale >= t.j * side - 1 &&
          damage.y0 * this.scale <= (t.j + 1) * side + 1);
      if (hit) this.stale.add(key(t.i, t.j));
    }
    this.ask();
  }

  /** Resolves when every visible tile is fresh. */
  settled(): Promise<void> {
    if (!this.order && !this.missing().length) return Promise.resolve();
    return new Promise((resolve) => this.idle.push(resolve));
  }

  /** Resolves when what is on the canvas is a newer scene than now, all of it. */
  async fresh(): Promise<void> {
    const before = this.version;
    while (this.version === before) await new Promise((resolve) => setTimeout(resolve, 1));
    await this.settled();
  }

  private visible(): { i: number; j: number }[] {
    const out: { i: number; j: number }[] = [];
    if (!this.scale) return out;
    const i1 = Math.floor((this.wide - 1 - this.x) / side);
    const j1 = Math.floor((this.high - 1 - this.y) / side);
    for (let j = Math.floor(-this.y / side); j <= j1; j++)
      for (let i = Math.floor(-this.x / side); i <= i1; i++) out.push({ i, j });
    return out;
  }

  private missing(): { i: number; j: number }[] {
    return this.visible().filter(({ i, j }) => !this.tiles.has(key(i, j)) || this.stale.has(key(i, j)));
  }

  /** Orders what is missing, once the order before is done. */
  private ask(): void {
    if (this.order || this.version < 0) return;
    const list = this.missing();
    if (!list.length) {
      this.forget();
      for (const f of this.idle.splice(0)) f();
      return;
    }
    const cx = (this.wide / 2 - this.x) / side;
    const cy = (this.high / 2 - this.y) / side;
    list.sort(
      (a, b) => Math.hypot(a.i + 0.5 - cx, a.j + 0.5 - cy) - Math.hypot(b.i + 0.5 - cx, b.j + 0.5 - cy),
    );
    const number = ++this.count;
    const shares = this.workers.map((_, k) => list.filter((_, n) => n % this.workers.length === k));
    this.order = {
      number,
      version: this.version,
      scale: this.scale,
      whole: this.holdNext,
      held: [],
      open: shares.filter((s) => s.length).length,
    };
    for (const { i, j } of list) this.stale.delete(key(i, j));
    shares.forEach((share, k) => {
      const message: RasterOrder = {
        type: 'tiles',
        order: number,
        version: this.version,
        scale: this.scale,
        list: share,
      };
      if (share.length) this.workers[k].postMessage(message);
    });
  }

  private answered(a: RasterAnswer): void {
    const { order } = this;
    if (a.type === 'failed') {
      this.onFailure(a.message);
      return;
    }
    if (!order || a.order !== order.number) {
      if (a.type === 'tile') a.bitmap.close();
      return;
    }
    if (a.type === 'tile') {
      const tile: Tile = { i: a.i, j: a.j, scale: a.scale, bitmap: a.bitmap, version: a.version };
      if (order.whole) order.held.push(tile);
      else {
        this.put(tile);
        this.paint();
      }
      return;
    }
    if (--order.open > 0) return;
    this.order = null;
    for (const t of order.held) this.put(t);
    if (order.held.length) this.paint();
    this.ask();
  }

  private put(t: Tile): void {
    if (t.scale !== this.scale) {
      t.bitmap.close();
      return;
    }
    this.tiles.get(key(t.i, t.j))?.bitmap.close();
    this.tiles.set(key(t.i, t.j), t);
  }

  /** Lets go of old-scale tiles, and of tiles far out of sight. */
  private forget(): void {
    for (const t of this.older) t.bitmap.close();
    if (this.older.length) {
      this.older = [];
      this.paint();
    }
    const limit = Math.max(200, 4 * this.visible().length);
    if (this.tiles.size <= limit) return;
    const seen = new Set(this.visible().map(({ i, j }) => key(i, j)));
    for (const [k, t] of this.tiles) {
      if (this.tiles.size <= limit) break;
      if (seen.has(k)) continue;
      t.bitmap.close();
      this.tiles.delete(k);
    }
  }

  private paint(): void {
    if (this.asked) return;
    this.asked = true;
    requestAnimationFrame(() => {
      this.asked = false;
      this.paintNow();
    });
  }

  private paintNow(): void {
    const { canvas } = this;
    const context = canvas?.getContext('2d');
    if (!canvas || !context) return;
    if (canvas.width !== this.wide || canvas.height !== this.high) {
      canvas.width = this.wide;
      canvas.height = this.high;
    }
    context.clearRect(0, 0, canvas.width, canvas.height);
    context.imageSmoothingEnabled = true;
    for (const t of this.older) {
      const k = this.scale / t.scale;
      context.drawImage(t.bitmap, this.x + t.i * side * k, this.y + t.j * side * k, side * k, side * k);
    }
    for (const t of this.tiles.values()) {
      const x = this.x + t.i * side;
      const y = this.y + t.j * side;
      if (x >= canvas.width || y >= canvas.height || x + side <= 0 || y + side <= 0) continue;
      if (this.older.length) context.clearRect(x, y, side, side);
      context.drawImage(t.bitmap, x, y);
    }
  }
}

import type { Bounds } from '@/core';
import type { RasterAnswer, RasterOrder, TileArea } from '@/worker/messages';

/** Side of a tile, device pixels; the raster workers draw no other size. */
const side = 256;

/** Canvases that are written to often are kept where the processor can reach them. */
const inMemory: CanvasRenderingContext2DSettings = { willReadFrequently: true };

interface Tile {
  readonly i: number;
  readonly j: number;
  readonly scale: number;
  readonly canvas: OffscreenCanvas;
}

/** A piece of a tile that has arrived. */
interface Piece {
  readonly area: TileArea;
  readonly scale: number;
  readonly data: Uint8ClampedArray<ArrayBuffer>;
}

interface Order {
  readonly number: number;
  readonly version: number;
  readonly scale: number;
  readonly whole: boolean;
  readonly list: readonly TileArea[];
  readonly held: Piece[];
  open: number;
}

const key = (i: number, j: number) => `${i} ${j}`;

const wholeTile = (i: number, j: number): TileArea => ({ i, j, x: 0, y: 0, wide: side, high: side });

function joinAreas(a: TileArea | undefined, b: TileArea): TileArea {
  if (!a) return b;
  const x = Math.min(a.x, b.x);
  const y = Math.min(a.y, b.y);
  return {
    ...b,
    x,
    y,
    wide: Math.max(a.x + a.wide, b.x + b.wide) - x,
    high: Math.max(a.y + a.high, b.y + b.high) - y,
  };
}

/**
 * Keeps the tiles of the sheet view: which are fresh, which have to be drawn again, and puts them on
 * the canvas. Positions are device pixels; tile (0, 0) starts at the sheet's corner.
 */
export class TileBoard {
  private tiles = new Map<string, Tile>();
  /** Tiles of the scale before, shown until fresh ones cover them. */
  private older: Tile[] = [];
  /** What of each tile has to be drawn again. */
  private stale = new Map<string, TileArea>();
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
    // Tiles on their way were drawn before this change as well.
    for (const t of [...this.tiles.values(), ...(this.order?.list ?? [])]) {
      const area = damage === 'all' ? wholeTile(t.i, t.j) : this.areaOf(t, damage);
      if (area) this.stale.set(key(t.i, t.j), joinAreas(this.stale.get(key(t.i, t.j)), area));
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

  /** The pixels of a tile that damage reaches, one more on each side, or null where it does not. */
  private areaOf(t: { i: number; j: number }, damage: Bounds): TileArea | null {
    const clamp = (v: number) => Math.min(side, Math.max(0, v));
    const x = clamp(Math.floor(damage.x0 * this.scale) - t.i * side - 1);
    const y = clamp(Math.floor(damage.y0 * this.scale) - t.j * side - 1);
    const wide = clamp(Math.ceil(damage.x1 * this.scale) - t.i * side + 1) - x;
    const high = clamp(Math.ceil(damage.y1 * this.scale) - t.j * side + 1) - y;
    return wide > 0 && high > 0 ? { i: t.i, j: t.j, x, y, wide, high } : null;
  }

  private missing(): TileArea[] {
    return this.visible()
      .map(({ i, j }) => (this.tiles.has(key(i, j)) ? this.stale.get(key(i, j)) : wholeTile(i, j)))
      .filter((a) => a !== undefined);
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
      list,
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
    if (!order || a.order !== order.number) return;
    if (a.type === 'tile') {
      if (order.whole) order.held.push(a);
      else {
        this.put(a);
        this.paint();
      }
      return;
    }
    if (--order.open > 0) return;
    this.order = null;
    for (const t of order.held) this.put(t);
    // What was held back for a drag goes on the canvas at once, for the very next frame.
    if (order.held.length) this.paintNow();
    this.ask();
  }

  private put({ area, scale, data }: Piece): void {
    if (scale !== this.scale) return;
    const k = key(area.i, area.j);
    let tile = this.tiles.get(k);
    if (!tile) {
      tile = { i: area.i, j: area.j, scale, canvas: new OffscreenCanvas(side, side) };
      this.tiles.set(k, tile);
    }
    tile.canvas
      .getContext('2d', inMemory)
      ?.putImageData(new ImageData(data, area.wide, area.high), area.x, area.y);
  }

  /** Lets go of old-scale tiles, and of tiles far out of sight. */
  private forget(): void {
    if (this.older.length) {
      this.older = [];
      this.paint();
    }
    const limit = Math.max(200, 4 * this.visible().length);
    if (this.tiles.size <= limit) return;
    const seen = new Set(this.visible().map(({ i, j }) => key(i, j)));
    for (const k of this.tiles.keys()) {
      if (this.tiles.size <= limit) break;
      if (!seen.has(k)) this.tiles.delete(k);
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
    const context = canvas?.getContext('2d', inMemory);
    if (!canvas || !context) return;
    if (canvas.width !== this.wide || canvas.height !== this.high) {
      canvas.width = this.wide;
      canvas.height = this.high;
    }
    context.clearRect(0, 0, canvas.width, canvas.height);
    context.imageSmoothingEnabled = true;
    for (const t of this.older) {
      const k = this.scale / t.scale;
      context.drawImage(t.canvas, this.x + t.i * side * k, this.y + t.j * side * k, side * k, side * k);
    }
    for (const t of this.tiles.values()) {
      const x = this.x + t.i * side;
      const y = this.y + t.j * side;
      if (x >= canvas.width || y >= canvas.height || x + side <= 0 || y + side <= 0) continue;
      if (this.older.length) context.clearRect(x, y, side, side);
      context.drawImage(t.canvas, x, y);
    }
  }
}

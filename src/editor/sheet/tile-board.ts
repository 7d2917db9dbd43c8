import type { Bounds } from '@/core';
import type { RasterAnswer, RasterOrder, TileArea } from '@/worker/messages';
import type { DrawnOrder } from '../state/frame-profile';
import { Coarseness } from './coarseness';
import {
  coarsened,
  joinAreas,
  tileKey as key,
  pixelsOf,
  reachedBy,
  side,
  wholeTile,
  withinTile,
} from './tile-areas';

/** Milliseconds without a change after which what was drawn coarsely is drawn again. */
const rest = 140;

/** Canvases that are written to often are kept where the processor can reach them. */
const inMemory: CanvasRenderingContext2DSettings = { willReadFrequently: true };

/** Device pixels a side that one drawn pixel stands for in the first picture of all, where nothing else is shown: a sixteenth of the work. */
const openingCoarse = 4;

/** A picture of the whole sheet that is shown until there are tiles: its size in sheet units. */
interface Backdrop {
  readonly image: CanvasImageSource;
  readonly width: number;
  readonly height: number;
}

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
  readonly coarse: number;
  readonly data: Uint8ClampedArray<ArrayBuffer>;
}

interface Order {
  readonly number: number;
  readonly version: number;
  readonly scale: number;
  readonly whole: boolean;
  readonly coarse: number;
  /** Whether it only makes finer what is on the canvas: a new frame of a drag goes before it. */
  readonly refines: boolean;
  readonly began: number;
  /** The tiles, or what of them, that are drawn. */
  readonly tiles: readonly TileArea[];
  /** Pixels that are worked out for them. */
  readonly drawn: number;
  readonly held: Piece[];
  /** Milliseconds that each worker drew, as far as it is done. */
  readonly took: number[];
  open: number;
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
  /** What of each tile is shown coarsely. */
  private rough = new Map<string, TileArea>();
  private readonly coarseness = new Coarseness();
  private resting: ReturnType<typeof setTimeout> | undefined;
  private scale = 0;
  private x = 0;
  private y = 0;
  private wide = 0;
  private high = 0;
  private version = -1;
  private order: Order | null = null;
  private count = 0;
  private canvas: HTMLCanvasElement | null = null;
  /** The frame that will paint, where one is asked for. */
  private painting: number | undefined;
  private holdNext = false;
  private fineNext = false;
  private backdrop: Backdrop | null = null;
  private idle: (() => void)[] = [];
  /** Who waits for the newest scene, be it coarse. */
  private shown: (() => void)[] = [];
  /** Called when all of an order is on the canvas. */
  onShown: (drawn: DrawnOrder) => void = () => {};
  /** Called when a worker could not draw. */
  onFailure: (message: string) => void = () => {};

  constructor(
    private readonly workers: readonly Worker[],
    /** Told the lock that each worker holds while it lives. */
    private readonly onAlive: (lock: string) => void = () => {},
  ) {
    for (const [k, w] of workers.entries())
      w.addEventListener('message', (e: MessageEvent<RasterAnswer>) => this.answered(e.data, k));
  }

  setCanvas(canvas: HTMLCanvasElement | null): void {
    this.canvas = canvas;
    this.paint();
  }

  /** Shows a picture of the sheet wherever there is no tile yet, until all in sight are there. */
  setBackdrop(backdrop: Backdrop | null): void {
    if (backdrop && this.version >= 0 && !this.order && !this.missing().length) return;
    this.backdrop = backdrop;
    this.paintNow();
  }

  /** Lets go of all that is of the design before: another one begins with nothing on the canvas. */
  empty(): void {
    clearTimeout(this.resting);
    this.tiles = new Map();
    this.older = [];
    this.stale.clear();
    this.rough.clear();
    this.order = null;
    this.backdrop = null;
    this.version = -1;
    this.paintNow();
  }

  /** Nothing is shown until there is a view again. */
  rest(): void {
    this.backdrop = null;
    this.setCanvas(null);
    this.setView(0, 0, 0, 0, 0);
  }

  /** Where the sheet stands in the canvas and how large it is shown, in device pixels. */
  setView(scale: number, x: number, y: number, wide: number, high: number): void {
    if (scale !== this.scale) {
      if (this.tiles.size) {
        this.older = [...this.tiles.values()];
      }
      this.tiles = new Map();
      this.stale.clear();
      this.rough.clear();
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
    // What it was of is another sheet now, or has changed all over.
    if (damage === 'all' && this.version >= 0) this.backdrop = null;
    this.version = version;
    clearTimeout(this.resting);
    if (whole && this.order?.refines) this.giveWay(this.order);
    this.holdNext = whole;
    this.fineNext = false;
    if (!whole) this.refine();
    if (damage === null) {
      if (!whole) this.ask();
      else if (!this.order && this.rough.size) this.restSoon();
      return;
    }
    // Tiles on their way were drawn before this change as well.
    for (const t of [...this.tiles.values(), ...(this.order?.tiles ?? [])]) {
      const area = damage === 'all' ? wholeTile(t.i, t.j) : reachedBy(damage, t, this.scale);
      if (area) this.stale.set(key(t.i, t.j), joinAreas(this.stale.get(key(t.i, t.j)), area));
    }
    this.ask();
  }

  /** Resolves when every visible tile is fresh and painted. */
  settled(): Promise<void> {
    if (!this.order && !this.rough.size && !this.missing().length) {
      this.paintDue();
      return Promise.resolve();
    }
    return new Promise((resolve) => this.idle.push(resolve));
  }

  /** Says that a frame is on its way: what only makes finer gives way already, until the next rest. */
  stir(): void {
    clearTimeout(this.resting);
    if (!this.order?.refines) return;
    this.giveWay(this.order);
    for (const w of this.workers) w.postMessage(this.orderOf([], 1, ++this.count));
  }

  /** What a worker is asked for. */
  private orderOf(list: readonly TileArea[], coarse: number, order: number): RasterOrder {
    return { type: 'tiles', order, version: this.version, scale: this.scale, coarse, list };
  }

  /** Has what is shown coarsely drawn again, finely. */
  private refine(): void {
    this.fineNext = true;
    for (const [k, area] of this.rough) this.stale.set(k, joinAreas(this.stale.get(k), area));
    this.rough.clear();
  }

  /** Gives an order up; what it was to make finer still is coarse. */
  private giveWay({ tiles }: Order): void {
    for (const t of tiles) this.rough.set(key(t.i, t.j), joinAreas(this.rough.get(key(t.i, t.j)), t));
    this.order = null;
  }

  private restSoon(): void {
    clearTimeout(this.resting);
    this.resting = setTimeout(() => {
      // The rest begins once what is on its way is shown.
      if (!this.rough.size || this.order) return;
      this.refine();
      this.holdNext = true;
      this.ask();
    }, rest);
  }

  /** Resolves when what is on the canvas is a newer scene than now, all of it. */
  async fresh(): Promise<void> {
    const before = this.version;
    while (this.version === before) await new Promise((resolve) => setTimeout(resolve, 1));
    if (!this.order && !this.missing().length) return;
    await new Promise<void>((resolve) => this.shown.push(resolve));
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

  private missing(): TileArea[] {
    return this.visible()
      .map(({ i, j }) => (this.tiles.has(key(i, j)) ? this.stale.get(key(i, j)) : wholeTile(i, j)))
      .filter((a) => a !== undefined);
  }

  /** Orders what is missing, once the order before is done; frames of a drag as coarse as they have to be. */
  private ask(): void {
    if (this.order || this.version < 0) return;
    const missing = this.missing();
    if (!missing.length) {
      this.forget();
      if (this.shown.length || this.idle.length) this.paintDue();
      for (const f of this.shown.splice(0)) f();
      if (this.rough.size) this.restSoon();
      else for (const f of this.idle.splice(0)) f();
      return;
    }
    const coarse = this.coarseFor(missing);
    const list = coarse > 1 ? coarsened(missing, coarse) : missing;
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
      coarse,
      refines: this.holdNext && this.fineNext,
      began: performance.now(),
      tiles: missing,
      drawn: pixelsOf(list) / (coarse * coarse),
      held: [],
      took: this.workers.map(() => 0),
      open: shares.filter((s) => s.length).length,
    };
    for (const { i, j } of missing) this.stale.delete(key(i, j));
    shares.forEach((share, k) => {
      if (share.length) this.workers[k].postMessage(this.orderOf(share, coarse, number));
    });
  }

  /** How coarsely tiles are drawn that are missing. */
  private coarseFor(missing: readonly TileArea[]): number {
    const bare = !this.tiles.size && !this.older.length && !this.backdrop;
    if (bare) return openingCoarse;
    return this.holdNext && !this.fineNext ? this.coarseness.for(pixelsOf(missing)) : 1;
  }

  private answered(a: RasterAnswer, worker: number): void {
    const { order } = this;
    if (a.type === 'alive') {
      this.onAlive(a.lock);
      return;
    }
    if (a.type === 'failed') {
      this.onFailure(a.message);
      return;
    }
    if (a.type === 'proof' || !order || a.order !== order.number) return;
    if (a.type === 'tile') {
      if (order.whole) order.held.push(a);
      else {
        this.put(a, order);
        this.paint();
      }
      return;
    }
    order.took[worker] = a.took;
    if (--order.open > 0) return;
    this.order = null;
    // How long the very first picture takes tells nothing of a drag: all is worked out for the first time.
    if (order.coarse > 1 && !order.whole) this.refine();
    else this.coarseness.learn(performance.now() - order.began, order.drawn);
    for (const t of order.held) this.put(t, order);
    // What was held back for a drag goes on the canvas at once, for the very next frame.
    if (order.held.length) this.paintNow();
    const { coarse, drawn: pixels, took } = order;
    this.onShown({ version: order.version, coarse, pixels, took, shown: performance.now() });
    this.ask();
  }

  private put({ area, scale, coarse, data }: Piece, order: Order): void {
    if (scale !== this.scale) return;
    const image = new ImageData(data, area.wide / coarse, area.high / coarse);
    if (coarse === 1) {
      this.tileAt(area.i, area.j).canvas.getContext('2d', inMemory)?.putImageData(image, area.x, area.y);
      return;
    }
    const small = new OffscreenCanvas(image.width, image.height);
    small.getContext('2d', inMemory)?.putImageData(image, 0, 0);
    for (const { i, j } of order.tiles) {
      const own = withinTile(area, i, j);
      if (!own) continue;
      this.rough.set(key(i, j), joinAreas(this.rough.get(key(i, j)), own));
      const context = this.tileAt(i, j).canvas.getContext('2d', inMemory);
      context?.clearRect(own.x, own.y, own.wide, own.high);
      context?.drawImage(small, area.x - i * side, area.y - j * side, area.wide, area.high);
    }
  }

  private tileAt(i: number, j: number): Tile {
    let tile = this.tiles.get(key(i, j));
    if (!tile) {
      tile = { i, j, scale: this.scale, canvas: new OffscreenCanvas(side, side) };
      this.tiles.set(key(i, j), tile);
    }
    return tile;
  }

  /** Lets go of old-scale tiles, and of tiles far out of sight. */
  private forget(): void {
    if (this.older.length || this.backdrop) {
      this.older = [];
      this.backdrop = null;
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
    this.painting ??= requestAnimationFrame(() => this.paintNow());
  }

  /** Paints at once what the next frame would: who waits for tiles finds them on the canvas. */
  private paintDue(): void {
    if (this.painting !== undefined) this.paintNow();
  }

  private paintNow(): void {
    if (this.painting !== undefined) cancelAnimationFrame(this.painting);
    this.painting = undefined;
    const { canvas } = this;
    const context = canvas?.getContext('2d', inMemory);
    if (!canvas || !context) return;
    if (canvas.width !== this.wide || canvas.height !== this.high) {
      canvas.width = this.wide;
      canvas.height = this.high;
    }
    context.clearRect(0, 0, canvas.width, canvas.height);
    context.imageSmoothingEnabled = true;
    const { backdrop } = this;
    if (backdrop) {
      context.imageSmoothingQuality = 'high';
      const [w, h] = [backdrop.width * this.scale, backdrop.height * this.scale];
      context.drawImage(backdrop.image, this.x, this.y, w, h);
    }
    for (const t of this.older) {
      const k = this.scale / t.scale;
      context.drawImage(t.canvas, this.x + t.i * side * k, this.y + t.j * side * k, side * k, side * k);
    }
    for (const t of this.tiles.values()) {
      const x = this.x + t.i * side;
      const y = this.y + t.j * side;
      if (x >= canvas.width || y >= canvas.height || x + side <= 0 || y + side <= 0) continue;
      if (this.older.length || backdrop) context.clearRect(x, y, side, side);
      context.drawImage(t.canvas, x, y);
    }
  }
}

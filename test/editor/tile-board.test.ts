import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { TileBoard } from '@/editor/sheet/tile-board';
import type { RasterAnswer, RasterOrder, TileArea } from '@/worker/messages';

/** A worker that keeps its orders until it is told to work. */
class FakeWorker {
  private readonly listeners: ((e: { data: RasterAnswer }) => void)[] = [];
  readonly orders: Extract<RasterOrder, { type: 'tiles' }>[] = [];
  readonly drawn: TileArea[] = [];

  postMessage(order: RasterOrder): void {
    if (order.type === 'tiles') this.orders.push(order);
  }

  addEventListener(_: 'message', listener: (e: { data: RasterAnswer }) => void): void {
    this.listeners.push(listener);
  }

  answer(data: RasterAnswer): void {
    for (const listener of this.listeners) listener({ data });
  }

  work(): void {
    const o = this.orders.shift();
    if (!o) return;
    for (const area of o.list) {
      this.drawn.push(area);
      const pixels = (area.wide * area.high) / (o.coarse * o.coarse);
      const data = new Uint8ClampedArray(4 * pixels).fill(o.version);
      const { order, version, scale, coarse } = o;
      this.answer({ type: 'tile', order, version, scale, coarse, area, data });
    }
    this.answer({ type: 'done', order: o.order, version: o.version, took: 3 });
  }
}

let workers: FakeWorker[];
let board: TileBoard;
/** What the canvases of the tiles were given, by the value of its first byte. */
let put: number[];
/** Where coarse pieces were laid: x, y, width, height. */
let stretched: number[][];

beforeEach(() => {
  put = [];
  stretched = [];
  vi.stubGlobal('requestAnimationFrame', (f: () => void) => setTimeout(f, 0));
  vi.stubGlobal('cancelAnimationFrame', (id: ReturnType<typeof setTimeout>) => clearTimeout(id));
  vi.stubGlobal(
    'ImageData',
    class {
      constructor(readonly data: Uint8ClampedArray) {}
    },
  );
  vi.stubGlobal(
    'OffscreenCanvas',
    class {
      getContext = () => ({
        putImageData: (i: { data: Uint8ClampedArray }) => put.push(i.data[0]),
        clearRect: () => undefined,
        drawImage: (_: unknown, ...place: number[]) => stretched.push(place),
      });
    },
  );
  workers = [new FakeWorker(), new FakeWorker()];
  board = new TileBoard(workers as unknown as Worker[]);
});

afterEach(() => vi.unstubAllGlobals());

/** Something is shown already: the picture that is stored of the sheet. */
const showStored = () => board.setBackdrop({ image: {} as CanvasImageSource, width: 1000, height: 500 });

const workAll = () => {
  for (let i = 0; i < 20; i++) for (const w of workers) w.work();
};
const drawn = () => workers.flatMap((w) => w.drawn.splice(0));

it('asks for the tiles in view alone, shared among the workers, the middle first', async () => {
  showStored();
  board.setView(1, -100, 0, 500, 300);
  expect(workers[0].orders).toHaveLength(0);
  board.sceneChanged(1, 'all', false);
  const lists = workers.map((w) => w.orders[0].list.map((a) => `${a.i} ${a.j}`));
  expect(lists.flat().sort()).toEqual(['0 0', '0 1', '1 0', '1 1', '2 0', '2 1'].sort());
  expect(lists[0][0]).toBe('1 0');
  let settled = false;
  void board.settled().then(() => {
    settled = true;
  });
  await Promise.resolve();
  expect(settled).toBe(false);
  workAll();
  await Promise.resolve();
  expect(settled).toBe(true);
});

it('has painted every tile before whoever waits for them is told', async () => {
  let painted = 0;
  const context = {
    clearRect: () => {
      painted = 0;
    },
    drawImage: () => painted++,
  };
  board.setCanvas({ width: 0, height: 0, getContext: () => context } as unknown as HTMLCanvasElement);
  board.setView(1, 0, 0, 512, 512);
  board.sceneChanged(1, 'all', false);
  const settled = board.settled().then(() => painted);
  const fresh = board.fresh().then(() => painted);
  board.sceneChanged(2, 'all', false);
  await new Promise((resolve) => setTimeout(resolve, 5));
  workAll();
  expect(await Promise.all([settled, fresh])).toEqual([4, 4]);
});

it('where nothing is shown yet, draws all of it coarsely first, and finely right after', () => {
  board.setView(1, 0, 0, 512, 256);
  board.sceneChanged(1, 'all', false);
  const coarse = () => workers.flatMap((w) => w.orders.map((o) => o.coarse));
  expect(new Set(coarse())).toEqual(new Set([4]));
  workers[0].work();
  expect(stretched.length).toBeGreaterThan(0);
  expect(put).toEqual([1]);
  expect(coarse()).toEqual([1, 1]);
  workAll();
  expect(put).toEqual([1, 1, 1]);
});

it('lays tiles over the stored picture as they come, and lets go of it with the last', async () => {
  const laid: (readonly unknown[])[] = [];
  const cleared: number[][] = [];
  const context = {
    clearRect: (...at: number[]) => cleared.push(at),
    drawImage: (image: unknown, ...at: number[]) => laid.push([image, ...at]),
  };
  board.setCanvas({ width: 512, height: 256, getContext: () => context } as unknown as HTMLCanvasElement);
  board.setView(0.5, 0, 0, 512, 256);
  const image = { name: 'stored' } as unknown as CanvasImageSource;
  board.setBackdrop({ image, width: 1000, height: 500 });
  // It stands where the sheet stands, as large.
  expect(laid).toEqual([[image, 0, 0, 500, 250]]);
  board.sceneChanged(1, 'all', false);
  expect(workers.flatMap((w) => w.orders.map((o) => o.coarse))).toEqual([1, 1]);
  workers[0].work();
  laid.length = 0;
  cleared.length = 0;
  await new Promise((resolve) => setTimeout(resolve, 5));
  expect(laid.map(([first]) => first)).toContain(image);
  expect(laid).toHaveLength(2);
  // Nothing of it shows through a tile that is clear in places.
  expect(cleared).toContainEqual([0, 0, 256, 256]);
  workAll();
  laid.length = 0;
  await new Promise((resolve) => setTimeout(resolve, 5));
  expect(laid.map(([first]) => first)).not.toContain(image);
  // One that arrives after the tiles is not wanted any more.
  board.setBackdrop({ image, width: 1000, height: 500 });
  await new Promise((resolve) => setTimeout(resolve, 5));
  expect(laid.map(([first]) => first)).not.toContain(image);
});

it('shows nothing of the design before once another is opened, what was still on its way included', async () => {
  const laid: (readonly unknown[])[] = [];
  const context = { clearRect: () => undefined, drawImage: (...at: unknown[]) => laid.push(at) };
  board.setCanvas({ width: 256, height: 256, getContext: () => context } as unknown as HTMLCanvasElement);
  board.setView(1, 0, 0, 256, 256);
  board.sceneChanged(1, 'all', false);
  workAll();
  board.sceneChanged(2, 'all', false);
  put.length = 0;
  board.empty();
  laid.length = 0;
  workAll();
  board.setView(1, 0, 0, 256, 256);
  await new Promise((resolve) => setTimeout(resolve, 5));
  expect([laid, put]).toEqual([[], []]);
  board.sceneChanged(3, 'all', false);
  workAll();
  expect(new Set(put)).toEqual(new Set([3]));
});

it('draws again only what damage reaches, one pixel more on each side', () => {
  board.setView(2, 0, 0, 512, 512);
  board.sceneChanged(1, 'all', false);
  workAll();
  drawn();
  board.sceneChanged(2, { x0: 10, y0: 20, x1: 30.2, y1: 40 }, true);
  workAll();
  expect(drawn()).toMatchObject([{ x: 19, y: 39, wide: 43, high: 42 }]);
  board.sceneChanged(3, { x0: 120, y0: 0, x1: 136, y1: 10 }, true);
  workAll();
  expect(drawn().map((a) => [a.i + 0, a.x, a.wide])).toEqual([
    [0, 239, 17],
    [1, 0, 17],
  ]);
  board.sceneChanged(4, null, true);
  board.sceneChanged(5, { x0: 9000, y0: 0, x1: 9010, y1: 10 }, true);
  workAll();
  expect(drawn()).toEqual([]);
});

it('holds the tiles of one moment back until all of them are there', () => {
  board.setView(1, 0, 0, 512, 256);
  board.sceneChanged(1, 'all', false);
  workAll();
  put.length = 0;
  board.sceneChanged(2, 'all', true);
  workers[0].work();
  expect(put).toEqual([]);
  workers[1].work();
  expect(put).toEqual([2, 2]);
});

it('a change that comes while tiles are on their way draws them once more, and joins with later ones', async () => {
  showStored();
  board.setView(1, 0, 0, 256, 256);
  board.sceneChanged(1, 'all', false);
  board.sceneChanged(2, { x0: 0, y0: 0, x1: 10, y1: 10 }, false);
  board.sceneChanged(3, { x0: 20, y0: 20, x1: 30, y1: 30 }, false);
  expect(workers[0].orders).toHaveLength(1);
  workers[0].work();
  expect(workers[0].orders[0]).toMatchObject({ version: 3, list: [{ x: 0, y: 0, wide: 31, high: 31 }] });
  const fresh = board.fresh();
  workAll();
  board.sceneChanged(4, { x0: 0, y0: 0, x1: 1, y1: 1 }, false);
  workAll();
  await fresh;
  expect(put.at(-1)).toBe(4);
});

it('forgets tiles of another zoom, and pieces that come too late', () => {
  showStored();
  board.setView(1, 0, 0, 256, 256);
  board.sceneChanged(1, 'all', false);
  const late = workers[0].orders[0];
  board.setView(2, 0, 0, 256, 256);
  workers[0].work();
  expect(put).toEqual([]);
  workAll();
  expect(put).toEqual([1]);
  workers[0].answer({
    type: 'tile',
    order: late.order,
    version: 1,
    scale: 1,
    coarse: 1,
    area: late.list[0],
    data: new Uint8ClampedArray(4),
  });
  expect(put).toEqual([1]);
});

it('says when a worker could not draw', () => {
  const words: string[] = [];
  board.onFailure = (m) => words.push(m);
  board.setView(1, 0, 0, 256, 256);
  board.sceneChanged(1, 'all', false);
  workers[0].answer({ type: 'failed', message: 'A shape has too many edges.' });
  expect(words).toEqual(['A shape has too many edges.']);
});

describe('frames of a drag that are slow to draw', () => {
  beforeEach(() => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'performance'] });
    showStored();
    board.setView(1, 0, 0, 512, 256);
    board.sceneChanged(1, 'all', false);
    // 100 ms for two tiles: several times as long as a frame may take.
    vi.advanceTimersByTime(100);
    workAll();
  });
  afterEach(() => vi.useRealTimers());

  const coarse = () => workers.flatMap((w) => w.orders.map((o) => o.coarse));
  const dragTo = (version: number) => board.sceneChanged(version, { x0: 3, y0: 5, x1: 400, y1: 250 }, true);

  it('are drawn coarsely, on whole pixels of it, and finely once the drag rests', async () => {
    dragTo(2);
    // One area for what lies in two tiles.
    expect(coarse()).toEqual([2]);
    for (const w of workers)
      for (const { list } of w.orders)
        for (const a of list) for (const v of [a.x, a.y, a.wide, a.high]) expect(v % 2).toBe(0);
    let seen = false;
    void board.fresh().then(() => {
      seen = true;
    });
    let settled = false;
    void board.settled().then(() => {
      settled = true;
    });
    dragTo(3);
    workAll();
    await vi.advanceTimersByTimeAsync(5);
    expect([seen, settled]).toEqual([true, false]);
    expect(stretched.length).toBeGreaterThan(0);
    await vi.advanceTimersByTimeAsync(200);
    expect(coarse()).toEqual([1, 1]);
    workAll();
    await vi.advanceTimersByTimeAsync(5);
    expect(settled).toBe(true);
  });

  it('do not wait for what a rest has begun to make finer', async () => {
    dragTo(2);
    workAll();
    await vi.advanceTimersByTimeAsync(200);
    expect(coarse()).toEqual([1, 1]);
    dragTo(3);
    expect(workers[0].orders.map((o) => [o.version, o.coarse])).toContainEqual([3, 2]);
    put.length = 0;
    workAll();
    // What was given up comes too late to be shown.
    expect(new Set(put)).toEqual(new Set([3]));
    await vi.advanceTimersByTimeAsync(200);
    expect(coarse()).toEqual([1, 1]);
  });

  it('have the workers to themselves from when they are asked for, not only once they are worked out', async () => {
    dragTo(2);
    workAll();
    await vi.advanceTimersByTimeAsync(200);
    expect(coarse()).toEqual([1, 1]);
    board.stir();
    // What was to be made finer is taken off the workers, and none of it is shown.
    expect(workers.map((w) => w.orders.at(-1)?.list)).toEqual([[], []]);
    put.length = 0;
    workAll();
    expect(put).toEqual([]);
    // The frame takes longer than a rest: nothing else is begun meanwhile.
    await vi.advanceTimersByTimeAsync(400);
    expect(coarse()).toEqual([]);
    dragTo(3);
    expect(coarse()).toEqual([2]);
    workAll();
    await vi.advanceTimersByTimeAsync(200);
    expect(coarse()).toEqual([1, 1]);
  });

  it('become fine at once when the drag ends, though nothing changes then', () => {
    dragTo(2);
    workAll();
    board.sceneChanged(3, null, false);
    expect(coarse()).toEqual([1, 1]);
    expect(workers.flatMap((w) => w.orders.map((o) => o.version))).toEqual([3, 3]);
  });

  it('stay fine where little changes, or where drawing is fast again', () => {
    board.sceneChanged(2, { x0: 0, y0: 0, x1: 40, y1: 40 }, true);
    expect(coarse()).toEqual([1]);
    workAll();
    for (let v = 3; v < 20; v++) {
      dragTo(v);
      workAll();
    }
    dragTo(20);
    expect(coarse()).toEqual([1, 1]);
  });
});

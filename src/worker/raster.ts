/** Draws tiles. The studio sends scenes over a port of its own; the window asks for tiles. */
import type { Scene } from '@/core';
// The whole core takes a worker a third of a second to come up: this one takes what it draws with.
import { Painter, pictureWithin, provideImages, SceneDecoder, tileSize, withImages } from '@/core/live';
import { holdOwnLock } from './alive';
import { serverImages } from './images';
import type { ProofWish, RasterAnswer, RasterOrder, SceneMessage, TileArea } from './messages';

provideImages(serverImages);

const decoder = new SceneDecoder();
/** What the sheet is held against, by its address. */
const against = new Map<string, { readonly decoder: SceneDecoder; readonly scene: Scene }>();
let painter: Painter | null = null;
let version = -1;
let scene: Scene | null = null;
let waiting: Extract<RasterOrder, { type: 'tiles' }> | null = null;
let queue: {
  scale: number;
  coarse: number;
  list: readonly TileArea[];
  at: number;
  order: number;
  version: number;
  took: number;
} | null = null;

const answer = (a: RasterAnswer, transfer: Transferable[] = []) => self.postMessage(a, { transfer });

/** Straight-alpha bytes of one area: canvases are slow to leave a worker, plain memory is not. */
function drawOne(
  s: Scene,
  fine: number,
  coarse: number,
  { i, j, x, y, wide, high }: TileArea,
): Uint8ClampedArray<ArrayBuffer> {
  painter ??= new Painter();
  const scale = fine / coarse;
  painter.scale = scale;
  painter.drawTile(
    s,
    [scale, 0, 0, scale, 0, 0],
    (i * tileSize + x) / coarse,
    (j * tileSize + y) / coarse,
    wide / coarse,
    high / coarse,
  );
  return painter.bytes();
}

// One tile a turn, so that a newer order can take over in between.
const turn = new MessageChannel();
turn.port1.onmessage = async () => {
  const q = queue;
  if (!q || !scene) return;
  const t = q.list[q.at++];
  if (!t) {
    queue = null;
    answer({ type: 'done', order: q.order, version: q.version, took: q.took });
    return;
  }
  try {
    const whole = scene;
    const data = await withImages(() => {
      const began = performance.now();
      const drawn = drawOne(whole, q.scale, q.coarse, t);
      q.took += performance.now() - began;
      return drawn;
    });
    answer(
      { type: 'tile', order: q.order, version: q.version, scale: q.scale, coarse: q.coarse, area: t, data },
      [data.buffer],
    );
  } catch (e) {
    answer({ type: 'failed', message: (e as Error).message });
  }
  // A newer order took over while pictures came, and has its own turns.
  if (queue !== q) return;
  turn.port2.postMessage(null);
};

/** Proofs that are still to be drawn. */
let wall: Extract<RasterOrder, { type: 'proofs' }> | null = null;

async function drawProof(whole: Scene, wish: ProofWish): Promise<void> {
  painter ??= new Painter();
  const { longest, coarse = longest } = wish;
  const { shownBy } = await import('./proof-scenes');
  const at = version;
  const began = performance.now();
  const shown = shownBy(wish, whole, (address) => against.get(address)?.scene ?? null);
  const { data, width, height } = await pictureWithin(painter, shown, coarse);
  const took = performance.now() - began;
  answer({ type: 'proof', version: at, id: wish.id, wish, took, width, height, data }, [data.buffer]);
}

// Proofs come one a turn as well: a newer order takes the place of the rest.
const proofTurn = new MessageChannel();
proofTurn.port1.onmessage = async () => {
  const order = wall;
  if (!order || !scene || version < order.version) return;
  const [first, ...rest] = order.list;
  if (!first) return;
  wall = { ...order, list: rest };
  try {
    await drawProof(scene, first);
  } catch (e) {
    answer({ type: 'failed', message: (e as Error).message });
  }
  proofTurn.port2.postMessage(null);
};

/** Takes in what the studio sends. */
function takeIn(message: SceneMessage): void {
  if ('against' in message) {
    const { against: address, wire } = message;
    if (!wire) against.delete(address);
    else {
      const held = against.get(address)?.decoder ?? new SceneDecoder();
      against.set(address, { decoder: held, scene: held.decode(wire) });
    }
    return;
  }
  scene = decoder.decode(message.wire);
  version = message.version;
  if (waiting) begin(waiting);
  if (wall) proofTurn.port2.postMessage(null);
}

function begin(order: Extract<RasterOrder, { type: 'tiles' }>): void {
  if (version < order.version) {
    waiting = order;
    return;
  }
  waiting = null;
  queue = {
    scale: order.scale,
    coarse: order.coarse,
    list: order.list,
    at: 0,
    order: order.order,
    version,
    took: 0,
  };
  turn.port2.postMessage(null);
}

void holdOwnLock().then((lock) => answer({ type: 'alive', lock }));

self.onmessage = (event: MessageEvent<RasterOrder>) => {
  const order = event.data;
  if (order.type === 'tiles') begin(order);
  else if (order.type === 'proofs') {
    const drawing = wall !== null && wall.list.length > 0;
    wall = order;
    if (!drawing) proofTurn.port2.postMessage(null);
  } else order.port.onmessage = (e: MessageEvent<SceneMessage>) => takeIn(e.data);
};

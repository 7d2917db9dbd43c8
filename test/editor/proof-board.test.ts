import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { makeProof } from '@/core';
import { coarseFor, coarsened } from '@/editor/proof/pace';
import { ProofBoard } from '@/editor/proof/proof-board';
import type { ProofWish, RasterAnswer, RasterOrder } from '@/worker/messages';

/** A worker that draws a proof when it is told to; a newer order takes the place of what it has. */
class FakeWorker {
  private listener: (e: { data: RasterAnswer }) => void = () => {};
  order: Extract<RasterOrder, { type: 'proofs' }> | null = null;

  addEventListener(_: 'message', listener: (e: { data: RasterAnswer }) => void): void {
    this.listener = listener;
  }

  postMessage(order: RasterOrder): void {
    if (order.type === 'proofs') this.order = order;
  }

  /** Draws the next one. Returns which it was. */
  draw(took: number): ProofWish | null {
    const order = this.order;
    const [wish, ...list] = order?.list ?? [];
    if (!order || !wish) return null;
    this.order = { ...order, list };
    const side = wish.coarse ?? wish.longest;
    const data = new Uint8ClampedArray(0);
    this.listener({
      data: {
        type: 'proof',
        version: order.version,
        id: wish.id,
        wish,
        took,
        width: side,
        height: side,
        data,
      },
    });
    return wish;
  }
}

const wish = (id: string, longest: number): ProofWish => ({
  id,
  card: makeProof('size', { pixels: longest }, id),
  longest,
});

let worker: FakeWorker;
let board: ProofBoard;
const turn = () => vi.advanceTimersByTimeAsync(0);

beforeEach(() => {
  vi.useFakeTimers();
  worker = new FakeWorker();
  board = new ProofBoard([worker as unknown as Worker]);
});
afterEach(() => vi.useRealTimers());

describe('the wall of proofs', () => {
  it('has small ones drawn first, each once, and says when all show the newest sheet', async () => {
    const shown: string[] = [];
    for (const [id, size] of [
      ['large', 512],
      ['small', 16],
    ] as const)
      board.hang(wish(id, size), (p) => shown.push(`${p.id} ${p.version}`));
    board.sceneChanged(1, false);
    await turn();
    let settled = false;
    void board.settled().then(() => {
      settled = true;
    });
    worker.draw(5);
    await turn();
    expect(settled).toBe(false);
    worker.draw(5);
    await turn();
    expect([shown, settled, worker.draw(5)]).toEqual([['small 1', 'large 1'], true, null]);
  });

  it('during a drag all take turns, the slow ones last and all coarsely; at rest they are drawn finely', async () => {
    for (const [id, size] of [
      ['a', 200],
      ['b', 200],
      ['slow', 200],
    ] as const)
      board.hang(wish(id, size), () => {});
    board.sceneChanged(1, false);
    await turn();
    for (let i = 0; i < 3; i++) worker.draw(worker.order?.list[0].id === 'slow' ? 400 : 80);
    board.sceneChanged(2, true);
    await turn();
    expect(worker.order?.list.map((w) => [w.id, w.coarse])).toEqual([
      ['a', 100],
      ['b', 100],
      ['slow', 100],
    ]);
    expect(worker.draw(20)?.id).toBe('a');
    board.sceneChanged(3, true);
    await turn();
    expect(worker.order?.list.map((w) => w.id)).toEqual(['b', 'a', 'slow']);
    for (let i = 0; i < 3; i++) worker.draw(20);
    await vi.advanceTimersByTimeAsync(200);
    expect(worker.order?.list.map((w) => [w.id, w.coarse])).toEqual([
      ['b', undefined],
      ['a', undefined],
      ['slow', undefined],
    ]);
  });

  it('is at rest once a drag is, though nothing hangs', async () => {
    board.sceneChanged(1, true);
    let settled = false;
    void board.settled().then(() => {
      settled = true;
    });
    await turn();
    expect(settled).toBe(false);
    await vi.advanceTimersByTimeAsync(200);
    expect(settled).toBe(true);
  });

  it('what is taken down, or hangs there no more in that form, is shown no picture', async () => {
    const shown: number[] = [];
    const down = board.hang(wish('a', 64), (p) => shown.push(p.width));
    board.sceneChanged(1, false);
    await turn();
    down();
    board.hang(wish('a', 32), (p) => shown.push(p.width));
    worker.draw(1);
    await turn();
    worker.draw(1);
    expect(shown).toEqual([32]);
  });
});

describe('coarseness of a drag', () => {
  it('grows with the time that a wall takes, and leaves small sizes as they are', () => {
    expect([50, 100, 110, 500, 5000].map(coarseFor)).toEqual([1, 1, 2, 3, 4]);
    expect([16, 64, 100, 512].map((s) => coarsened(s, 4))).toEqual([16, 64, 64, 128]);
  });
});

import { setTimeout as wait } from 'node:timers/promises';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FairQueue } from '@/server/drawing/fair-queue';

const limits = { atOnce: 1, waiting: 100, waitingOfOne: 100, full: 'Full.' };

describe('turns', () => {
  it('go round: one with many wishes keeps nobody else from theirs', async () => {
    const turns = new FairQueue(limits);
    const order: string[] = [];
    const ask = (by: string) => turns.take(by, null, async () => order.push(by));
    await Promise.all([...Array.from({ length: 5 }, () => ask('a')), ask('b'), ask('c'), ask('b')]);
    expect(order.join('')).toBe('abcabaaa');
  });

  it('are as many at once as may be, and end whatever becomes of the work', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.integer({ min: 1, max: 4 }),
        fc.array(fc.tuple(fc.constantFrom('a', 'b', 'c'), fc.boolean(), fc.boolean()), { maxLength: 30 }),
        async (atOnce, wishes) => {
          const turns = new FairQueue({ ...limits, atOnce });
          let now = 0;
          let most = 0;
          let begun = 0;
          const ends = await Promise.allSettled(
            wishes.map(([by, fails, leaves]) => {
              const asker = new AbortController();
              const work = turns.take(by, asker.signal, async () => {
                begun++;
                most = Math.max(most, ++now);
                await wait(0);
                now--;
                if (fails) throw new Error('It failed.');
              });
              if (leaves) asker.abort();
              return work;
            }),
          );
          expect(now).toBe(0);
          expect(most).toBeLessThanOrEqual(atOnce);
          expect(turns.waiting).toBe(0);
          // Those that had begun when their asker left go on; the others never begin.
          const left = ends.filter((e) => e.status === 'rejected' && e.reason.status === 499).length;
          expect(begun + left).toBe(wishes.length);
          await expect(turns.take('z', null, async () => 7)).resolves.toBe(7);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('are refused in words where too much waits, in all or of one', async () => {
    const turns = new FairQueue({ ...limits, waiting: 3, waitingOfOne: 2 });
    let open: () => void = () => {};
    const gate = new Promise<void>((r) => {
      open = r;
    });
    const ask = (by: string) => turns.take(by, null, () => gate);
    const held = [ask('a'), ask('a'), ask('a')];
    await expect(ask('a')).rejects.toThrow('Full.');
    held.push(ask('b'));
    await expect(ask('c')).rejects.toThrow('Full.');
    open();
    await Promise.all(held);
  });
});

import { unzipSync } from 'fflate';
import type PgBoss from 'pg-boss';
import { PNG } from 'pngjs';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { GET as getFile } from '@/app/api/deliveries/[id]/files/[number]/route';
import { POST as postRetry } from '@/app/api/deliveries/[id]/retry/route';
import { GET as getStatus, DELETE as stop } from '@/app/api/deliveries/[id]/route';
import { GET as getZip } from '@/app/api/deliveries/[id]/zip/route';
import { GET as getList, POST as order } from '@/app/api/designs/[id]/deliveries/route';
import { type Delivery, hasEnded, makeRow } from '@/core';
import type { Database } from '@/server/database';
import { openQueue, queue, queueName } from '@/server/delivery/queue';
import { sweep } from '@/server/delivery/sweep';
import { DeliveryWorker } from '@/server/delivery/worker';
import { addDisc, at, change, create, get, json, openDatabase, post, send } from './requests';

let db: Database;
let boss: PgBoss;
const url = process.env.DATABASE_URL ?? '';

beforeAll(async () => {
  db = await openDatabase();
  boss = await openQueue(url, false);
}, 60_000);
afterAll(async () => {
  await (await queue()).stop({ graceful: false });
  await boss.stop({ graceful: false });
  await db.destroy();
});

const working: { worker: DeliveryWorker; done: Promise<void> }[] = [];

function startWorker(): DeliveryWorker {
  const worker = new DeliveryWorker(db, boss, url);
  working.push({ worker, done: worker.run() });
  return worker;
}

const stopWorkers = () =>
  Promise.all(
    working.splice(0).map(({ worker, done }) => {
      worker.stop();
      return done;
    }),
  );
afterEach(stopWorkers);

const status = async (id: string) => json<Delivery>(await getStatus(get(), at(id)));

async function ended(id: string): Promise<Delivery> {
  for (let i = 0; i < 600; i++) {
    const now = await status(id);
    if (hasEnded(now)) return now;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  throw new Error('The delivery does not end.');
}

/** A design with a disc, and a delivery of it by some rows. */
async function ordered(rows: ReturnType<typeof makeRow>[], name = 'Disc') {
  const { id, seq } = await create(name);
  await send(id, change(seq, addDisc('a', 1000)));
  const answer = await order(post({ set: { pattern: '{design}-{width}', rows } }), at(id));
  expect(answer.status).toBe(202);
  return { design: id, delivery: (await json<{ id: string }>(answer)).id };
}

const file = (id: string, number: number) =>
  getFile(get(), { params: Promise.resolve({ id, number: String(number) }) });

describe('deliveries', () => {
  it('are made by workers, each file once, and handed out as files and as one zip', async () => {
    const { design, delivery } = await ordered(
      [
        makeRow('png', { pixels: 64 }),
        makeRow('svg', { name: 'out/{design}' }),
        makeRow('png', { of: 'sheet:gone' }),
        makeRow('jpeg', { pixels: 32 }),
      ],
      'Disc / one',
    );
    expect((await status(delivery)).files.map((f) => f.state)).toEqual([
      'waiting',
      'waiting',
      'failed',
      'waiting',
    ]);
    expect((await file(delivery, 0)).status).toBe(409);
    startWorker();
    startWorker();
    const done = await ended(delivery);
    expect(done.files.map((f) => [f.name, f.state, f.message])).toEqual([
      ['Disc-one-64.png', 'done', null],
      ['out/Disc-one.svg', 'done', null],
      ['Disc-one.png', 'failed', 'Its sheet is not there any more.'],
      ['Disc-one-32.jpg', 'done', null],
    ]);
    const answer = await file(delivery, 0);
    expect(answer.headers.get('content-disposition')).toBe("attachment; filename*=UTF-8''Disc-one-64.png");
    const png = PNG.sync.read(Buffer.from(await answer.arrayBuffer()));
    expect([png.width, png.height]).toEqual([64, 64]);
    const zip = unzipSync(new Uint8Array(await (await getZip(get(), at(delivery))).arrayBuffer()));
    expect(Object.keys(zip)).toEqual(['Disc-one-64.png', 'out/Disc-one.svg', 'Disc-one-32.jpg']);
    expect(Buffer.from(zip['out/Disc-one.svg']).toString()).toMatch(/^<svg /);
    const { deliveries } = await json<{ deliveries: { id: string }[] }>(await getList(get(), at(design)));
    expect(deliveries.map((d) => d.id)).toEqual([delivery]);
    // Nothing of it is left in the queue.
    const { rows } = (await boss
      .getDb()
      .executeSql(`select state from jobs.job where state < 'completed' and data->>'delivery' = $1`, [
        delivery,
      ])) as { rows: unknown[] };
    expect(rows).toEqual([]);
  });

  it('are made of the design as it was asked for, whatever changes after that', async () => {
    const { design, delivery } = await ordered([makeRow('png', { pixels: 200, ground: 'none' })]);
    await send(design, change(1, [{ op: 'replace', path: '/parts/a/hidden', value: true }]));
    startWorker();
    await ended(delivery);
    const png = PNG.sync.read(Buffer.from(await (await file(delivery, 0)).arrayBuffer()));
    expect(Math.max(...png.data.filter((_, i) => i % 4 === 3))).toBe(255);
  });

  it('can be stopped in the middle of a file, and what was stopped be made after all', async () => {
    const { delivery } = await ordered([makeRow('png', { pixels: 12_000 }), makeRow('png', { pixels: 16 })]);
    startWorker();
    for (let i = 0; i < 200 && (await status(delivery)).files[0].state !== 'working'; i++)
      await new Promise((resolve) => setTimeout(resolve, 20));
    expect((await stop(get(), at(delivery))).status).toBe(204);
    expect((await status(delivery)).files.map((f) => f.state)).toEqual(['stopped', 'stopped']);
    // The worker is free again soon: another one is made.
    const next = await ordered([makeRow('png', { pixels: 16 })]);
    expect((await ended(next.delivery)).files[0].state).toBe('done');
    await db
      .updateTable('delivery_files')
      .set({ state: 'done', size: 0 })
      .where('delivery_id', '=', delivery)
      .where('number', '=', 0)
      .execute();
    expect((await postRetry(post({}), at(delivery))).status).toBe(204);
    expect((await ended(delivery)).files[1].state).toBe('done');
  });

  it('go to another worker where one is gone, and are given up where they end three', async () => {
    const { delivery } = await ordered([makeRow('png', { pixels: 16 })]);
    for (let attempt = 1; attempt <= 3; attempt++) {
      // A worker that took it and is no more: no lock is held on its number.
      const [job] = await boss.fetch<object>(queueName);
      await db
        .updateTable('delivery_files')
        .set(({ eb }) => ({ state: 'working', worker: 7, attempts: eb('attempts', '+', 1) }))
        .where('job_id', '=', job.id)
        .execute();
      expect(await sweep(db, boss)).toBe(1);
    }
    startWorker();
    expect((await ended(delivery)).files[0]).toMatchObject({
      state: 'failed',
      message: 'It was given up: what drew it ended 3 times in the middle of it.',
    });
  });

  it('are let go of, the oldest first, where there is more than is kept', async () => {
    const first = await ordered([makeRow('png', { pixels: 16 })]);
    startWorker();
    await ended(first.delivery);
    await stopWorkers();
    process.env.COMPASS_DELIVERED_BYTES = '10';
    try {
      const waiting = await ordered([makeRow('png', { pixels: 16 })]);
      expect((await getStatus(get(), at(first.delivery))).status).toBe(404);
      // What is under way is kept, however much there is.
      await ordered([makeRow('png', { pixels: 16 })]);
      expect((await status(waiting.delivery)).files[0].state).toBe('waiting');
    } finally {
      delete process.env.COMPASS_DELIVERED_BYTES;
    }
  });

  it('refuse what they cannot make, in words', async () => {
    const { id } = await create();
    const said = async (body: unknown) => {
      const answer = await order(post(body), at(id));
      return [answer.status, (await json<{ message: string }>(answer)).message] as const;
    };
    expect(await said({})).toEqual([400, 'There is no file to make: no row of the set is on.']);
    const row = makeRow('png', {});
    const [status1, message] = await said({
      set: { pattern: 'x', rows: [{ ...row, params: { ...row.params, pixels: 1e6 } }] },
    });
    expect(status1).toBe(400);
    expect(message).toMatch(/“pixels” must not be above 32768/);
    expect((await said({ set: { pattern: 'x', rows: [{ ...row, kind: 'gif' }] } }))[0]).toBe(400);
    expect((await order(post({}), at('6f9619ff-8b86-4d01-b42d-00cf4fc964ff'))).status).toBe(404);
    expect((await getStatus(get(), at('6f9619ff-8b86-4d01-b42d-00cf4fc964ff'))).status).toBe(404);
    expect((await getStatus(get(), at('x'))).status).toBe(400);
  });
});

import { execFileSync } from 'node:child_process';
import { setTimeout as wait } from 'node:timers/promises';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { GET as getPicture } from '@/app/api/designs/[id]/picture/route';
import { GET as getList } from '@/app/api/designs/route';
import {
  keptPictureWidth,
  makeCoat,
  makeFinish,
  makePart,
  makeSource,
  makeStep,
  type PatchOperation,
} from '@/core';
import { type Database, database } from '@/server/database';
import { closeLanes, lanes } from '@/server/drawing';
import { Exhausted, Interrupted, Lane } from '@/server/drawing/lane';
import { firstSight } from '@/server/first-sight';
import { runs } from '../share';
import { addDisc, at, change, create, get, json, none, openDatabase, send } from './requests';

const mb = 1 << 20;
let db: Database;
const made: Lane[] = [];
const lane = (limits: Partial<ConstructorParameters<typeof Lane>[0]> = {}): Lane => {
  const l = new Lane({ time: 20_000, memory: 600 * mb, queue: 3, ...limits });
  made.push(l);
  return l;
};

beforeAll(async () => {
  db = await openDatabase();
});

afterAll(async () => {
  for (const l of made) l.close();
  closeLanes();
  await db.destroy();
  await database().destroy();
});

const picture = (id: string, query: string, signal?: AbortSignal) =>
  getPicture(Object.assign(get(`designs/${id}/picture?${query}`), signal ? { signal } : {}), at(id));

describe('a drawing process', () => {
  it('that works without end is ended, and the next job is done', async () => {
    const l = lane({ time: 800 });
    await expect(l.run({ kind: 'misbehave', how: 'loop' })).rejects.toThrow(/longer than 1 s/);
    await expect(l.run({ kind: 'font', bytes: new Uint8Array(3) }, { time: 60_000 })).rejects.toThrow(
      /too short/,
    );
  });

  it('that takes all memory is ended before the machine has none', async () => {
    const l = lane();
    await expect(l.run({ kind: 'misbehave', how: 'hoard' })).rejects.toThrow(/more memory/);
  });

  it('that crashes fails that one job only', async () => {
    const l = lane();
    const [crash, next] = await Promise.allSettled([
      l.run({ kind: 'misbehave', how: 'crash' }),
      l.run({ kind: 'font', bytes: new Uint8Array(3) }, { time: 60_000 }),
    ]);
    // Nothing was measured: the same again may well be done.
    expect(crash).toMatchObject({ status: 'rejected', reason: expect.any(Interrupted) });
    expect((next as PromiseRejectedResult).reason.message).toMatch(/too short/);
  });

  it('that is killed from outside was interrupted, while one that met a limit is told so', async () => {
    const l = lane({ time: 1000 });
    const running = l.run({ kind: 'misbehave', how: 'loop' });
    await wait(300);
    const pids = execFileSync('pgrep', ['-P', String(process.pid), '-f', 'build/drawing.mjs'], {
      encoding: 'utf8',
    });
    const killed = pids.trim().split('\n').map(Number).at(-1);
    process.kill(killed as number, 'SIGKILL');
    await expect(running).rejects.toBeInstanceOf(Interrupted);
    await expect(l.run({ kind: 'misbehave', how: 'loop' })).rejects.toBeInstanceOf(Exhausted);
  });

  it('takes so many in its queue and no more, and nothing that nobody waits for', async () => {
    const l = lane({ time: 1500, queue: 2 });
    const running = l.run({ kind: 'misbehave', how: 'loop' });
    const gone = new AbortController();
    const waits = l.run({ kind: 'misbehave', how: 'loop' }, { signal: gone.signal });
    const also = l.run({ kind: 'font', bytes: new Uint8Array(3) }, { time: 60_000 });
    const all = Promise.allSettled([running, waits, also]);
    await expect(l.run({ kind: 'font', bytes: new Uint8Array() })).rejects.toThrow(/Too many/);
    gone.abort();
    expect(l.waiting).toBe(1);
    const [first, second, third] = await all;
    expect([first, second, third].map((r) => r.status)).toEqual(['rejected', 'rejected', 'rejected']);
    expect((third as PromiseRejectedResult).reason.message).toMatch(/too short/);
  });
});

describe('pictures', () => {
  it('of the list are drawn once, kept, and drawn anew when the design is another', async () => {
    const { id } = await create();
    await send(id, change(0, addDisc('a', 2000)));
    const first = Buffer.from(await (await picture(id, 'width=120&seq=1')).arrayBuffer());
    expect((await sharp(first).metadata()).width).toBe(120);
    const rows = () => db.selectFrom('pictures').selectAll().where('design_id', '=', id).execute();
    expect(await rows()).toMatchObject([{ seq: 1, fault: null }]);
    // It is the kept one that is given: mark it.
    const marked = await sharp({ create: { width: 9, height: 9, channels: 3, background: '#123456' } })
      .png()
      .toBuffer();
    await db.updateTable('pictures').set({ png: marked }).where('design_id', '=', id).execute();
    const again = Buffer.from(await (await picture(id, 'width=120&seq=1')).arrayBuffer());
    expect(again.equals(marked)).toBe(true);
    await send(id, change(1, [{ op: 'replace', path: '/parts/a/place/x', value: 300 }]));
    const moved = Buffer.from(await (await picture(id, 'width=120&seq=2')).arrayBuffer());
    expect(moved.equals(marked) || moved.equals(first)).toBe(false);
    expect(await rows()).toMatchObject([{ seq: 2 }]);
  });

  it('a design is opened with are given as they were drawn last, and the present one is drawn meanwhile', async () => {
    const { id } = await create();
    await send(id, change(0, addDisc('a', 2000)));
    expect(await firstSight(id)).toBeNull();
    // None yet: that is said at once, and one is drawn.
    expect((await picture(id, 'last=true')).status).toBe(404);
    const drawnUpTo = (seq: number) =>
      vi.waitFor(async () => expect(await firstSight(id)).toBe(seq), { timeout: 20_000 });
    await drawnUpTo(1);
    const listed = await picture(id, `width=${keptPictureWidth}&seq=1`);
    const first = Buffer.from(await listed.arrayBuffer());
    const opened = await picture(id, 'last=true&seq=1');
    expect(opened.headers.get('cache-control')).toContain('immutable');
    expect(Buffer.from(await opened.arrayBuffer()).equals(first)).toBe(true);
    await send(id, change(1, [{ op: 'replace', path: '/parts/a/place/x', value: 300 }]));
    // Another size of the new state leaves it as it is.
    await picture(id, 'width=90&seq=2');
    const old = await picture(id, 'last=true&seq=1');
    expect(Buffer.from(await old.arrayBuffer()).equals(first)).toBe(true);
    await drawnUpTo(2);
    const now = Buffer.from(await (await picture(id, 'last=true&seq=2')).arrayBuffer());
    expect(now.equals(first)).toBe(false);
    expect(await firstSight('no-such-design')).toBeNull();
  });

  it('asked for by many at once are drawn once', async () => {
    const { id } = await create();
    await send(id, change(0, addDisc('a', 2000)));
    const answers = await Promise.all(Array.from({ length: 12 }, () => picture(id, 'width=100&seq=1')));
    expect(answers.map((a) => a.status)).toEqual(answers.map(() => 200));
    expect(lanes().small.waiting).toBe(0);
  });

  const failed = (id: string, width: number, created_at: Date) =>
    db
      .insertInto('pictures')
      .values({
        design_id: id,
        key: JSON.stringify([width, 96, true, 8, null]),
        seq: 1,
        png: null,
        fault: 'It takes too long.',
        created_at,
      })
      .execute();

  it('that could not be drawn are not tried again until minutes have passed, or the design is another', async () => {
    const { id } = await create();
    await send(id, change(0, addDisc('a')));
    await failed(id, 150, new Date());
    await failed(id, 160, new Date(Date.now() - 11 * 60_000));
    expect((await picture(id, 'width=160&seq=1')).status).toBe(200);
    const refused = await picture(id, 'width=150&seq=1');
    expect(refused.status).toBe(422);
    expect((await json<{ message: string }>(refused)).message).toBe('It takes too long.');
    await send(id, change(1, [{ op: 'replace', path: '/parts/a/place/x', value: 3 }]));
    expect((await picture(id, 'width=150&seq=2')).status).toBe(200);
  });

  it('keep no other request waiting', async () => {
    const { id } = await create();
    const part = makePart(makeSource('star'), {
      id: 'a',
      name: 'a',
      coats: [makeCoat('fill')],
      steps: [makeStep('grid-repeat', { columns: runs(100, 60), rows: runs(100, 60) })],
      finishes: Array.from({ length: runs(6, 2) }, () => makeFinish('soft-shadow')),
    });
    const patch: PatchOperation[] = [
      { op: 'add', path: '/parts/a', value: part },
      { op: 'add', path: '/sheets/0/parts/-', value: 'a' },
    ];
    expect((await send(id, change(0, patch))).status).toBe(200);
    const heavy = picture(id, `width=${runs(4096, 2048)}&depth=16`);
    let worst = 0;
    let asked = 0;
    let done = false;
    void heavy.then(() => {
      done = true;
    });
    while (!done) {
      const began = performance.now();
      expect((await getList(get('designs'), none)).status).toBe(200);
      worst = Math.max(worst, performance.now() - began);
      asked++;
      await wait(20);
    }
    const { width } = await sharp(Buffer.from(await (await heavy).arrayBuffer())).metadata();
    expect(width).toBe(runs(4096, 2048));
    expect(asked).toBeGreaterThan(5);
    console.log(`${asked} requests meanwhile, the slowest ${worst.toFixed(0)} ms`);
  });
});

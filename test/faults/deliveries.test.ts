import { type ChildProcess, spawn } from 'node:child_process';
import { setTimeout as wait } from 'node:timers/promises';
import { sql } from 'kysely';
import { PNG } from 'pngjs';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { makeRow } from '@/core';
import type { Database } from '@/server/database';
import { orderDelivery } from '@/server/delivery';
import { piecesOf } from '@/server/delivery/pieces';
import { openQueue } from '@/server/delivery/queue';
import { ensureOwner } from '@/server/owners';
import { addDisc, change, create, openDatabase, send } from '../server/requests';
import { runs } from '../share';

let db: Database;
const workers = new Set<ChildProcess>();

function startWorker(): ChildProcess {
  const child = spawn(process.execPath, ['build/worker.mjs'], {
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  });
  workers.add(child);
  child.once('exit', () => workers.delete(child));
  return child;
}

beforeAll(async () => {
  db = await openDatabase();
  await sql`create table if not exists files_done (delivery_id uuid, number int)`.execute(db);
  await sql`truncate files_done`.execute(db);
  // The database itself counts how often a file is told to be done.
  await sql`create or replace function count_done() returns trigger language plpgsql as $$ begin
    if new.state = 'done' and old.state <> 'done' then insert into files_done values (new.delivery_id, new.number); end if;
    return new; end $$`.execute(db);
  await sql`create or replace trigger counts_done after update on delivery_files for each row execute function count_done()`.execute(
    db,
  );
});
afterAll(async () => {
  for (const w of workers) w.kill('SIGKILL');
  await sql`drop trigger if exists counts_done on delivery_files`.execute(db);
  await sql`drop table files_done`.execute(db);
  await db.destroy();
});

/** Files of the delivery, and workers that are killed meanwhile. */
const [all, mostKills] = [runs(200, 45), runs(12, 5)];

it('files whose workers are killed again and again are all made, none twice', {
  timeout: 300_000,
}, async () => {
  const { id, seq } = await create('Killed');
  await send(id, change(seq, addDisc('a', 1500)));
  const queue = await openQueue(process.env.DATABASE_URL ?? '', false);
  const rows = Array.from({ length: all }, (_, i) => makeRow('png', { pixels: 400 + i }));
  const { id: delivery } = await orderDelivery(db, queue, await ensureOwner(db), id, {
    pattern: '{width}',
    rows,
  });
  const left = async () => {
    const { rows: found } = await sql<{ n: number }>`select count(*)::int n from delivery_files
      where delivery_id = ${delivery} and state in ('waiting', 'working')`.execute(db);
    return found[0].n;
  };
  let kills = 0;
  for (let i = 0; i < 3; i++) startWorker();
  while (await left()) {
    await wait(700);
    const [victim] = [...workers];
    // Each has lived some seconds: long enough to be in the middle of something.
    if (kills < mostKills && workers.size === 3 && (await left()) < all) {
      victim.kill('SIGKILL');
      kills++;
    }
    while (workers.size < 3) startWorker();
  }
  expect(kills).toBeGreaterThan(runs(3, 1));
  const files = await db
    .selectFrom('delivery_files')
    .selectAll()
    .where('delivery_id', '=', delivery)
    .orderBy('number')
    .execute();
  expect(files.map((f) => [f.state, f.message])).toEqual(files.map(() => ['done', null]));
  const { rows: counted } = await sql<{
    n: number;
  }>`select count(*)::int n from files_done where delivery_id = ${delivery}`.execute(db);
  expect(counted[0].n).toBe(all);
  // Some were begun more than once, and every one is whole.
  expect(files.some((f) => f.attempts > 1)).toBe(true);
  for (const f of files) {
    const bytes: Buffer[] = [];
    for await (const piece of piecesOf(db, delivery, f.number, f.size ?? 0)) bytes.push(piece);
    expect(PNG.sync.read(Buffer.concat(bytes)).width).toBe(400 + f.number);
  }
  await queue.stop({ graceful: false });
});

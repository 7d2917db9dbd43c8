import { execFile } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import path from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { promisify } from 'node:util';
import pg from 'pg';
import { afterAll, beforeEach, describe, expect, it } from 'vitest';
import { chosen } from '../share';

const run = promisify(execFile);

// Where any account may pass, so that the database lies in the folder itself.
const base = `/var/tmp/compass-test-${randomUUID().slice(0, 8)}`;
let data = '';

const script = `
  const { startPostgres } = await import('./bin/lib/postgres.mjs');
  const { ensurePostgres } = await import('./bin/lib/install.mjs');
  const at = await startPostgres(await ensurePostgres());
  process.stdout.write('\\n' + JSON.stringify({ url: at('postgres'), folder: at.folder }));`;

/** A start as every command makes it: what it found, in a process of its own. */
async function start(): Promise<{ url: string; folder: string }> {
  const { stdout } = await run(process.execPath, ['--input-type=module', '-e', script], {
    env: { ...process.env, COMPASS_DATA: data },
  });
  return JSON.parse(stdout.trim().split('\n').at(-1) ?? '') as { url: string; folder: string };
}

async function query(url: string, text: string): Promise<unknown[]> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return (await client.query(text)).rows as unknown[];
  } finally {
    await client.end();
  }
}

const pidOf = (folder: string): number =>
  Number(readFileSync(path.join(folder, 'postmaster.pid'), 'utf8').split('\n')[0]);

async function stop(folder: string, signal: NodeJS.Signals = 'SIGINT'): Promise<void> {
  if (!existsSync(path.join(folder, 'postmaster.pid'))) return;
  const pid = pidOf(folder);
  try {
    process.kill(pid, signal);
    for (;;) {
      process.kill(pid, 0);
      await wait(20);
    }
  } catch (e) {
    if ((e as { code?: string }).code !== 'ESRCH') throw e;
  }
}

const record = () => path.join(data, 'postgres.json');
const keep = (url: string) => query(url, `create table kept as select 'Hollin Tarn' as name`);
const kept = async (url: string) => query(url, 'select name from kept');
const asKept = [{ name: 'Hollin Tarn' }];

beforeEach(() => {
  data = path.join(base, randomUUID());
  mkdirSync(data, { recursive: true });
  chmodSync(base, 0o755);
  chmodSync(data, 0o755);
});

afterAll(async () => {
  for (const name of readdirSync(base)) await stop(path.join(base, name, 'postgres')).catch(() => {});
  rmSync(base, { recursive: true, force: true });
});

/** Starts and stops of a database server take seconds each: about half of these are done, by the seed. */
const some = (title: string, body: () => Promise<void>): void =>
  (chosen(title, 2) ? it : it.skip)(title, body);

describe('what is stored', () => {
  it('is found again where the checkout was moved, whether the server was ended or runs', async () => {
    const first = await start();
    await keep(first.url);
    const move = (to: string) => {
      renameSync(data, to);
      data = to;
    };
    await stop(first.folder);
    move(`${data}-moved`);
    const moved = await start();
    expect(moved.folder).toBe(path.join(data, 'postgres'));
    expect(await kept(moved.url)).toEqual(asKept);
    move(`${data}-again`);
    const again = await start();
    expect(await kept(again.url)).toEqual(asKept);
    expect(JSON.parse(readFileSync(record(), 'utf8')).folder).toBe('postgres');
  });

  some('is found again where the record is gone, cut short or wrong, the server running or not', async () => {
    const first = await start();
    await keep(first.url);
    for (const text of [
      null,
      '',
      '{"folder":"/nowhere/postg',
      '[]',
      '{"folder":"/nowhere/postgres","port":1}',
    ]) {
      if (text === null) rmSync(record());
      else writeFileSync(record(), text);
      const found = await start();
      expect(found.url).toBe(first.url);
      expect(await kept(found.url)).toEqual(asKept);
    }
    await stop(first.folder);
    rmSync(record());
    expect(await kept((await start()).url)).toEqual(asKept);
  });

  some('is taken up with a new password where nobody knows the old one', async () => {
    const first = await start();
    await keep(first.url);
    for (const running of [true, false]) {
      if (!running) await stop(first.folder);
      rmSync(record());
      rmSync(path.join(first.folder, 'silent-compass.json'));
      const found = await start();
      expect(new URL(found.url).password).not.toBe(new URL(first.url).password);
      expect(await kept(found.url)).toEqual(asKept);
    }
  });

  it('is never removed: a folder that is no whole database stops the start in words', async () => {
    const { folder } = await start();
    await stop(folder);
    renameSync(path.join(folder, 'PG_VERSION'), path.join(folder, 'PG_VERSION.away'));
    await expect(start()).rejects.toThrow(/Nothing was changed/);
    renameSync(path.join(folder, 'PG_VERSION.away'), path.join(folder, 'PG_VERSION'));
    expect((await start()).folder).toBe(folder);
  });

  some('survives a server that is killed: the next start waits while it recovers', async () => {
    const first = await start();
    await keep(first.url);
    await query(first.url, 'create table many as select generate_series(1, 400000) as n');
    await stop(first.folder, 'SIGKILL');
    const [a, b, c] = await Promise.all([start(), start(), start()]);
    expect(new Set([a.url, b.url, c.url])).toEqual(new Set([a.url]));
    expect(await kept(a.url)).toEqual(asKept);
    expect(await query(a.url, 'select count(*)::int as n from many')).toEqual([{ n: 400_000 }]);
  });

  some('is not held up by a lock that was left behind', async () => {
    writeFileSync(path.join(data, 'lock'), '');
    const began = performance.now();
    await start();
    writeFileSync(path.join(data, 'lock'), '1');
    await start();
    expect(performance.now() - began).toBeLessThan(55_000);
  });
});

describe('a backup', () => {
  it('brings everything back into an empty database; what was there is kept, and a broken file changes nothing', async () => {
    const { url } = await start();
    const tools = `
      const { backup, restore } = await import('./bin/lib/archive.mjs');
      const { ensurePostgres } = await import('./bin/lib/install.mjs');
      const bin = await ensurePostgres();
      const [what, admin, name, file] = process.argv.slice(1);
      const done = what === 'backup' ? backup(bin, admin.replace('/postgres', '/' + name), file) : restore(bin, admin, name, file);
      process.stdout.write(JSON.stringify(done));`;
    const tool = async (...args: string[]) =>
      JSON.parse(
        (await run(process.execPath, ['--input-type=module', '-e', tools, '--', ...args])).stdout,
      ) as unknown;
    await query(url, 'create database stored');
    const stored = url.replace('/postgres', '/stored');
    await query(stored, `create table designs as select 'Moon badge' as name`);
    await query(stored, `create table fonts as select 'own-1' as id, '\\x00010203'::bytea as bytes`);
    const file = path.join(data, 'all.dump');
    expect(await tool('backup', url, 'stored', file)).toBeGreaterThan(500);
    // Into an empty server.
    await query(url, 'drop database stored');
    expect(await tool('restore', url, 'stored', file)).toBeNull();
    expect(await query(stored, 'select name from designs')).toEqual([{ name: 'Moon badge' }]);
    expect(await query(stored, 'select bytes from fonts')).toEqual([{ bytes: Buffer.from([0, 1, 2, 3]) }]);
    // Over what is there by now.
    await query(stored, `update designs set name = 'Later'`);
    const before = await tool('restore', url, 'stored', file);
    expect(before).toMatch(/^stored_before_\d{14}$/);
    expect(await query(stored, 'select name from designs')).toEqual([{ name: 'Moon badge' }]);
    expect(await query(url.replace('/postgres', `/${before}`), 'select name from designs')).toEqual([
      { name: 'Later' },
    ]);
    const broken = path.join(data, 'broken.dump');
    writeFileSync(broken, readFileSync(file).subarray(0, 700));
    await expect(tool('restore', url, 'stored', broken)).rejects.toThrow(/Nothing was changed/);
    expect(await query(stored, 'select name from designs')).toEqual([{ name: 'Moon badge' }]);
  });
});

import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { POST as postChange } from '@/app/api/designs/[id]/changes/route';
import { GET as getOne } from '@/app/api/designs/[id]/route';
import { GET as getList, POST as postDesign } from '@/app/api/designs/route';
import { POST as postFont } from '@/app/api/fonts/route';
import { makePart, makeSource, type PatchOperation } from '@/core';
import { type Database, database } from '@/server/database';
import { getDesign } from '@/server/designs';
import { answerFor } from '@/server/http/answers';
import { bodyLimits } from '@/server/http/body';
import { Buckets, rates } from '@/server/http/rates';
import { keptFor, purge } from '@/server/upkeep';
import { addDisc, at, change, create, get, json, none, openDatabase, post, send, url } from './requests';

let db: Database;

beforeAll(async () => {
  db = await openDatabase();
});

afterAll(async () => {
  await db.destroy();
  await database().destroy();
});

describe('at the door', () => {
  it.each([
    ['a rebound name', { host: 'evil.example' }],
    ['a rebound name with the right port', { host: 'evil.example:3210' }],
    ['a page of another origin', { origin: 'https://evil.example' }],
    ['a page without an origin', { origin: 'null' }],
    ['a page of another port', { host: '127.0.0.1:3210', origin: 'http://127.0.0.1:4000' }],
    ['a page of another site, as the browser tells it', { 'sec-fetch-site': 'cross-site' }],
    ['a page of a sister site', { 'sec-fetch-site': 'same-site' }],
  ])('%s is shut out, whether it reads or writes', async (_, headers) => {
    expect((await getList(get('designs', headers), none)).status).toBe(403);
    expect((await postDesign(post({ purpose: 'mark' }, headers), none)).status).toBe(403);
  });

  it('its own pages and plain tools come in', async () => {
    const own = { host: '127.0.0.1:3210', origin: 'http://127.0.0.1:3210', 'sec-fetch-site': 'same-origin' };
    expect((await getList(get('designs', own), none)).status).toBe(200);
    expect((await getList(get('designs', { host: 'localhost:3210' }), none)).status).toBe(200);
    expect((await getList(get('designs', { host: '[::1]:3210' }), none)).status).toBe(200);
    expect((await getList(get('designs', { 'sec-fetch-site': 'none' }), none)).status).toBe(200);
  });

  it('a form or a text of a foreign page is no JSON', async () => {
    for (const type of ['text/plain', 'application/x-www-form-urlencoded', ''])
      expect((await postDesign(post({ purpose: 'mark' }, { 'content-type': type }), none)).status).toBe(415);
    const font = new Request(url('fonts'), {
      method: 'POST',
      body: 'x',
      headers: { 'content-type': 'text/plain' },
    });
    expect((await postFont(font, none)).status).toBe(415);
  });
});

describe('hostile requests', () => {
  it('that are too large are given up while they come, not after', async () => {
    let sent = 0;
    const endless = new ReadableStream({
      pull(controller) {
        sent += 1 << 20;
        controller.enqueue(new Uint8Array(1 << 20).fill(32));
      },
    });
    const request = new Request(url('x'), {
      method: 'POST',
      body: endless,
      headers: { 'content-type': 'application/json' },
      duplex: 'half',
    } as RequestInit);
    const { id } = await create();
    expect((await postChange(request, at(id))).status).toBe(413);
    expect(sent).toBeLessThan(bodyLimits.change + (8 << 20));
    const says = post('{}', { 'content-length': String(500 << 20) });
    expect((await postChange(says, at(id))).status).toBe(413);
  });

  it.each([
    ['a move from nowhere', { op: 'move', path: '/parts/a' }],
    ['a copy from a number', { op: 'copy', from: 7, path: '/parts/a' }],
    ['an add of nothing', { op: 'add', path: '/parts/a' }],
    ['an operation of its own', { op: 'fold', path: '/parts/a' }],
    ['a pointer longer than any', { op: 'remove', path: `/${'a'.repeat(3000)}` }],
    ['a NUL in a pointer', { op: 'remove', path: '/parts/\0' }],
    ['nothing', null],
  ])('%s are told what is wrong', async (_, operation) => {
    const { id } = await create();
    const answer = await send(id, { ...change(0, []), patch: [operation] });
    expect(answer.status).toBe(400);
    expect((await json<{ message: string }>(answer)).message.length).toBeGreaterThan(5);
  });

  it('with ids that are no ids are told so', async () => {
    const upper = '0A000000-0000-4000-8000-000000000000';
    for (const id of ['\0', '%zz', '..', 'x'.repeat(5000), upper, `{${upper.toLowerCase()}}`])
      expect((await getOne(get(), at(id))).status).toBe(400);
    const { id } = await create();
    for (const changeId of ['\0', '', 'x'.repeat(65), '\ud800'])
      expect((await send(id, change(0, addDisc('a'), { changeId }))).status).toBe(400);
  });

  it('that are no UTF-8 are told so', async () => {
    const bytes = new Uint8Array([123, 34, 255, 34, 58, 49, 125]);
    const request = new Request(url('x'), {
      method: 'POST',
      body: bytes,
      headers: { 'content-type': 'application/json' },
    });
    expect((await postDesign(request, none)).status).toBe(400);
  });

  it('of a hundred thousand additions, of copies of copies, of lists of numbers keep nobody waiting', async () => {
    const { id } = await create();
    const many: PatchOperation[] = Array.from({ length: 20_000 }, (_, i) => ({
      op: 'add',
      path: '/sheets/0/guides/0',
      value: { id: `g${i}`, axis: 'x', at: i },
    }));
    const doubling: PatchOperation[] = [
      { op: 'add', path: '/parts/a', value: { x: [1, 2, 3] } },
      ...Array.from(
        { length: 60 },
        (): PatchOperation => ({ op: 'copy', from: '/parts/a', path: '/parts/a/x/-' }),
      ),
    ];
    const path = makePart(makeSource('path'), { id: 'p', name: 'p' });
    const xy = Array.from({ length: 600_002 }, (_, i) => (i === 600_000 ? 1e99 : i % 997));
    const long = { ...path, source: { kind: 'path', contours: [{ closed: true, xy }], fillRule: 'nonzero' } };
    const deep = `${'['.repeat(200_000)}0${']'.repeat(200_000)}`;
    const requests = [
      post(change(0, [...many, ...many])),
      post(change(0, many)),
      post(change(0, doubling)),
      post(
        change(0, [
          { op: 'add', path: '/parts/p', value: long },
          { op: 'add', path: '/sheets/0/parts/-', value: 'p' },
        ]),
      ),
      post(
        `{"changeId":"d","clientId":"d","base":0,"role":"do","label":"","patch":[{"op":"add","path":"/x","value":${deep}}]}`,
      ),
    ];
    const statuses: number[] = [];
    let worst = 0;
    for (const request of requests) {
      const asking = postChange(request, at(id));
      // As any other request would have to wait.
      const began = performance.now();
      expect((await getList(get('designs'), none)).status).toBe(200);
      worst = Math.max(worst, performance.now() - began);
      statuses.push((await asking).status);
    }
    expect(statuses).toEqual([400, 422, 409, 422, expect.any(Number)]);
    expect(statuses[4]).toBeLessThan(500);
    console.log(`the slowest of other requests meanwhile: ${worst.toFixed(0)} ms`);
    expect((await getDesign(db, 'local', id)).seq).toBe(0);
  });
});

describe('what goes wrong below', () => {
  it.each([
    ['57P01', 503],
    ['57P02', 503],
    ['57P03', 503],
    ['08006', 503],
    ['ECONNRESET', 503],
    ['53300', 503],
    ['22P02', 422],
    ['22P05', 422],
    ['53100', 507],
    ['42703', 500],
  ])('%s is answered with %i in words', async (code, status) => {
    const answer = answerFor(Object.assign(new Error('x'), { code }));
    expect(answer.status).toBe(status);
    expect((await json<{ message: string }>(answer)).message).toMatch(/\.$/);
  });

  it('a broken connection is the database’s absence, not a defect', () => {
    expect(answerFor(new Error('Connection terminated unexpectedly')).status).toBe(503);
    expect(
      answerFor(new Error('Client has encountered a connection error and is not queryable')).status,
    ).toBe(503);
    expect(answerFor(new Error('timeout exceeded when trying to connect')).status).toBe(503);
  });
});

describe('rates', () => {
  it('let through what was agreed, then one for each moment that passes', () => {
    const buckets = new Buckets();
    const rate = { burst: 10, perSecond: 2 };
    const taken = Array.from({ length: 30 }, () => buckets.take('a', rate, 0)).filter(Boolean).length;
    expect(taken).toBe(10);
    expect(buckets.take('b', rate, 0)).toBe(true);
    expect(buckets.take('a', rate, 400)).toBe(false);
    expect(buckets.take('a', rate, 500)).toBe(true);
    expect(buckets.take('a', rate, 500)).toBe(false);
    // Thirty-two windows that save as fast as they can are no attack.
    expect(rates.change.perSecond).toBeGreaterThanOrEqual(60 * 4);
  });
});

describe('what was deleted', () => {
  it('is gone for good only after the time that is said, and so are fonts that no design uses', async () => {
    const [old, fresh, live] = [await create('old'), await create('fresh'), await create('live')];
    const ago = (days: number) => new Date(Date.now() - days * 86_400_000);
    const set = (id: string, deleted_at: Date) =>
      db.updateTable('designs').set({ deleted_at }).where('id', '=', id).execute();
    await set(old.id, ago(keptFor.deletedDesigns + 1));
    await set(fresh.id, ago(keptFor.deletedDesigns - 1));
    const font = (n: number) => `own-${String(n).repeat(40)}`;
    const used = { ...change(0, addDisc('w')) };
    const words = { kind: 'lettering', face: font(1) };
    await send(live.id, used);
    await db
      .insertInto('design_parts')
      .values({ design_id: live.id, id: 'words', body: JSON.stringify({ source: words }) })
      .execute();
    for (const [n, days] of [
      [1, 200],
      [2, 200],
      [3, 10],
    ])
      await db
        .insertInto('fonts')
        .values({
          id: font(n),
          owner_id: 'local',
          name: 'x',
          licence: '',
          bytes: Buffer.from('x'),
          created_at: ago(days),
        })
        .execute();
    try {
      await purge(db);
      const ids = async () => (await db.selectFrom('designs').select('id').execute()).map((d) => d.id);
      expect(await ids()).not.toContain(old.id);
      expect(await ids()).toEqual(expect.arrayContaining([fresh.id, live.id]));
      const left = (await db.selectFrom('fonts').select('id').execute()).map((f) => f.id);
      expect(left).toEqual(expect.arrayContaining([font(1), font(3)]));
      expect(left).not.toContain(font(2));
    } finally {
      await db.deleteFrom('fonts').where('id', 'in', [1, 2, 3].map(font)).execute();
      await db.deleteFrom('designs').where('id', '=', live.id).execute();
    }
  });
});

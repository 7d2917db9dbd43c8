import fc from 'fast-check';
import { sql } from 'kysely';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { GET as getChanges } from '@/app/api/designs/[id]/changes/route';
import { POST as postDuplicate } from '@/app/api/designs/[id]/duplicate/route';
import { GET as getPast } from '@/app/api/designs/[id]/past/route';
import { GET as getPicture } from '@/app/api/designs/[id]/picture/route';
import { POST as postRestore } from '@/app/api/designs/[id]/restore/route';
import { GET as getOne, DELETE as removeDesign } from '@/app/api/designs/[id]/route';
import { GET as getList, POST as postDesign } from '@/app/api/designs/route';
import { type Design, makeCoat, makePart, makeSource, type Paint, paints } from '@/core';
import { type Database, database } from '@/server/database';
import { getDesign } from '@/server/designs';
import { closeLanes } from '@/server/drawing';
import {
  addDisc,
  at,
  change,
  create,
  type Entry,
  get,
  json,
  none,
  openDatabase,
  post,
  send,
  url,
} from './requests';

let db: Database;

beforeAll(async () => {
  db = await openDatabase();
});

afterAll(async () => {
  closeLanes();
  await db.destroy();
  await database().destroy();
});

describe('designs', () => {
  it('are created for a purpose with a guide through the exact middle, listed, copied, deleted and brought back', async () => {
    const made = await create('Lantern mark');
    const { document } = await json<{ document: Design }>(await getOne(get(), at(made.id)));
    expect(document.sheets[0]).toMatchObject({ width: 2000, height: 2000 });
    expect(document.sheets[0].guides.map((g) => g.at)).toEqual([1000, 1000]);
    const copy = await postDuplicate(new Request(url('x'), { method: 'POST' }), at(made.id));
    expect(copy.status).toBe(201);
    expect((await json<Entry>(copy)).name).toBe('Lantern mark copy');
    const names = async () =>
      (await json<{ designs: Entry[] }>(await getList(get('designs'), none))).designs.map((d) => d.id);
    expect(await names()).toContain(made.id);
    expect((await removeDesign(get(), at(made.id))).status).toBe(204);
    expect(await names()).not.toContain(made.id);
    expect((await getOne(get(), at(made.id))).status).toBe(404);
    expect((await postRestore(new Request(url('x'), { method: 'POST' }), at(made.id))).status).toBe(204);
    expect(await names()).toContain(made.id);
  });

  it('are refused in words when they are not sound', async () => {
    expect((await postDesign(post({}), none)).status).toBe(400);
    expect((await postDesign(post({ purpose: 'billboard' }), none)).status).toBe(400);
    const r = await postDesign(post({ document: { format: 'silent-compass/design', version: 99 } }), none);
    expect(r.status).toBe(422);
    expect((await json<{ message: string }>(r)).message).toMatch(/version 99/);
    const notJson = await postDesign(post('{{'), none);
    expect(notJson.status).toBe(400);
    expect((await getOne(get(), at('no-id'))).status).toBe(400);
    expect((await getOne(get(), at('00000000-0000-4000-8000-000000000000'))).status).toBe(404);
  });
});

describe('changes', () => {
  it('are kept in order, applied, and given back since any point', async () => {
    const { id } = await create();
    for (let i = 0; i < 5; i++)
      expect(await json(await send(id, change(i, addDisc(`d${i}`))))).toMatchObject({ seq: i + 1 });
    const { changes } = await json<{ changes: { seq: number }[] }>(
      await getChanges(get('x?since=3'), at(id)),
    );
    expect(changes.map((c) => c.seq)).toEqual([4, 5]);
    expect(Object.keys((await getDesign(db, 'local', id)).document.parts)).toHaveLength(5);
  });

  it('can be taken back in thought: the design as it was after each, and how it came to be', async () => {
    const { id } = await create();
    const states: unknown[] = [
      (await json<{ document: unknown }>(await getOne(get(`designs/${id}`), at(id)))).document,
    ];
    const patches = [
      addDisc('a'),
      addDisc('b'),
      [{ op: 'replace' as const, path: '/parts/a/name', value: 'Moon' }],
      [
        { op: 'remove' as const, path: '/sheets/0/parts/0' },
        { op: 'remove' as const, path: '/parts/a' },
      ],
    ];
    for (const [i, patch] of patches.entries()) {
      await send(id, change(i, patch, { label: `Step ${i + 1}` }));
      states.push((await json<{ document: unknown }>(await getOne(get(`designs/${id}`), at(id)))).document);
    }
    for (const [seq, document] of states.entries()) {
      const past = await json<{ seq: number; document: unknown }>(
        await getOne(get(`designs/${id}?at=${seq}`), at(id)),
      );
      expect(past).toMatchObject({ seq });
      expect(past.document).toEqual(document);
    }
    const listed = await json<{ states: { seq: number; label: string }[] }>(
      await getPast(get(`designs/${id}/past`), at(id)),
    );
    expect(listed.states.map((s) => [s.seq, s.label])).toEqual([4, 3, 2, 1].map((n) => [n, `Step ${n}`]));
    expect((await getOne(get(`designs/${id}?at=-1`), at(id))).status).toBe(400);
    expect((await getPast(get('x'), at('00000000-0000-4000-8000-000000000000'))).status).toBe(404);
  });

  it('sent twice are taken once', async () => {
    const { id } = await create();
    const c = change(0, addDisc('a'));
    expect(await json(await send(id, c))).toMatchObject({ seq: 1 });
    expect(await json(await send(id, c))).toMatchObject({ seq: 1, since: [] });
    expect((await getDesign(db, 'local', id)).seq).toBe(1);
  });

  it('of two windows merge where they touch different things, and the later is told where they do not', async () => {
    const { id } = await create();
    await send(id, change(0, [...addDisc('a'), ...addDisc('b')]));
    const first = await send(id, change(1, [{ op: 'replace', path: '/parts/a/place/x', value: 10 }]));
    expect(first.status).toBe(200);
    const other = await send(
      id,
      change(1, [{ op: 'replace', path: '/parts/b/place/x', value: 20 }], { clientId: 'window-b' }),
    );
    const merged = await json<{ seq: number; since: unknown[] }>(other);
    expect([merged.seq, merged.since.length]).toEqual([3, 1]);
    const clash = await send(
      id,
      change(1, [{ op: 'replace', path: '/parts/a/place', value: {} }], { clientId: 'window-b' }),
    );
    expect(clash.status).toBe(409);
    const { document } = await getDesign(db, 'local', id);
    expect([document.parts.a.place.x, document.parts.b.place.x]).toEqual([10, 20]);
  });

  it('that would break the design are refused whole, with the part and field named', async () => {
    const { id } = await create();
    await send(id, change(0, addDisc('a')));
    const r = await send(id, change(1, [{ op: 'replace', path: '/parts/a/source/width', value: -1 }]));
    expect(r.status).toBe(422);
    expect((await json<{ message: string }>(r)).message).toMatch(/Part “a”.*width/);
    expect((await send(id, change(1, [{ op: 'remove', path: '/parts/zzz' }]))).status).toBe(409);
    expect((await send(id, change(9, addDisc('b')))).status).toBe(409);
    expect((await send(id, { patch: 'x' })).status).toBe(400);
    expect((await getDesign(db, 'local', id)).seq).toBe(1);
  });

  it('sent by many at once are all kept, none twice', async () => {
    const { id } = await create();
    const all = await Promise.all(
      Array.from({ length: 20 }, (_, i) =>
        send(
          id,
          change(0, [
            { op: 'add', path: `/parts/p${i}`, value: makePart(makeSource('ellipse'), { id: `p${i}` }) },
            { op: 'add', path: '/sheets/0/parts/-', value: `p${i}` },
          ]),
        ),
      ),
    );
    const ok = all.filter((r) => r.status === 200).length;
    const told = all.filter((r) => r.status === 409).length;
    expect(ok + told).toBe(20);
    expect((await getDesign(db, 'local', id)).seq).toBe(ok);
  });

  it('never make the server fail, whatever is sent', async () => {
    const { id } = await create();
    await fc.assert(
      fc.asyncProperty(fc.anything(), async (junk) => {
        const r = await send(id, { ...change(0, []), patch: [junk] });
        expect(r.status).toBeLessThan(500);
      }),
      { numRuns: 60 },
    );
  });
});

describe('pictures', () => {
  it('have the size and dpi asked for, and say why where they cannot be drawn', async () => {
    const { id } = await create();
    await send(id, change(0, addDisc('a', 2000)));
    const picture = (query: string) => getPicture(get(`designs/${id}/picture?${query}`), at(id));
    const bytes = Buffer.from(await (await picture('width=300&dpi=300')).arrayBuffer());
    const meta = await sharp(bytes).metadata();
    expect(meta).toMatchObject({ width: 300, height: 300, density: 300, format: 'png' });
    expect((await picture('width=0')).status).toBe(400);
    expect((await picture('width=99999999')).status).toBe(400);
    expect((await picture('width=100&sheet=Nowhere')).status).toBe(400);
    expect((await picture('width=100&depth=12')).status).toBe(400);
  });

  it('hold as many levels of a slow gradient as 16 bits have', async () => {
    const { id } = await create();
    const paint = {
      ...paints.linear.defaults,
      ...{ x1: 0, y1: 0.5, x2: 1, y2: 0.5 },
      stops: [
        { at: 0, colour: '#80808080' },
        { at: 1, colour: '#84848480' },
      ],
    } as Paint;
    const part = makePart(makeSource('rectangle', { width: 4000, height: 4000 }), {
      id: 'slow',
      name: 'slow',
      coats: [makeCoat('fill', { paint })],
    });
    await send(
      id,
      change(0, [
        { op: 'add', path: '/parts/slow', value: part },
        { op: 'add', path: '/sheets/0/parts/-', value: 'slow' },
      ]),
    );
    const query = 'width=1400&ground=false&depth=16';
    const bytes = await (await getPicture(get(`designs/${id}/picture?${query}`), at(id))).arrayBuffer();
    const { data, info } = await sharp(Buffer.from(bytes))
      .toColourspace('rgb16')
      .raw({ depth: 'ushort' })
      .toBuffer({ resolveWithObject: true });
    const row = new Uint16Array(data.buffer, data.byteOffset, 4 * info.width);
    const reds = Array.from({ length: info.width }, (_, i) => row[4 * i]);
    const first = reds[0];
    // The line is followed to a level of 16 bits, and every pixel’s step shows.
    const slope = (reds[info.width - 1] - first) / (info.width - 1);
    reds.forEach((v, i) => {
      expect(Math.abs(v - first - slope * i)).toBeLessThanOrEqual(1.5);
    });
    expect(new Set(reds).size).toBeGreaterThan(0.95 * (reds[info.width - 1] - first));
    expect(row[3]).toBe(Math.round((0x80 / 255) * 65535));
  });
});

describe('a full disk', () => {
  it('is said in words, loses nothing and is over when there is room', async () => {
    const { id } = await create();
    await sql`
      CREATE FUNCTION no_room() RETURNS trigger LANGUAGE plpgsql AS
      $$ BEGIN RAISE EXCEPTION 'no space left on device' USING ERRCODE = '53100'; END $$`.execute(db);
    await sql`CREATE TRIGGER no_room BEFORE INSERT ON changes FOR EACH ROW
      WHEN (NEW.design_id = ${sql.lit(id)}) EXECUTE FUNCTION no_room()`.execute(db);
    const wanted = change(0, addDisc('full'));
    try {
      const refused = await send(id, wanted);
      expect(refused.status).toBe(507);
      expect((await json<{ message: string }>(refused)).message).toMatch(/disk is full: nothing was saved/);
    } finally {
      await sql`DROP TRIGGER no_room ON changes`.execute(db);
      await sql`DROP FUNCTION no_room`.execute(db);
    }
    expect((await send(id, wanted)).status).toBe(200);
    const stored = await json<{ seq: number; document: Design }>(await getOne(get(`designs/${id}`), at(id)));
    expect(stored.seq).toBe(1);
    expect(stored.document.parts.full).toBeTruthy();
  });
});

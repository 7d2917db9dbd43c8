import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { sql } from 'kysely';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { GET as getChanges } from '@/app/api/designs/[id]/changes/route';
import { GET as getFile } from '@/app/api/designs/[id]/file/route';
import { GET as getPicture } from '@/app/api/designs/[id]/picture/route';
import { GET as getOne } from '@/app/api/designs/[id]/route';
import { GET as getDesigns, POST as postDesign } from '@/app/api/designs/route';
import {
  applyPatch,
  type Design,
  diffJson,
  formatVersion,
  makeCoat,
  makeDesign,
  makePart,
  makeSource,
  makeStep,
  type Part,
  type PatchOperation,
  type StoredChange,
} from '@/core';
import { connect, type Database, database } from '@/server/database';
import { createDesign, getDesign } from '@/server/designs';
import { migrate } from '@/server/migrations';
import { ensureOwner } from '@/server/owners';
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
} from './requests';

let db: Database;

beforeAll(async () => {
  db = await openDatabase();
});

afterAll(async () => {
  await db.destroy();
  await database().destroy();
});

const stored = async (id: string): Promise<Design> => (await getDesign(db, 'local', id)).document;
const disc = (id: string): Part =>
  makePart(makeSource('ellipse'), { id, name: id, coats: [makeCoat('fill')] });

/** Changes as a window might make them, some of which fit. */
const edits = (d: Design): fc.Arbitrary<PatchOperation[]> => {
  const ids = Object.keys(d.parts);
  const some = fc.constantFrom(...ids);
  const fresh = fc.stringMatching(/^n[a-z]{6}$/);
  return fc.oneof(
    fc
      .tuple(some, fc.integer({ min: -500, max: 500 }))
      .map(([id, x]): PatchOperation[] => [{ op: 'replace', path: `/parts/${id}/place/x`, value: x }]),
    fresh.map((id): PatchOperation[] => [
      { op: 'add', path: `/parts/${id}`, value: disc(id) },
      { op: 'add', path: '/sheets/0/parts/-', value: id },
    ]),
    some.map((id): PatchOperation[] => {
      const i = d.sheets[0].parts.indexOf(id);
      return [
        { op: 'remove', path: `/parts/${id}` },
        { op: 'remove', path: `/sheets/0/parts/${i}` },
      ];
    }),
    fc.tuple(some, fresh).map(([id, to]): PatchOperation[] => [
      { op: 'copy', from: `/parts/${id}`, path: `/parts/${to}` },
      { op: 'replace', path: `/parts/${to}/id`, value: to },
      { op: 'add', path: '/sheets/0/parts/0', value: to },
    ]),
    fc
      .integer({ min: 100, max: 4000 })
      .map((w): PatchOperation[] => [{ op: 'replace', path: '/sheets/0/width', value: w }]),
    some.map((id): PatchOperation[] => [{ op: 'remove', path: `/parts/${id}` }]),
    fc.constant<PatchOperation[]>([
      { op: 'replace', path: '/sheets/0/parts', value: d.sheets[0].parts.toReversed() },
    ]),
    fc.constant<PatchOperation[]>([{ op: 'replace', path: '/parts', value: d.parts }]),
  );
};

describe('designs in pieces', () => {
  it('are what a whole document would be, whatever is done to them, and their log replays both ways', async () => {
    const parts = Object.fromEntries(Array.from({ length: 12 }, (_, i) => [`p${i}`, disc(`p${i}`)]));
    const d = makeDesign('Pieces', { width: 500, height: 500 });
    const start: Design = { ...d, parts, sheets: [{ ...d.sheets[0], parts: Object.keys(parts) }] };
    const { id } = await createDesign(db, await ensureOwner(db), start);
    let model = await stored(id);
    expect(diffJson(model, start)).toEqual([]);
    const first = model;
    let [taken, refused] = [0, 0];
    for (let i = 0; i < 120; i++) {
      const [patch] = fc.sample(edits(model), { numRuns: 1, seed: 900 + i });
      const answer = await send(id, change(taken, patch));
      if (answer.status === 200) {
        model = applyPatch(model, patch);
        taken++;
      } else {
        expect([409, 422]).toContain(answer.status);
        refused++;
      }
      if (i % 20 === 19) expect(diffJson(await stored(id), model)).toEqual([]);
    }
    expect(taken).toBeGreaterThan(60);
    expect(refused).toBeGreaterThan(5);
    const { changes } = await json<{ changes: StoredChange[] }>(await getChanges(get('x?since=0'), at(id)));
    expect(changes.map((c) => c.seq)).toEqual(Array.from({ length: taken }, (_, i) => i + 1));
    const replayed = changes.reduce((at, c) => applyPatch(at, c.patch), first);
    expect(diffJson(replayed, model)).toEqual([]);
    const back = changes.toReversed().reduce((at, c) => applyPatch(at, c.inverse), model);
    expect(diffJson(back, first)).toEqual([]);
  });

  it('take on what came later: it is told to the window, and it is in the log', async () => {
    const { id } = await create();
    const part = structuredClone({
      ...disc('old'),
      steps: [makeStep('radial-repeat', { count: 5 })],
    }) as unknown as { steps: [{ params: Record<string, unknown> }] };
    delete part.steps[0].params.leaveOut;
    const patch: PatchOperation[] = [
      { op: 'add', path: '/parts/old', value: part },
      { op: 'add', path: '/sheets/0/parts/-', value: 'old' },
    ];
    const before = await stored(id);
    const sent = change(0, patch);
    const { filled } = await json<{ filled: PatchOperation[] }>(await send(id, sent));
    expect(filled).toEqual([{ op: 'add', path: '/parts/old/steps/0/params/leaveOut', value: [] }]);
    const now = await stored(id);
    expect(diffJson(applyPatch(applyPatch(before, patch), filled), now)).toEqual([]);
    const { changes } = await json<{ changes: StoredChange[] }>(await getChanges(get('x?since=0'), at(id)));
    expect(diffJson(applyPatch(before, changes[0].patch), now)).toEqual([]);
    // An answer that was lost comes again whole.
    expect(await json(await send(id, sent))).toMatchObject({ seq: 1, filled });
  });

  it.each([
    ['a part that stands nowhere', [{ op: 'add', path: '/parts/x', value: disc('x') }]],
    ['a part that is missing', [{ op: 'add', path: '/sheets/0/parts/-', value: 'nobody' }]],
    ['a part in two places', [{ op: 'add', path: '/sheets/0/parts/-', value: 'a' }]],
    ['a part under another name', [{ op: 'replace', path: '/parts/a/id', value: 'b' }]],
    ['a disc that holds parts', [{ op: 'add', path: '/parts/a/children/-', value: 'b' }]],
    [
      'a part inside itself',
      [
        { op: 'replace', path: '/parts/g/children', value: ['g'] },
        { op: 'replace', path: '/sheets/0/parts', value: ['a', 'b'] },
      ],
    ],
    ['no sheet at all', [{ op: 'replace', path: '/sheets', value: [] }]],
    ['no list of sheets', [{ op: 'replace', path: '/sheets', value: {} }]],
    ['no parts', [{ op: 'replace', path: '/parts', value: null }]],
    ['nothing', [{ op: 'replace', path: '', value: null }]],
    ['two sheets of one id', [{ op: 'copy', from: '/sheets/0', path: '/sheets/-' }]],
    [
      'a formula of no measure',
      [{ op: 'add', path: '/parts/a/formulas', value: { 'source/width': { text: 'edge*2' } } }],
    ],
    ['half a character', [{ op: 'replace', path: '/parts/a/name', value: 'Moon \ud83d' }]],
    ['a NUL', [{ op: 'replace', path: '/parts/a/name', value: 'Moon\0' }]],
    ['a number that is not normal', [{ op: 'replace', path: '/parts/a/place/x', value: 1e-320 }]],
    [
      'a name that no record can have',
      [
        { op: 'add', path: '/parts/__proto__', value: disc('__proto__') },
        { op: 'add', path: '/sheets/0/parts/-', value: '__proto__' },
      ],
    ],
  ] as [string, PatchOperation[]][])('never hold %s', async (_, patch) => {
    const { id } = await create();
    const group = { ...makePart({ kind: 'group' } as Part['source'], { id: 'g', name: 'g' }) };
    const setUp = await send(
      id,
      change(0, [
        ...addDisc('a'),
        ...addDisc('b'),
        { op: 'add', path: '/parts/g', value: group },
        { op: 'add', path: '/sheets/0/parts/-', value: 'g' },
      ]),
    );
    expect(setUp.status).toBe(200);
    const before = await stored(id);
    const answer = await send(id, change(1, patch));
    expect(answer.status).toBe(422);
    expect((await json<{ message: string }>(answer)).message).not.toBe('');
    expect(diffJson(await stored(id), before)).toEqual([]);
    expect(({} as { name?: string }).name).toBeUndefined();
  });

  it('keep a measure and all that follows it together', async () => {
    const { id } = await create();
    const measures = [{ id: 'm', name: 'edge', text: '40' }];
    const follow = { 'source/width': { text: 'edge*2' } };
    const both: PatchOperation[] = [
      { op: 'add', path: '/measures', value: measures },
      ...addDisc('a'),
      { op: 'add', path: '/parts/a/formulas', value: follow },
    ];
    expect((await send(id, change(0, both))).status).toBe(200);
    const gone = await send(id, change(1, [{ op: 'replace', path: '/measures', value: [] }]));
    expect(gone.status).toBe(422);
    expect((await json<{ message: string }>(gone)).message).toMatch(/there is no measure “edge”/);
  });
});

describe('changes of several windows', () => {
  const x = (id: string, value: number): PatchOperation => ({
    op: 'replace',
    path: `/parts/${id}/place/x`,
    value,
  });

  it('keep the state they were made on: one that was on its way never passes over what came between', async () => {
    const { id } = await create();
    await send(id, change(0, [...addDisc('a'), ...addDisc('b')]));
    // Window a makes two changes; before the second is sent, window b changes the same place.
    expect((await send(id, change(1, [x('b', 5)]))).status).toBe(200);
    expect(
      (await send(id, change(2, [x('a', 900)], { clientId: 'window-b', own: ['window-b'] }))).status,
    ).toBe(200);
    const late = await send(id, change(1, [x('a', 203)], { seen: 3 }));
    expect(late.status).toBe(409);
    expect((await stored(id)).parts.a.place.x).toBe(900);
    // What touches nothing of the others’ goes through, on the same old base.
    expect((await send(id, change(1, [x('b', 7)], { seen: 3 }))).status).toBe(200);
  });

  it('come back to a window that has not seen them, whoever made them', async () => {
    const { id } = await create();
    await send(id, change(0, [...addDisc('a'), ...addDisc('b'), ...addDisc('c')]));
    await send(id, change(1, [x('a', 1)], { clientId: 'gone', own: ['gone'] }));
    await send(id, change(2, [x('b', 2)], { clientId: 'other', own: ['other'] }));
    const answer = await send(
      id,
      change(1, [x('a', 3)], { clientId: 'window-a', seen: 1, own: ['window-a', 'gone'] }),
    );
    const { since } = await json<{ since: StoredChange[] }>(answer);
    expect(since.map((c) => [c.seq, c.clientId])).toEqual([
      [2, 'gone'],
      [3, 'other'],
    ]);
  });

  it('mean cards by who they are: a card that another window moved is not taken for its neighbour', async () => {
    const { id } = await create();
    const coats = [makeCoat('fill', {}), makeCoat('stroke', {})];
    const part = { ...disc('a'), coats };
    await send(
      id,
      change(0, [
        { op: 'add', path: '/parts/a', value: part },
        { op: 'add', path: '/sheets/0/parts/-', value: 'a' },
      ]),
    );
    await send(id, change(1, [{ op: 'replace', path: '/parts/a/coats', value: coats.toReversed() }]));
    const answer = await send(
      id,
      change(2, [
        { op: 'test', path: '/parts/a/coats/0/id', value: coats[0].id },
        { op: 'replace', path: '/parts/a/coats/0/opacity', value: 0.5 },
      ]),
    );
    expect(answer.status).toBe(409);
  });
});

describe('designs stored whole by an earlier version', () => {
  it('are put into pieces as they are, and take on the fields that came later', async () => {
    const name = `compass_${randomUUID().replaceAll('-', '').slice(0, 12)}`;
    const admin = new pg.Client({ connectionString: process.env.DATABASE_URL });
    await admin.connect();
    await admin.query(`create database ${name}`);
    const address = new URL(process.env.DATABASE_URL ?? '');
    address.pathname = `/${name}`;
    const old = connect(address.href, 2);
    try {
      await migrate(old, '007-fonts');
      const d = makeDesign('Old', { width: 500, height: 500 });
      const two = { ...d.sheets[0], id: 's2', name: 'Second', parts: ['b'] };
      const document = {
        ...d,
        sheets: [{ ...d.sheets[0], parts: ['g', 'c'] }, two],
        parts: {
          g: { ...makePart({ kind: 'group' } as Part['source'], { id: 'g', name: 'g' }), children: ['a'] },
          ...Object.fromEntries(['a', 'b', 'c'].map((id) => [id, disc(id)])),
        },
      };
      await ensureOwner(old);
      await sql`insert into designs (owner_id, name, document, seq)
        values ('local', 'Old', ${JSON.stringify(document)}::jsonb, 4)`.execute(old);
      await migrate(old);
      const [{ id }] = await old.selectFrom('designs').select('id').execute();
      const read = await getDesign(old, 'local', id);
      expect(read.seq).toBe(4);
      expect(diffJson(read.document, document)).toEqual([]);
    } finally {
      await old.destroy();
      await admin.query(`drop database ${name}`);
      await admin.end();
    }
  });
});

describe('designs that an earlier version stored', () => {
  const { p1, m1 } = JSON.parse(readFileSync('test/core/document/versions/1.json', 'utf8')).parts;
  const card = p1.finishes.find((f: { kind: string }) => f.kind === 'tint');
  /** A design as version 1 stored it, with one disc that has a colour change. */
  const older = async (finish: object = card) => {
    const entry = await create('Older');
    await send(entry.id, change(0, addDisc('a')));
    const body = JSON.stringify({ ...m1, id: 'a', name: 'a', finishes: [finish] });
    await sql`update design_parts set body = ${body}::jsonb where design_id = ${entry.id}`.execute(db);
    await sql`update designs set head = jsonb_set(head, '{version}', '1') where id = ${entry.id}`.execute(db);
    return entry.id;
  };
  const opened = async (id: string) => json<{ document: Design }>(await getOne(get(), at(id)));

  it('are opened in the present form and stay as they are until the first change', async () => {
    const id = await older();
    const { document } = await opened(id);
    expect(document.version).toBe(formatVersion);
    expect(document.parts.a.finishes[0].params).toMatchObject({ changes: 'itself' });
    const { version, parts } = (await stored(id)) as Design;
    expect([version, Object.keys(parts.a.finishes[0].params)[0]]).toEqual([
      1,
      expect.not.stringMatching('changes'),
    ]);
    // A change is made on the present form, whatever was stored.
    const path = '/parts/a/finishes/0/params/changes';
    const answer = await send(id, change(1, [{ op: 'replace', path, value: 'below' }]));
    expect(answer.status).toBe(200);
    const now = await stored(id);
    expect(now).toEqual(applyPatch(document, [{ op: 'replace', path, value: 'below' }]));
    // Another window that opened it before goes on.
    const more = await send(id, change(1, addDisc('b'), { clientId: 'window-b' }));
    expect(more.status).toBe(200);
    expect(diffJson((await opened(id)).document, await stored(id))).toEqual([]);
  });

  it('that cannot be read say so, keep their file, and stop nothing else', async () => {
    const id = await older({ ...card, params: { ...card.params, amount: 'much' } });
    const well = await older();
    const answer = await getOne(get(), at(id));
    expect(answer.status).toBe(422);
    const fault = await json<{ message: string; details: object[] }>(answer);
    expect(fault.message).toContain('Part “a”, finishes › 0 › params › amount');
    expect(fault.details).toHaveLength(1);
    const picture = await getPicture(get('x?width=200'), at(id));
    expect([picture.status, (await json<typeof fault>(picture)).details]).toEqual([422, fault.details]);
    const file = await getFile(get(), at(id));
    expect(JSON.parse(await file.text()).parts.a.finishes[0].params.amount).toBe('much');
    const list = await json<{ designs: Entry[] }>(await getDesigns(get(), none));
    expect(list.designs.map((d) => d.id)).toEqual(expect.arrayContaining([id, well]));
    expect((await send(id, change(1, addDisc('b')))).status).toBe(422);
    expect((await send(well, change(1, addDisc('b')))).status).toBe(200);
  });
});

describe('large designs', () => {
  it('are read without keeping others waiting', async () => {
    const parts = Object.fromEntries(Array.from({ length: 2000 }, (_, i) => [`p${i}`, disc(`p${i}`)]));
    const d = makeDesign('Many', { width: 500, height: 500 });
    const document = { ...d, parts, sheets: [{ ...d.sheets[0], parts: Object.keys(parts) }] };
    let turns = 0;
    const timer = setInterval(() => turns++, 1);
    const made = await postDesign(post({ document }), none);
    clearInterval(timer);
    expect(made.status).toBe(201);
    // The validator alone takes many times as long as one turn may.
    expect(turns).toBeGreaterThan(10);
    const { id } = await json<Entry>(made);
    expect(Object.keys((await stored(id)).parts)).toHaveLength(2000);
  });
});

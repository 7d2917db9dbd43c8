import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { GET as getChanges, POST as postChange } from '@/app/api/designs/[id]/changes/route';
import { GET as getOne } from '@/app/api/designs/[id]/route';
import { POST as postDesign } from '@/app/api/designs/route';
import { type Design, makeCoat, makePart, makeSource, type StoredChange } from '@/core';
import { type Database, database } from '@/server/database';
import { JsonCount, jsonLimits } from '@/server/http/json-count';
import { designFor } from '@/server/purposes';
import { readingThread } from '@/server/reading/reading-thread';
import { addDisc, at, change, create, get, json, none, openDatabase, post, send } from './requests';

let db: Database;

beforeAll(async () => {
  db = await openDatabase();
});

afterAll(async () => {
  await db.destroy();
  await database().destroy();
});

interface Said {
  readonly message: string;
  readonly details: readonly object[];
}

const design = designFor('mark', 'Bodies') as Design;
const withSheets = (sheets: string) =>
  JSON.stringify({ document: { ...design, sheets: 0 } }).replace('"sheets":0', `"sheets":${sheets}`);
const withPart = (part: string) =>
  JSON.stringify({ document: { ...design, parts: { a: 0 } } }).replace('"a":0', `"a":${part}`);
const repeated = (text: string, times: number) => Array(times).fill(text).join(',');

/** Bodies that are small to send and were much work to refuse. */
const designs: readonly (readonly [string, () => string])[] = [
  ['0.6 MB of numbers as sheets', () => withSheets(`[${repeated('1', 300_000)}]`)],
  ['2 MB of numbers as sheets', () => withSheets(`[${repeated('1', 1_000_000)}]`)],
  ['22 MB of numbers as sheets', () => withSheets(`[${repeated('1', 11_000_000)}]`)],
  [
    '250,000 unknown members of a part',
    () => withPart(`{${Array.from({ length: 250_000 }, (_, i) => `"k${i}":1`).join(',')}}`),
  ],
  [
    '150,000 unknown members of a part',
    () => withPart(`{${Array.from({ length: 150_000 }, (_, i) => `"k${i}":1`).join(',')}}`),
  ],
  ['2e6 numbers as a part', () => withPart(`[${repeated('1', 2_000_000)}]`)],
  ['lists in lists', () => withPart(`${'['.repeat(500_000)}${']'.repeat(500_000)}`)],
  ['a name of 20 MB', () => withPart(`{"${'x'.repeat(20_000_000)}":1}`)],
];

const changes: readonly (readonly [string, () => string])[] = [
  [
    '5e6 empty operations',
    () => JSON.stringify(change(0, [])).replace('"patch":[]', `"patch":[${repeated('{}', 5_000_000)}]`),
  ],
  [
    '300,000 empty operations',
    () => JSON.stringify(change(0, [])).replace('"patch":[]', `"patch":[${repeated('{}', 300_000)}]`),
  ],
  [
    '8,000 pointers of 2,000 characters',
    () =>
      JSON.stringify(
        change(
          0,
          Array.from({ length: 8000 }, () => ({ op: 'remove', path: '/a'.repeat(1000) })),
        ),
      ),
  ],
];

/** Bodies of more bytes than this are read apart from what answers all others, unless they are refused while they come. */
const readHere = 256 << 10;

/** What a body comes to: its answer, and whether a thread of its own read it. */
async function refused(text: string, answer: (request: Request) => Promise<Response>) {
  const apart = vi.spyOn(readingThread, 'read');
  const here = vi.spyOn(JSON, 'parse');
  try {
    const response = await answer(post(text));
    // Nothing large is made of it in this thread, whoever refuses it.
    for (const [given] of here.mock.calls) expect(String(given).length).toBeLessThanOrEqual(readHere);
    return { status: response.status, apart: apart.mock.calls.length > 0, said: await json<Said>(response) };
  } finally {
    apart.mockRestore();
    here.mockRestore();
  }
}

describe('A body that is much work', () => {
  it.each(designs)('is refused in words, and keeps nobody waiting: %s', async (_, body) => {
    const { status, apart, said } = await refused(body(), (request) => postDesign(request, none));
    expect([400, 413, 422]).toContain(status);
    expect(apart).toBe(status !== 413);
    expect(said.message).toMatch(/\w{4}/);
    expect(said.message.length).toBeLessThan(5000);
    expect(said.details.length).toBeLessThanOrEqual(20);
  });

  it.each(changes)('as a change likewise: %s', async (_, body) => {
    const { id } = await create();
    const { status, apart, said } = await refused(body(), (request) => postChange(request, at(id)));
    expect([400, 413, 422]).toContain(status);
    expect(apart).toBe(status !== 413);
    expect(said.message.length).toBeLessThan(5000);
    expect(said.details.length).toBeLessThanOrEqual(20);
  });
});

describe('A large path', () => {
  const contour = (shift: number) => ({
    xy: [0, shift].concat(
      Array.from({ length: 30_000 }, (_, i) => [
        i % 500,
        shift + (i % 700),
        i % 500,
        shift + i / 50,
        i % 400,
        shift + i / 60,
      ]).flat(),
    ),
    closed: true,
  });
  const part = (shift: number) =>
    makePart(makeSource('path', { contours: [contour(shift)] }), {
      id: 'p',
      name: 'p',
      coats: [makeCoat('fill')],
    });

  it('of 30,000 segments is stored, replaced eight times and undone, and the log tells each contour as one value', async () => {
    const { id } = await create();
    const added = [
      { op: 'add' as const, path: '/parts/p', value: part(0) },
      { op: 'add' as const, path: '/sheets/0/parts/-', value: 'p' },
    ];
    const first = await send(id, change(0, added));
    expect(first.status, await first.clone().text()).toBe(200);
    for (let i = 1; i <= 8; i++) {
      const value = part(i).source;
      const answer = await send(id, change(i, [{ op: 'replace', path: '/parts/p/source', value }]));
      expect(answer.status, await answer.clone().text()).toBe(200);
    }
    const rows = await db
      .selectFrom('changes')
      .select(['inverse', 'patch'])
      .where('design_id', '=', id)
      .execute();
    expect(rows).toHaveLength(9);
    for (const { inverse, patch } of rows) expect(inverse.length + patch.length).toBeLessThan(20);
    // The log is told in pages that are no burden, and is whole.
    const told: number[] = [];
    for (let more = true, pages = 0; more; pages++) {
      const answer = await getChanges(get(`x?since=${told.at(-1) ?? 0}`), at(id));
      const page = await json<{ changes: StoredChange[]; more: boolean }>(answer);
      expect(page.changes.length).toBeGreaterThan(0);
      if (page.changes.length > 1) expect(JSON.stringify(page.changes).length).toBeLessThan(12 << 20);
      told.push(...page.changes.map((c) => c.seq));
      ({ more } = page);
      expect(pages).toBeLessThan(9);
    }
    expect(told).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9]);
    const { document } = await json<{ document: Design }>(await getOne(get(), at(id)));
    expect(document.parts.p.source).toEqual(part(8).source);
  });
});

describe('Counting JSON', () => {
  const count = (text: string, cut = text.length) => {
    const bytes = new TextEncoder().encode(text);
    const c = new JsonCount();
    c.add(bytes.subarray(0, cut));
    c.add(bytes.subarray(cut));
  };

  it('lets through what a design may hold, however its bytes are cut', () => {
    fc.assert(
      fc.property(fc.jsonValue({ maxDepth: 20 }), fc.nat(), (value, cut) => {
        const text = JSON.stringify(value);
        count(text, cut % (text.length + 1));
      }),
    );
  });

  it('stops at the first that is too much, and takes no mark in a string for one of its own', () => {
    expect(() => count('['.repeat(jsonLimits.depth))).not.toThrow();
    expect(() => count('['.repeat(jsonLimits.depth + 1))).toThrow(/in one another/);
    expect(() => count(`["${'['.repeat(500)}\\"${',{:'.repeat(5_000_000)}"]`)).not.toThrow();
    expect(() => count(`[${'1,'.repeat(jsonLimits.values)}1]`)).toThrow(/values/);
    expect(() => count('[]'.repeat(jsonLimits.containers + 1))).toThrow(/records and lists/);
    expect(() => count(`{${'"":1,'.repeat(jsonLimits.members + 1)}`)).toThrow(/members/);
  });
});

it('a change under the name of another window’s is no repetition of it', async () => {
  const { id } = await create();
  const first = change(0, addDisc('a'));
  expect((await send(id, first)).status).toBe(200);
  expect((await send(id, first)).status).toBe(200);
  const other = { ...first, clientId: 'window-b', base: 1, patch: addDisc('b') };
  expect((await send(id, other)).status).toBe(409);
});

it('a change that was refused is not tried again as it is: it says what is wrong', async () => {
  const { id } = await create();
  expect((await send(id, change(0, addDisc('a')))).status).toBe(200);
  const bad = await send(id, change(1, [{ op: 'replace', path: '/parts/a/place/x', value: 'far' }]));
  expect(bad.status).toBe(422);
  expect((await json<Said>(bad)).message).toMatch(/x/);
});

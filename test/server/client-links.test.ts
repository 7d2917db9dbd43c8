import { randomUUID } from 'node:crypto';
import { PNG } from 'pngjs';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { GET as getLinks, POST as postLink } from '@/app/api/designs/[id]/links/route';
import { DELETE as removeDesign } from '@/app/api/designs/[id]/route';
import {
  PATCH as patchComment,
  DELETE as removeComment,
} from '@/app/api/links/[id]/comments/[comment]/route';
import { DELETE as removeDecision } from '@/app/api/links/[id]/decisions/[decision]/route';
import { PATCH as patchLink, DELETE as removeLink } from '@/app/api/links/[id]/route';
import { POST as postVersion } from '@/app/api/links/[id]/versions/route';
import { POST as postComment } from '@/app/api/shared/[token]/comments/route';
import { POST as postDecision } from '@/app/api/shared/[token]/decision/route';
import { POST as postPassword } from '@/app/api/shared/[token]/password/route';
import { GET as getPicture } from '@/app/api/shared/[token]/pictures/[version]/[of]/[width]/route';
import { GET as getShared } from '@/app/api/shared/[token]/route';
import type { ClientLink, LinkComment, SharedView } from '@/core';
import type { Database } from '@/server/database';
import { isPass, opens, passFor, sealed } from '@/server/links/secrets';
import { addDisc, at, change, create, get, json, openDatabase, post, send, url } from './requests';

let db: Database;
beforeAll(async () => {
  db = await openDatabase();
}, 60_000);
afterAll(() => db.destroy());

const behind = (token: string) => ({ params: Promise.resolve({ token }) });
const patch = (data: unknown): Request =>
  new Request(url('x'), {
    method: 'PATCH',
    body: JSON.stringify(data),
    headers: { 'content-type': 'application/json' },
  });
const said = async (r: Response) => ({ status: r.status, ...(await json<{ message?: string }>(r)) });

/** A design with a disc, and a link to its sheet. */
async function linked(wish: object = {}): Promise<{ design: string; sheet: string; link: ClientLink }> {
  const { id, seq } = await create('Tarn mark');
  await send(id, change(seq, addDisc('a', 1000)));
  const sheet = (await sheetOf(id)) ?? '';
  const answer = await postLink(post({ title: 'First look', subjects: [`sheet:${sheet}`], ...wish }), at(id));
  expect(answer.status).toBe(201);
  return { design: id, sheet, link: await json<ClientLink>(answer) };
}

async function sheetOf(id: string): Promise<string | undefined> {
  const { head } = await db
    .selectFrom('designs')
    .select('head')
    .where('id', '=', id)
    .executeTakeFirstOrThrow();
  return head.sheets[0].id;
}

const view = async (token: string) => json<SharedView>(await getShared(get(), behind(token)));
const picture = (token: string, version: number, of: string, width = 480, headers: HeadersInit = {}) =>
  getPicture(get('x', headers), {
    params: Promise.resolve({ token, version: String(version), of, width: String(width) }),
  });
const comment = { version: 1, x: 0.5, y: 0.25, name: 'Ada Fell', text: 'A little warmer, please.' };

describe('a link for clients', () => {
  it('has its pictures drawn when it is made, before anybody asks for them', async () => {
    const { link } = await linked({});
    const kept = () =>
      db
        .selectFrom('link_pictures')
        .select('width')
        .where('link_id', '=', link.id)
        .orderBy('width')
        .execute();
    await vi.waitFor(async () => expect((await kept()).map((p) => p.width)).toEqual([480, 1200]), 30_000);
  });

  it('shows a sheet as it stood, in pictures alone, and later versions beside it', async () => {
    const { design, sheet, link } = await linked({ note: 'Which one?' });
    expect(link.token).toMatch(/^[\w-]{32}$/);
    const of = `sheet:${sheet}`;
    const seen = await view(link.token);
    expect(seen).toMatchObject({
      title: 'First look',
      note: 'Which one?',
      design: 'Tarn mark',
      decision: null,
    });
    expect(seen.versions).toEqual([
      expect.objectContaining({ number: 1, subjects: [{ of, title: 'Sheet 1' }] }),
    ]);
    // Nothing of the recipe goes out, nor anything of the owner.
    expect(JSON.stringify(seen)).not.toMatch(/parts|ellipse|owner|local|token/);
    const first = await picture(link.token, 1, of);
    expect(first.status).toBe(200);
    const png = PNG.sync.read(Buffer.from(await first.arrayBuffer()));
    expect([png.width, png.height]).toEqual([480, 480]);
    // The same state again is no version; another one is, and the first stays what it was.
    const again = await said(await postVersion(post({}), at(link.id)));
    expect(again).toMatchObject({ status: 409, message: 'Version 1 shows the design as it is now.' });
    const { seq } = await db
      .selectFrom('designs')
      .select('seq')
      .where('id', '=', design)
      .executeTakeFirstOrThrow();
    await send(design, change(seq, [{ op: 'replace', path: '/parts/a/opacity', value: 0 }]));
    expect((await postVersion(post({ note: 'Without the disc' }), at(link.id))).status).toBe(201);
    const both = (await view(link.token)).versions;
    expect(both.map((v) => [v.number, v.note])).toEqual([
      [2, 'Without the disc'],
      [1, ''],
    ]);
    const corner = async (version: number) => {
      const { data } = PNG.sync.read(
        Buffer.from(await (await picture(link.token, version, of)).arrayBuffer()),
      );
      // The disc stands about the sheet’s upper left corner.
      return data[4 * (6 * 480 + 60)];
    };
    expect(await corner(1)).toBeLessThan(200);
    expect(await corner(2)).toBe(255);
  });

  it('takes comments at places, which the designer answers and ticks off', async () => {
    const { sheet, link } = await linked();
    const of = `sheet:${sheet}`;
    const answer = await postComment(post({ ...comment, of }), behind(link.token));
    expect(answer.status).toBe(201);
    const kept = await json<LinkComment>(answer);
    expect((await view(link.token)).comments).toEqual([kept]);
    expect(kept).toMatchObject({ ...comment, of, answer: '', done: false });
    const seeTo = (data: object) =>
      patchComment(patch(data), { params: Promise.resolve({ id: link.id, comment: kept.id }) });
    expect((await seeTo({ answer: 'It has more red now.' })).status).toBe(200);
    expect((await seeTo({ done: true })).status).toBe(200);
    const [now] = (await view(link.token)).comments;
    expect(now).toMatchObject({ answer: 'It has more red now.', done: true });
    expect(now.answeredAt).not.toBeNull();
    // A word on all of it has no place; half a place is none.
    expect((await postComment(post({ ...comment, of, x: null, y: null }), behind(link.token))).status).toBe(
      201,
    );
    const half = await said(await postComment(post({ ...comment, of, y: null }), behind(link.token)));
    expect(half).toMatchObject({ status: 400, message: 'A place has both an x and a y, or there is none' });
  });

  it('takes what is chosen or declined; the last word counts, and all are kept', async () => {
    const { design, sheet, link } = await linked();
    const word = { version: 1, name: 'Ada Fell', text: '' };
    const send1 = (data: object) => postDecision(post({ ...word, ...data }), behind(link.token));
    expect((await send1({ kind: 'declined', text: 'Not this way.' })).status).toBe(201);
    expect((await view(link.token)).decision).toMatchObject({
      kind: 'declined',
      text: 'Not this way.',
      of: '',
    });
    expect((await send1({ kind: 'chosen', of: `sheet:${sheet}` })).status).toBe(201);
    const { links } = await json<{ links: ClientLink[] }>(await getLinks(get(), at(design)));
    expect(links[0].decision).toMatchObject({ kind: 'chosen', of: `sheet:${sheet}` });
    expect(links[0].decisions.map((d) => d.kind)).toEqual(['chosen', 'declined']);
    expect(await said(await send1({ kind: 'chosen', of: 'sheet:other' }))).toMatchObject({ status: 404 });
    expect(await said(await send1({ kind: 'declined', of: `sheet:${sheet}` }))).toMatchObject({
      status: 400,
    });
  });

  it('shows the proofs of a sheet in true pixels, whatever width is asked for', async () => {
    const { sheet, link } = await linked();
    const { design } = await linked();
    const proofs = `proofs:${await sheetOf(design)}`;
    const made = await json<ClientLink>(
      await postLink(post({ title: 'Proofs', subjects: [proofs] }), at(design)),
    );
    const [a, b] = await Promise.all([480, 2400].map((w) => picture(made.token, 1, proofs, w)));
    expect(a.status).toBe(200);
    expect(Buffer.from(await a.arrayBuffer()).equals(Buffer.from(await b.arrayBuffer()))).toBe(true);
    // What a link does not show cannot be had by it.
    expect((await picture(link.token, 1, `proofs:${sheet}`)).status).toBe(404);
    expect((await picture(link.token, 2, `sheet:${sheet}`)).status).toBe(404);
    // An address is taken as it is, and not read twice.
    expect((await picture(link.token, 1, '%zz')).status).toBe(400);
    expect((await picture(link.token, 1, `sheet%3A${sheet}`)).status).toBe(400);
  }, 60_000);

  it('with a password is closed until that is told, and again once it is another', async () => {
    const { sheet, link } = await linked({ password: 'lantern moss' });
    const of = `sheet:${sheet}`;
    expect(link.hasPassword).toBe(true);
    expect(JSON.stringify(link)).not.toContain('lantern');
    for (const closed of [
      await getShared(get(), behind(link.token)),
      await picture(link.token, 1, of),
      await postComment(post({ ...comment, of }), behind(link.token)),
      await postDecision(post({ kind: 'declined', version: 1, name: 'A' }), behind(link.token)),
    ])
      expect(await said(closed)).toMatchObject({ status: 401, message: 'This link asks for a password.' });
    const wrong = await said(await postPassword(post({ password: 'lantern mosS' }), behind(link.token)));
    expect(wrong).toMatchObject({ status: 401, message: 'This is not the password.' });
    const right = await postPassword(post({ password: 'lantern moss' }), behind(link.token));
    expect(right.status).toBe(204);
    const set = right.headers.get('set-cookie') ?? '';
    expect(set).toMatch(/HttpOnly; SameSite=Strict/);
    expect(set).toContain(`Path=/api/shared/${link.token};`);
    const cookie = set.split(';')[0];
    expect((await getShared(get('x', { cookie }), behind(link.token))).status).toBe(200);
    // A pass opens this link alone.
    const other = await linked({ password: 'lantern moss' });
    expect((await getShared(get('x', { cookie }), behind(other.link.token))).status).toBe(401);
    await patchLink(patch({ password: 'heather' }), at(link.id));
    expect((await getShared(get('x', { cookie }), behind(link.token))).status).toBe(401);
    await patchLink(patch({ password: null }), at(link.id));
    expect((await getShared(get(), behind(link.token))).status).toBe(200);
  });

  it('expires, is withdrawn and given again, and ends with its design, each in words', async () => {
    const { design, link } = await linked({ expiresAt: new Date(Date.now() + 3_600_000).toISOString() });
    const shown = async () => said(await getShared(get(), behind(link.token)));
    expect((await shown()).status).toBe(200);
    await db
      .updateTable('client_links')
      .set({ expires_at: new Date(Date.now() - 1000).toISOString() })
      .where('id', '=', link.id)
      .execute();
    expect(await shown()).toEqual({
      status: 410,
      message: 'This link has expired. Ask for a new one.',
      details: [],
    });
    await patchLink(patch({ expiresAt: null, revoked: true }), at(link.id));
    expect(await shown()).toMatchObject({ status: 410, message: 'This link was withdrawn.' });
    await patchLink(patch({ revoked: false }), at(link.id));
    expect((await shown()).status).toBe(200);
    await removeDesign(get(), at(design));
    expect(await shown()).toMatchObject({ status: 410 });
    const other = await linked();
    expect((await removeLink(get(), at(other.link.id))).status).toBe(204);
    expect(await said(await getShared(get(), behind(other.link.token)))).toMatchObject({ status: 404 });
  });

  it.each([
    ['no title', { title: '' }],
    ['nothing to show', { subjects: [] }],
    ['parts', { subjects: ['parts:a'] }],
    ['a sheet that is not there', { subjects: ['sheet:gone'] }],
    ['a day that is past', { expiresAt: '2020-01-01' }],
    ['a day that is none', { expiresAt: 'soon' }],
    ['an empty password', { password: '' }],
    ['half a character', { title: '\ud800' }],
    ['more than is known', { colour: 'red' }],
  ])('is refused in words with %s', async (_, wish) => {
    const { id } = await create();
    const answer = await said(
      await postLink(post({ title: 'Look', subjects: [`sheet:${await sheetOf(id)}`], ...wish }), at(id)),
    );
    expect(answer.status).toBe(400);
    expect(answer.message).toMatch(/\w{3}/);
  });

  it('is told by nothing but its whole token', async () => {
    const { link } = await linked();
    for (const token of [
      '',
      'x',
      link.token.slice(0, -1),
      `${link.token}x`,
      `${link.token.slice(0, -1)}%`,
      '../designs',
    ])
      expect((await getShared(get(), behind(token))).status).toBe(404);
  });

  it('loses a comment or a decision that its designer removes, and no other', async () => {
    const { sheet, link } = await linked();
    const of = `sheet:${sheet}`;
    for (const text of ['one', 'two'])
      expect((await postComment(post({ ...comment, of, text }), behind(link.token))).status).toBe(201);
    for (const kind of ['declined', 'chosen'])
      await postDecision(
        post({ kind, version: 1, of: kind === 'chosen' ? of : '', name: 'Ada Fell', text: '' }),
        behind(link.token),
      );
    const before = await view(link.token);
    const gone = async (response: Response) => [response.status, (await response.clone().json()).message];
    const first = { params: Promise.resolve({ id: link.id, comment: before.comments[0].id }) };
    expect((await removeComment(get(), first)).status).toBe(200);
    expect(await gone(await removeComment(get(), first))).toEqual([404, 'This is not there any more.']);
    const chosen = { params: Promise.resolve({ id: link.id, decision: before.decision?.id ?? '' }) };
    expect((await removeDecision(get(), chosen)).status).toBe(200);
    const after = await view(link.token);
    expect(after.comments.map((c) => c.text)).toEqual(['two']);
    expect(after.decision?.kind).toBe('declined');
  });

  it('shows nothing any more of a sheet that was taken off it, in no version', async () => {
    const { sheet, link } = await linked();
    const [of, proofs] = [`sheet:${sheet}`, `proofs:${sheet}`];
    expect((await patchLink(patch({ subjects: [of, proofs] }), at(link.id))).status).toBe(200);
    await postComment(post({ ...comment, of }), behind(link.token));
    expect((await picture(link.token, 1, of)).status).toBe(200);
    expect((await patchLink(patch({ subjects: [proofs] }), at(link.id))).status).toBe(200);
    const seen = await view(link.token);
    expect(seen.versions).toEqual([]);
    expect(seen.comments).toEqual([]);
    expect((await picture(link.token, 1, of)).status).toBe(404);
    expect((await postComment(post({ ...comment, of }), behind(link.token))).status).toBe(404);
  });

  it.each([
    ['\u200b\u200b', /nothing that can be seen/],
    ['\u2060', /nothing that can be seen/],
    ['Ada\u202elleF', /turn its letters round/],
    ['\u2066Fell', /turn its letters round/],
  ])('takes no name that cannot be read as it is written: %j', async (name, why) => {
    const { sheet, link } = await linked();
    const answer = await said(
      await postComment(post({ ...comment, of: `sheet:${sheet}`, name }), behind(link.token)),
    );
    expect(answer).toMatchObject({ status: 400, message: expect.stringMatching(why) });
  });

  it('takes so many words in a minute and no more', async () => {
    const { sheet, link } = await linked();
    const headers = { 'x-forwarded-for': '192.0.2.77' };
    const answers = [];
    for (let i = 0; i < 40; i++)
      answers.push(
        (await postComment(post({ ...comment, of: `sheet:${sheet}` }, headers), behind(link.token))).status,
      );
    expect(answers.filter((s) => s === 201).length).toBeGreaterThanOrEqual(30);
    expect(answers.at(-1)).toBe(429);
  });

  it('counts tries of a password by link and by address, whatever process takes them', async () => {
    const { link } = await linked({ password: 'lantern moss' });
    const attempt = async (address: string, password = 'x') =>
      (await postPassword(post({ password }, { 'x-forwarded-for': address }), behind(link.token))).status;
    const own = [];
    for (let i = 0; i < 10; i++) own.push(await attempt('192.0.2.78'));
    expect(own).toEqual([...Array(8).fill(401), 429, 429]);
    // Another address is not kept out by that, until there are too many of them.
    expect(await attempt('192.0.2.79', 'lantern moss')).toBe(204);
    const many = [];
    for (let i = 0; i < 60; i++) many.push(await attempt(`198.51.100.${i}`));
    expect(many.filter((s) => s === 401)).toHaveLength(52);
    expect(many.at(-1)).toBe(429);
    const { count } = await db
      .selectFrom('link_tries')
      .select(({ fn }) => fn.countAll<string>().as('count'))
      .where('link_id', '=', link.id)
      .executeTakeFirstOrThrow();
    expect(Number(count)).toBe(60);
  });

  it('keeps no more decisions than it may, however many come in one moment', async () => {
    const { sheet, link } = await linked();
    const rows = Array.from({ length: 199 }, () => ({
      id: randomUUID(),
      link_id: link.id,
      version: 1,
      subject: `sheet:${sheet}`,
      name: 'Ada Fell',
      text: '',
      kind: 'chosen' as const,
    }));
    await db.insertInto('link_decisions').values(rows).execute();
    const said = { kind: 'chosen', version: 1, of: `sheet:${sheet}`, name: 'Ada Fell', text: '' };
    const answers = await Promise.all(
      Array.from({ length: 12 }, (_, i) =>
        postDecision(post(said, { 'x-forwarded-for': `203.0.113.${i}` }), behind(link.token)),
      ),
    );
    expect(answers.map((a) => a.status).sort()).toEqual([201, ...Array(11).fill(409)]);
  });
});

describe('passwords', () => {
  it('are sealed with a salt of their own, and open whatever form their characters have', async () => {
    const [a, b] = await Promise.all([sealed('é'), sealed('é')]);
    expect(a).not.toBe(b);
    expect(await opens('e\u0301', a)).toBe(true);
    expect(await opens('e', a)).toBe(false);
    expect(isPass(passFor('t', a), 't', a)).toBe(true);
    for (const wrong of [passFor('t', b), passFor('u', a), '', 'x'.repeat(43)])
      expect(isPass(wrong, 't', a)).toBe(false);
  });
});

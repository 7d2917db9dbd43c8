import { randomUUID } from 'node:crypto';
import type { Transaction } from 'kysely';
import {
  type LinkComment,
  type LinkDecision,
  type LinkSubject,
  linkLimits,
  type SaidComment,
  type SaidDecision,
  type SharedView,
} from '@/core';
import type { Database, Tables } from '../database';
import { BadRequest, Conflict, HttpError, NotFound } from '../http/errors';
import { isPass, opens, passFor, tokenForm } from './secrets';
import { countTry, forgetTries } from './tries';
import { asClient, asComment, asDecision, isShown, type LinkRow } from './view';

/** A link that leads on, and the name of its design. */
export interface OpenLink {
  readonly row: LinkRow;
  readonly design: string;
}

/**
 * The link of a token that still leads on.
 * @throws NotFound where there is none; HttpError 410 where it was withdrawn, has expired, or its design is gone.
 */
export async function linkOf(db: Database, token: string): Promise<OpenLink> {
  const found = tokenForm.test(token)
    ? await db
        .selectFrom('client_links as l')
        .innerJoin('designs as d', 'd.id', 'l.design_id')
        .selectAll('l')
        .select(['d.name as design', 'd.deleted_at as gone'])
        .where('l.token', '=', token)
        .executeTakeFirst()
    : undefined;
  if (!found) throw new NotFound('There is nothing behind this link. Is all of its address there?');
  const { design, gone, ...row } = found;
  if (row.revoked || gone) throw new HttpError(410, 'This link was withdrawn.');
  if (row.expires_at && row.expires_at.getTime() <= Date.now())
    throw new HttpError(410, 'This link has expired. Ask for a new one.');
  return { row, design };
}

/** @throws HttpError 401 where a link has a password and no pass for it is shown. */
export function checkPass({ row }: OpenLink, pass: string): void {
  if (row.password !== null && !isPass(pass, row.token, row.password))
    throw new HttpError(401, 'This link asks for a password.');
}

/**
 * The pass for a link, for its password.
 * @throws HttpError 401 where that is another one, 429 where it was tried too often.
 */
export async function unlock(
  db: Database,
  { row }: OpenLink,
  password: string,
  address: string,
): Promise<string> {
  if (row.password === null) return '';
  await db.transaction().execute((tx) => countTry(tx, row.id, 'password', address));
  if (!(await opens(password, row.password))) throw new HttpError(401, 'This is not the password.');
  await forgetTries(db, row.id, 'password', address);
  return passFor(row.token, row.password);
}

export const viewOf = (db: Database, { row, design }: OpenLink): Promise<SharedView> =>
  asClient(db, row, design);

/** What a version shows under an address. @throws NotFound where it shows no such thing. */
async function shownIn(db: Database, { row }: OpenLink, version: number, of: string): Promise<LinkSubject> {
  const found = await db
    .selectFrom('link_versions')
    .select('subjects')
    .where('link_id', '=', row.id)
    .where('number', '=', version)
    .executeTakeFirst();
  const subject = found?.subjects.find((s) => s.of === of);
  if (!subject || !isShown(row, of)) throw new NotFound('This is not shown any more.');
  return subject;
}

/** What clients say: where it is kept, how much of it, and what is answered to more. */
const said = {
  comment: {
    table: 'link_comments',
    most: linkLimits.comments,
    full: 'There are so many comments here that no more can be kept.',
  },
  decision: {
    table: 'link_decisions',
    most: 200,
    full: 'It was decided so often here that no more can be kept.',
  },
} as const;

/**
 * Keeps something that a client says, and returns it as it is kept; whoever says something at the same link in the same moment waits.
 * @throws Conflict where there is as much as there may be; HttpError 429 where there was too much lately.
 */
async function keep<T>(
  db: Database,
  { row }: OpenLink,
  what: keyof typeof said,
  address: string,
  insert: (tx: Transaction<Tables>) => Promise<T>,
): Promise<T> {
  const { table, most, full } = said[what];
  return db.transaction().execute(async (tx) => {
    await countTry(tx, row.id, what, address);
    const { count } = await tx
      .selectFrom(table)
      .select(({ fn }) => fn.countAll<number>().as('count'))
      .where('link_id', '=', row.id)
      .executeTakeFirstOrThrow();
    if (Number(count) >= most) throw new Conflict(full);
    return insert(tx);
  });
}

/** Keeps a word of the client’s and returns it. @throws Conflict where there are as many as there may be; HttpError 429. */
export async function addComment(
  db: Database,
  link: OpenLink,
  { of: subject, ...word }: SaidComment,
  address: string,
): Promise<LinkComment> {
  await shownIn(db, link, word.version, subject);
  const values = { id: randomUUID(), link_id: link.row.id, subject, ...word, answer: '', done: false };
  return asComment(
    await keep(db, link, 'comment', address, (tx) =>
      tx.insertInto('link_comments').values(values).returningAll().executeTakeFirstOrThrow(),
    ),
  );
}

/** Keeps what the client decided and returns it; the last one counts. @throws Conflict where it was decided too often; HttpError 429. */
export async function decide(
  db: Database,
  link: OpenLink,
  { of: subject, ...word }: SaidDecision,
  address: string,
): Promise<LinkDecision> {
  if (word.kind === 'chosen') await shownIn(db, link, word.version, subject);
  else if (subject) throw new BadRequest('Whoever declines chooses nothing.');
  const values = { id: randomUUID(), link_id: link.row.id, subject, ...word };
  return asDecision(
    await keep(db, link, 'decision', address, (tx) =>
      tx.insertInto('link_decisions').values(values).returningAll().executeTakeFirstOrThrow(),
    ),
  );
}

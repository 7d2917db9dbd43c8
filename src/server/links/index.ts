import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import {
  type ClientLink,
  type CommentChange,
  type Design,
  type LinkChange,
  type LinkSubject,
  type LinkWish,
  linkLimits,
  subjectName,
} from '@/core';
import { getPresentText } from '../bring-up';
import type { Database } from '../database';
import { getEntry } from '../designs';
import { BadRequest, Conflict, NotFound } from '../http/errors';
import { newToken, sealed } from './secrets';
import { asDesigner, type LinkRow } from './view';

/** Links of a design, the latest first. @throws NotFound where the owner has no such design. */
export async function listLinks(db: Database, owner: string, designId: string): Promise<ClientLink[]> {
  await getEntry(db, owner, designId);
  const rows = await db
    .selectFrom('client_links')
    .selectAll()
    .where('design_id', '=', designId)
    .where('owner_id', '=', owner)
    .orderBy('created_at', 'desc')
    .execute();
  return Promise.all(rows.map((row) => asDesigner(db, row)));
}

/** A link of an owner’s. @throws NotFound where there is none. */
async function ownLink(db: Database, owner: string, id: string): Promise<LinkRow> {
  const row = await db
    .selectFrom('client_links')
    .selectAll()
    .where('id', '=', id)
    .where('owner_id', '=', owner)
    .executeTakeFirst();
  if (!row) throw new NotFound('There is no such link.');
  return row;
}

/** What of a design is shown under addresses. @throws BadRequest where none of it is there. */
function subjectsIn(design: Design, addresses: readonly string[]): LinkSubject[] {
  const there = addresses.filter((of) => design.sheets.some((s) => s.id === of.slice(of.indexOf(':') + 1)));
  if (!there.length) throw new BadRequest('None of the sheets that the link shows is there any more.');
  return there.map((of) => ({ of, title: subjectName(design, of) }));
}

/** Bytes of designs that are kept as versions of an owner’s links. */
const mostKept = 2 * 2 ** 30;

/** Keeps the present state of a design as a version of a link. @throws Conflict where there is no room for it. */
async function addVersion(db: Database, row: LinkRow, number: number, note: string): Promise<void> {
  const { text, seq } = await getPresentText(db, row.owner_id, row.design_id);
  const subjects = subjectsIn(JSON.parse(text) as Design, row.subjects);
  const { kept } = await db
    .selectFrom('link_versions as v')
    .innerJoin('client_links as l', 'l.id', 'v.link_id')
    .select(sql<number>`coalesce(sum(octet_length(v.document)), 0)::bigint`.as('kept'))
    .where('l.owner_id', '=', row.owner_id)
    .executeTakeFirstOrThrow();
  if (Number(kept) + text.length > mostKept)
    throw new Conflict('There is no room for another version: remove links that are not needed any more.');
  await db
    .insertInto('link_versions')
    .values({ link_id: row.id, number, seq, document: text, note, subjects: JSON.stringify(subjects) })
    .execute();
}

/**
 * Makes a link that shows a design as it is stored now.
 * @throws NotFound where the owner has no such design; BadRequest where it shows nothing that is there.
 */
export async function makeLink(
  db: Database,
  owner: string,
  designId: string,
  wish: LinkWish,
): Promise<ClientLink> {
  await getEntry(db, owner, designId);
  const { count } = await db
    .selectFrom('client_links')
    .select(({ fn }) => fn.countAll<number>().as('count'))
    .where('design_id', '=', designId)
    .executeTakeFirstOrThrow();
  if (Number(count) >= linkLimits.links)
    throw new Conflict(`A design has ${linkLimits.links} links at most: remove some first.`);
  const password = wish.password === null ? null : await sealed(wish.password);
  const row = await db.transaction().execute(async (tx) => {
    const made = await tx
      .insertInto('client_links')
      .values({
        id: randomUUID(),
        owner_id: owner,
        design_id: designId,
        token: newToken(),
        title: wish.title,
        note: wish.note,
        subjects: JSON.stringify(wish.subjects),
        expires_at: wish.expiresAt,
        password,
        revoked: false,
      })
      .returningAll()
      .executeTakeFirstOrThrow();
    await addVersion(tx, made, 1, '');
    return made;
  });
  return asDesigner(db, row);
}

/** Changes a link. @throws NotFound where the owner has none such. */
export async function changeLink(
  db: Database,
  owner: string,
  id: string,
  { title, note, subjects, expiresAt, password, revoked }: LinkChange,
): Promise<ClientLink> {
  const was = await ownLink(db, owner, id);
  const values = {
    ...(title === undefined ? {} : { title }),
    ...(note === undefined ? {} : { note }),
    ...(subjects === undefined ? {} : { subjects: JSON.stringify(subjects) }),
    ...(expiresAt === undefined ? {} : { expires_at: expiresAt }),
    ...(password === undefined ? {} : { password: password === null ? null : await sealed(password) }),
    ...(revoked === undefined ? {} : { revoked }),
  };
  if (!Object.keys(values).length) return asDesigner(db, was);
  const row = await db
    .updateTable('client_links')
    .set(values)
    .where('id', '=', id)
    .returningAll()
    .executeTakeFirstOrThrow();
  return asDesigner(db, row);
}

/** Removes a link with all that was said there. @throws NotFound where the owner has none such. */
export async function removeLink(db: Database, owner: string, id: string): Promise<void> {
  await ownLink(db, owner, id);
  await db.deleteFrom('client_links').where('id', '=', id).execute();
}

/**
 * Shows the design as it is stored now behind a link, beside what it showed before.
 * @throws Conflict where the latest version is that state already, or there are as many as there may be.
 */
export async function showVersion(
  db: Database,
  owner: string,
  id: string,
  note: string,
): Promise<ClientLink> {
  const row = await ownLink(db, owner, id);
  const { seq } = await getEntry(db, owner, row.design_id);
  await db.transaction().execute(async (tx) => {
    // Two that are shown in the same moment get numbers one after another.
    await tx.selectFrom('client_links').select('id').where('id', '=', id).forUpdate().execute();
    const last = await tx
      .selectFrom('link_versions')
      .select(['number', 'seq'])
      .where('link_id', '=', id)
      .orderBy('number', 'desc')
      .executeTakeFirst();
    if (last?.seq === seq) throw new Conflict(`Version ${last.number} shows the design as it is now.`);
    if ((last?.number ?? 0) >= linkLimits.versions)
      throw new Conflict(`A link has ${linkLimits.versions} versions at most: make another one.`);
    await addVersion(tx, row, (last?.number ?? 0) + 1, note);
  });
  return asDesigner(db, row);
}

/** Answers a comment, or ticks it off. @throws NotFound where there is none such. */
export async function seeToComment(
  db: Database,
  owner: string,
  id: string,
  comment: string,
  { answer, done }: CommentChange,
): Promise<ClientLink> {
  const row = await ownLink(db, owner, id);
  const values = {
    ...(answer === undefined ? {} : { answer, answered_at: answer ? new Date() : null }),
    ...(done === undefined ? {} : { done }),
  };
  const { numUpdatedRows } = await db
    .updateTable('link_comments')
    .set(values)
    .where('link_id', '=', id)
    .where('id', '=', comment)
    .executeTakeFirst();
  if (!numUpdatedRows) throw new NotFound('There is no such comment.');
  return asDesigner(db, row);
}

/** Removes one thing that was said behind a link. @throws NotFound where there is none such. */
export async function removeSaid(
  db: Database,
  owner: string,
  id: string,
  table: 'link_comments' | 'link_decisions',
  said: string,
): Promise<ClientLink> {
  const row = await ownLink(db, owner, id);
  const { numDeletedRows } = await db
    .deleteFrom(table)
    .where('link_id', '=', id)
    .where('id', '=', said)
    .executeTakeFirst();
  if (!numDeletedRows) throw new NotFound('This is not there any more.');
  return asDesigner(db, row);
}

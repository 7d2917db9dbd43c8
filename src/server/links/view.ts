import type { Selectable } from 'kysely';
import type { ClientLink, LinkComment, LinkDecision, LinkVersion, SharedView } from '@/core';
import type { Database, Tables } from '../database';

export type LinkRow = Selectable<Tables['client_links']>;

const iso = (at: Date): string => at.toISOString();

/** Whether a link still shows what lies under an address. */
export const isShown = ({ subjects }: Pick<LinkRow, 'subjects'>, of: string): boolean =>
  subjects.includes(of);

/** A comment as it is told. */
export const asComment = (c: Selectable<Tables['link_comments']>): LinkComment => ({
  id: c.id,
  version: c.version,
  of: c.subject,
  x: c.x,
  y: c.y,
  name: c.name,
  text: c.text,
  at: iso(c.created_at),
  answer: c.answer,
  answeredAt: c.answered_at && iso(c.answered_at),
  done: c.done,
});

/** A decision as it is told. */
export const asDecision = (d: Selectable<Tables['link_decisions']>): LinkDecision => ({
  id: d.id,
  kind: d.kind,
  version: d.version,
  of: d.subject,
  name: d.name,
  text: d.text,
  at: iso(d.created_at),
});

/** Versions, comments and decisions of a link, as they are told. */
async function contentOf(db: Database, link: string) {
  const [versions, comments, decisions] = await Promise.all([
    db
      .selectFrom('link_versions')
      .select(['number', 'note', 'created_at', 'subjects'])
      .where('link_id', '=', link)
      .orderBy('number', 'desc')
      .execute(),
    db.selectFrom('link_comments').selectAll().where('link_id', '=', link).orderBy('created_at').execute(),
    db
      .selectFrom('link_decisions')
      .selectAll()
      .where('link_id', '=', link)
      .orderBy('created_at', 'desc')
      .execute(),
  ]);
  return {
    versions: versions.map(
      (v): LinkVersion => ({ number: v.number, note: v.note, at: iso(v.created_at), subjects: v.subjects }),
    ),
    comments: comments.map(asComment),
    decisions: decisions.map(asDecision),
  };
}

/** A link as its designer sees it. */
export async function asDesigner(db: Database, row: LinkRow): Promise<ClientLink> {
  const content = await contentOf(db, row.id);
  return {
    id: row.id,
    token: row.token,
    title: row.title,
    note: row.note,
    createdAt: iso(row.created_at),
    expiresAt: row.expires_at && iso(row.expires_at),
    revoked: row.revoked,
    hasPassword: row.password !== null,
    ...content,
    decision: content.decisions[0] ?? null,
  };
}

/** What a client sees behind a link. */
export async function asClient(db: Database, row: LinkRow, design: string): Promise<SharedView> {
  const { versions, comments, decisions } = await contentOf(db, row.id);
  const { title, note } = row;
  // What was taken off the link is not shown any more, whatever version showed it.
  const shown = versions
    .map((v) => ({ ...v, subjects: v.subjects.filter((s) => isShown(row, s.of)) }))
    .filter((v) => v.subjects.length);
  return {
    title,
    note,
    design,
    versions: shown,
    comments: comments.filter((c) => isShown(row, c.of)),
    decision: decisions.find((d) => !d.of || isShown(row, d.of)) ?? null,
  };
}

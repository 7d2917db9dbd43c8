/** Creates the database where there is none, brings it up to date and, with --demo, adds the demo designs. */
import pg from 'pg';
import { type Design, diffJson } from '@/core';
import { demoDesigns } from '../../demo';
import { demoLink } from '../../demo/client-link';
import { connect, type Database } from './database';
import { createDesign, getDesign, replaceDesign } from './designs';
import { listLinks, makeLink, seeToComment } from './links';
import { addComment, linkOf } from './links/shared';
import { migrate } from './migrations';
import { ensureOwner } from './owners';

async function createDatabase(url: string, admin: string): Promise<void> {
  const name = new URL(url).pathname.slice(1);
  const client = new pg.Client({ connectionString: admin });
  await client.connect();
  try {
    await client.query(`create database ${pg.escapeIdentifier(name)}`);
  } catch (e) {
    // 42P04: it exists; 23505: another start created it at the same moment.
    if (!['42P04', '23505'].includes((e as { code?: string }).code ?? '')) throw e;
  } finally {
    await client.end();
  }
}

/** Loads a demo design where it is missing; one that nobody has changed is brought up to what it is today. */
async function loadDemo(db: Database, owner: string, slug: string, design: Design): Promise<void> {
  const there = await db
    .selectFrom('designs')
    .select(['id', 'deleted_at'])
    .where('owner_id', '=', owner)
    .where('slug', '=', slug)
    .executeTakeFirst();
  if (!there) {
    await createDesign(db, owner, design, slug);
    return;
  }
  const changed = await db
    .selectFrom('changes')
    .select('seq')
    .where('design_id', '=', there.id)
    .executeTakeFirst();
  if (changed || there.deleted_at) return;
  const { document, seq } = await getDesign(db, owner, there.id);
  if (diffJson(document, design).length) await replaceDesign(db, there.id, seq, design);
}

/** Makes the demo’s link for clients, with what was said there, where its design has none. */
async function loadDemoLink(db: Database, owner: string): Promise<void> {
  const design = await db
    .selectFrom('designs')
    .select('id')
    .where('owner_id', '=', owner)
    .where('slug', '=', demoLink.slug)
    .where('deleted_at', 'is', null)
    .executeTakeFirst();
  if (!design || (await listLinks(db, owner, design.id)).length) return;
  const { title, note, subjects, comments } = demoLink;
  const wish = { title, note, subjects, expiresAt: null, password: null };
  const { id, token } = await makeLink(db, owner, design.id, wish);
  const link = await linkOf(db, token);
  for (const { answer, ...said } of comments) {
    const kept = await addComment(db, link, { version: 1, ...said }, '');
    if (answer) await seeToComment(db, owner, id, kept.id, { answer, done: true });
  }
}

async function main(): Promise<void> {
  const { DATABASE_URL: url, DATABASE_ADMIN_URL: admin } = process.env;
  if (!url) throw new Error('DATABASE_URL is not set.');
  if (admin) await createDatabase(url, admin);
  const db = connect(url);
  await migrate(db);
  const owner = await ensureOwner(db);
  if (process.argv.includes('--demo')) {
    for (const [slug, make] of Object.entries(demoDesigns)) await loadDemo(db, owner, slug, make());
    await loadDemoLink(db, owner);
  }
  await db.destroy();
}

main().catch((e: unknown) => {
  console.error((e as Error).message);
  process.exitCode = 1;
});

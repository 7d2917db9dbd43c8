import { sql } from 'kysely';
import { handle } from '@/server/http/handle';

export const dynamic = 'force-dynamic';

export const GET = handle(async ({ db }) => {
  await sql`select 1`.execute(db);
  // Which start of the program answers, so that a launcher knows its own.
  return Response.json({ ok: true, start: process.env.COMPASS_START ?? null });
});

import { sql } from 'kysely';
import { handle } from '@/server/http/handle';

export const dynamic = 'force-dynamic';

export const GET = handle(async ({ db }) => {
  await sql`select 1`.execute(db);
  return Response.json({ ok: true });
});

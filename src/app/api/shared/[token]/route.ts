import { handleShared } from '@/server/http/shared';
import { viewOf } from '@/server/links/shared';

export const dynamic = 'force-dynamic';

/** What a client sees behind a link. */
export const GET = handleShared<{ token: string }>(async ({ db, link }) =>
  Response.json(await viewOf(db, link), { headers: { 'cache-control': 'no-store' } }),
);

import { check } from '@/server/http/check';
import { handle } from '@/server/http/handle';
import { designParams } from '@/server/http/schemas';
import { listPast } from '@/server/past';

export const dynamic = 'force-dynamic';

/** Earlier states of a design, the latest first. */
export const GET = handle<{ id: string }>(async ({ db, owner, params }) =>
  Response.json({ states: await listPast(db, owner, check(designParams, params).id) }),
);

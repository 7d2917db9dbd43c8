import { addressOf } from '@/server/http/address';
import { bodyLimits, readJson } from '@/server/http/body';
import { check } from '@/server/http/check';
import { decisionBody } from '@/server/http/link-schemas';
import { handleShared } from '@/server/http/shared';
import { decide } from '@/server/links/shared';

export const dynamic = 'force-dynamic';

/** Keeps which one the client chooses, or that none will do. */
export const POST = handleShared<{ token: string }>(
  async ({ db, link, request }) => {
    const said = check(decisionBody, await readJson(request, bodyLimits.small));
    return Response.json(await decide(db, link, said, addressOf(request)), { status: 201 });
  },
  { rate: 'said' },
);

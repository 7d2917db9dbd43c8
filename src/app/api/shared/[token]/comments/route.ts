import { addressOf } from '@/server/http/address';
import { bodyLimits, readJson } from '@/server/http/body';
import { check } from '@/server/http/check';
import { commentBody } from '@/server/http/link-schemas';
import { handleShared } from '@/server/http/shared';
import { addComment } from '@/server/links/shared';

export const dynamic = 'force-dynamic';

/** Keeps a word of the client’s on a place of a picture, or on all of it. */
export const POST = handleShared<{ token: string }>(
  async ({ db, link, request }) => {
    const said = check(commentBody, await readJson(request, bodyLimits.small));
    return Response.json(await addComment(db, link, said, addressOf(request)), { status: 201 });
  },
  { rate: 'said' },
);

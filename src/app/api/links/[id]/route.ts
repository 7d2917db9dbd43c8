import { bodyLimits, readJson } from '@/server/http/body';
import { check } from '@/server/http/check';
import { handle } from '@/server/http/handle';
import { linkChangeBody, linkParams } from '@/server/http/link-schemas';
import { changeLink, removeLink } from '@/server/links';

export const dynamic = 'force-dynamic';

type Params = { id: string };

/** Changes what a link says, when it expires, its password, or withdraws it. */
export const PATCH = handle<Params>(
  async ({ db, owner, params, request }) => {
    const { id } = check(linkParams, params);
    return Response.json(
      await changeLink(db, owner, id, check(linkChangeBody, await readJson(request, bodyLimits.small))),
    );
  },
  { rate: 'change' },
);

/** Removes a link with all that was said there. */
export const DELETE = handle<Params>(async ({ db, owner, params }) => {
  await removeLink(db, owner, check(linkParams, params).id);
  return new Response(null, { status: 204 });
});

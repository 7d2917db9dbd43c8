import { bodyLimits, readJson } from '@/server/http/body';
import { check } from '@/server/http/check';
import { handle } from '@/server/http/handle';
import { answerBody, commentParams } from '@/server/http/link-schemas';
import { removeSaid, seeToComment } from '@/server/links';

export const dynamic = 'force-dynamic';

/** Answers a comment, or ticks it off. */
export const PATCH = handle<{ id: string; comment: string }>(
  async ({ db, owner, params, request }) => {
    const { id, comment } = check(commentParams, params);
    const answer = check(answerBody, await readJson(request, bodyLimits.small));
    return Response.json(await seeToComment(db, owner, id, comment, answer));
  },
  { rate: 'change' },
);

/** Removes a comment, with what was answered to it. */
export const DELETE = handle<{ id: string; comment: string }>(
  async ({ db, owner, params }) => {
    const { id, comment } = check(commentParams, params);
    return Response.json(await removeSaid(db, owner, id, 'link_comments', comment));
  },
  { rate: 'change' },
);

import { check } from '@/server/http/check';
import { handle } from '@/server/http/handle';
import { decisionParams } from '@/server/http/link-schemas';
import { removeSaid } from '@/server/links';

export const dynamic = 'force-dynamic';

/** Removes a decision: the one before it counts again. */
export const DELETE = handle<{ id: string; decision: string }>(
  async ({ db, owner, params }) => {
    const { id, decision } = check(decisionParams, params);
    return Response.json(await removeSaid(db, owner, id, 'link_decisions', decision));
  },
  { rate: 'change' },
);

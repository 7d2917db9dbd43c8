import { appendChange, pageOfChanges } from '@/server/changes';
import { check } from '@/server/http/check';
import { handle } from '@/server/http/handle';
import { designParams, sinceQuery } from '@/server/http/schemas';
import { readBody } from '@/server/reading/read-body';

export const dynamic = 'force-dynamic';

type Params = { id: string };

export const GET = handle<Params>(async ({ db, owner, params, query }) => {
  const { id } = check(designParams, params);
  const { since } = check(sinceQuery, Object.fromEntries(query));
  return Response.json(await pageOfChanges(db, owner, id, since));
});

export const POST = handle<Params>(
  async ({ db, owner, params, request }) => {
    const { id } = check(designParams, params);
    const change = await readBody(request, 'change');
    return Response.json(await appendChange(db, owner, id, change));
  },
  { rate: 'change' },
);

import { appendChange, listChanges } from '@/server/changes';
import { bodyLimits, readJson } from '@/server/http/body';
import { readChange } from '@/server/http/change-body';
import { check, handle } from '@/server/http/handle';
import { designParams, sinceQuery } from '@/server/http/schemas';

export const dynamic = 'force-dynamic';

type Params = { id: string };

export const GET = handle<Params>(async ({ db, owner, params, query }) => {
  const { id } = check(designParams, params);
  const { since } = check(sinceQuery, Object.fromEntries(query));
  return Response.json({ changes: await listChanges(db, owner, id, since) });
});

export const POST = handle<Params>(
  async ({ db, owner, params, request }) => {
    const { id } = check(designParams, params);
    const change = await readChange(await readJson(request, bodyLimits.change));
    return Response.json(await appendChange(db, owner, id, change));
  },
  { rate: 'change' },
);

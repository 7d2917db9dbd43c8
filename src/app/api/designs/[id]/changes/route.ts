import { appendChange, type ChangeRequest, listChanges } from '@/server/designs';
import { check, handle, readJson } from '@/server/http/handle';
import { changeBody, designParams, sinceQuery } from '@/server/http/schemas';

export const dynamic = 'force-dynamic';

type Params = { id: string };

export const GET = handle<Params>(async ({ db, owner, params, query }) => {
  const { id } = check(designParams, params);
  const { since } = check(sinceQuery, Object.fromEntries(query));
  return Response.json({ changes: await listChanges(db, owner, id, since) });
});

export const POST = handle<Params>(async ({ db, owner, params, request }) => {
  const { id } = check(designParams, params);
  const change = check<ChangeRequest>(changeBody, await readJson(request));
  return Response.json(await appendChange(db, owner, id, change));
});

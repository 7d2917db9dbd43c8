import { budget } from '@/core';
import { getPresentText } from '@/server/bring-up';
import { setDeleted } from '@/server/designs';
import { check } from '@/server/http/check';
import { handle } from '@/server/http/handle';
import { designParams, pastQuery } from '@/server/http/schemas';
import { limitsFromEnvironment } from '@/server/limits';
import { getPast } from '@/server/past';

export const dynamic = 'force-dynamic';

type Params = { id: string };

/** A design with the limits it is worked out under; as it was after one of its changes where that is asked for. */
export const GET = handle<Params>(async ({ db, owner, params, query }) => {
  const { id } = check(designParams, params);
  const { at } = check(pastQuery, Object.fromEntries(query));
  if (at !== undefined) return Response.json(await getPast(db, owner, id, at));
  const { text, ...entry } = await getPresentText(db, owner, id);
  limitsFromEnvironment();
  const head = JSON.stringify({ ...entry, budget: budget() });
  return new Response(`${head.slice(0, -1)},"document":${text}}`, {
    headers: { 'content-type': 'application/json' },
  });
});

export const DELETE = handle<Params>(async ({ db, owner, params }) => {
  await setDeleted(db, owner, check(designParams, params).id, true);
  return new Response(null, { status: 204 });
});

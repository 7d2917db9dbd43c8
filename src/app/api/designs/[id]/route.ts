import { getDesign, setDeleted } from '@/server/designs';
import { check, handle } from '@/server/http/handle';
import { designParams } from '@/server/http/schemas';

export const dynamic = 'force-dynamic';

type Params = { id: string };

export const GET = handle<Params>(async ({ db, owner, params }) =>
  Response.json(await getDesign(db, owner, check(designParams, params).id)),
);

export const DELETE = handle<Params>(async ({ db, owner, params }) => {
  await setDeleted(db, owner, check(designParams, params).id, true);
  return new Response(null, { status: 204 });
});

import { getDelivery, stopDelivery } from '@/server/delivery';
import { check } from '@/server/http/check';
import { handle } from '@/server/http/handle';
import { deliveryParams } from '@/server/http/schemas';

export const dynamic = 'force-dynamic';

type Params = { id: string };

/** How far a delivery is, file by file. */
export const GET = handle<Params>(async ({ db, owner, params }) =>
  Response.json(await getDelivery(db, owner, check(deliveryParams, params).id)),
);

/** Stops what is not done yet. */
export const DELETE = handle<Params>(async ({ db, owner, params }) => {
  await stopDelivery(db, owner, check(deliveryParams, params).id);
  return new Response(null, { status: 204 });
});

import { listDeliveries, orderDelivery } from '@/server/delivery';
import { queue } from '@/server/delivery/queue';
import { check } from '@/server/http/check';
import { handle } from '@/server/http/handle';
import { designParams } from '@/server/http/schemas';
import { readBody } from '@/server/reading/read-body';

export const dynamic = 'force-dynamic';

type Params = { id: string };

/** What was delivered of a design and is kept, the latest first. */
export const GET = handle<Params>(async ({ db, owner, params }) =>
  Response.json({ deliveries: await listDeliveries(db, owner, check(designParams, params).id) }),
);

/** Asks for files of a design as it is stored: of a set in the body, or of its own. */
export const POST = handle<Params>(
  async ({ db, owner, params, request }) => {
    const { id } = check(designParams, params);
    const { set } = await readBody(request, 'delivery');
    return Response.json(await orderDelivery(db, await queue(), owner, id, set ?? null), { status: 202 });
  },
  { rate: 'create' },
);

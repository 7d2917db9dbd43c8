import { retryDelivery } from '@/server/delivery';
import { queue } from '@/server/delivery/queue';
import { check } from '@/server/http/check';
import { handle } from '@/server/http/handle';
import { deliveryParams } from '@/server/http/schemas';

/** Has what failed or was stopped made again. */
export const POST = handle<{ id: string }>(
  async ({ db, owner, params }) => {
    await retryDelivery(db, await queue(), owner, check(deliveryParams, params).id);
    return new Response(null, { status: 204 });
  },
  { rate: 'create', bodies: null },
);

import { cleanName } from '@/core';
import { getDelivery } from '@/server/delivery';
import { zipped } from '@/server/delivery/zip';
import { check } from '@/server/http/check';
import { download } from '@/server/http/download';
import { Conflict } from '@/server/http/errors';
import { handle } from '@/server/http/handle';
import { deliveryParams } from '@/server/http/schemas';

export const dynamic = 'force-dynamic';

/** All finished files of a delivery as one zip. */
export const GET = handle<{ id: string }>(async ({ db, owner, params }) => {
  const delivery = await getDelivery(db, owner, check(deliveryParams, params).id);
  if (!delivery.files.some((f) => f.state === 'done')) throw new Conflict('None of its files is done yet.');
  return download(zipped(db, delivery), `${cleanName(delivery.name)}.zip`, 'application/zip');
});

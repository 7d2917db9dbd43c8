import { getDelivery } from '@/server/delivery';
import { piecesOf } from '@/server/delivery/pieces';
import { check } from '@/server/http/check';
import { download } from '@/server/http/download';
import { Conflict, NotFound } from '@/server/http/errors';
import { handle } from '@/server/http/handle';
import { deliveredParams } from '@/server/http/schemas';

export const dynamic = 'force-dynamic';

/** A finished file of a delivery. */
export const GET = handle<{ id: string; number: string }>(async ({ db, owner, params }) => {
  const { id, number } = check(deliveredParams, params);
  const { files } = await getDelivery(db, owner, id);
  const file = files.find((f) => f.number === number);
  if (!file) throw new NotFound('This delivery has no such file.');
  if (file.size === null) throw new Conflict(file.message ?? 'This file is not done yet.');
  const name = file.name.slice(file.name.lastIndexOf('/') + 1);
  return download(piecesOf(db, id, number, file.size), name, file.media, file.size);
});

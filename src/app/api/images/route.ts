import { readBytes } from '@/server/http/body';
import { handle } from '@/server/http/handle';
import { imageFileLimit, storeImage } from '@/server/images';

export const dynamic = 'force-dynamic';

/** Takes the file of a picture as the body of the request. */
export const POST = handle(
  async ({ db, owner, request }) =>
    Response.json(await storeImage(db, owner, await readBytes(request, imageFileLimit), request.signal), {
      status: 201,
    }),
  { rate: 'file', bodies: ['application/octet-stream'] },
);

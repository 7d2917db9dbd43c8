import { check } from '@/server/http/check';
import { NotFound } from '@/server/http/errors';
import { handle } from '@/server/http/handle';
import { designParams, pictureQuery } from '@/server/http/schemas';
import { lastPicture, storedPicture } from '@/server/stored-pictures';

export const dynamic = 'force-dynamic';

/** A PNG of a sheet at any size; also the pictures that the list of designs and each opening begin with. */
export const GET = handle<{ id: string }>(
  async ({ db, owner, params, query, request }) => {
    const { id } = check(designParams, params);
    const { download, last, seq, ...order } = check(pictureQuery, Object.fromEntries(query));
    const picture = last
      ? await lastPicture(db, owner, id)
      : await storedPicture(db, owner, id, order, request.signal);
    if (!picture) throw new NotFound('No picture of this design was drawn yet.');
    const headers = new Headers({ 'content-type': 'image/png', 'content-length': String(picture.size) });
    // A picture of a known state never changes.
    headers.set('cache-control', seq === picture.seq ? 'private, max-age=31536000, immutable' : 'no-store');
    if (download)
      headers.set(
        'content-disposition',
        `attachment; filename*=UTF-8''${encodeURIComponent(picture.name)}.png`,
      );
    return new Response(picture.body, { headers });
  },
  { rate: 'picture' },
);

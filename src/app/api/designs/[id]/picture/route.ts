import { check, handle } from '@/server/http/handle';
import { designParams, pictureQuery } from '@/server/http/schemas';
import { storedPicture } from '@/server/stored-pictures';

export const dynamic = 'force-dynamic';

/** A PNG of a sheet at any size; also the small pictures of the designs list. */
export const GET = handle<{ id: string }>(
  async ({ db, owner, params, query, request }) => {
    const { id } = check(designParams, params);
    const { download, seq, ...order } = check(pictureQuery, Object.fromEntries(query));
    const picture = await storedPicture(db, owner, id, order, request.signal);
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

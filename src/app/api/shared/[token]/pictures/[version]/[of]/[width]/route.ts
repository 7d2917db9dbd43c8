import { check } from '@/server/http/check';
import { linkPictureParams } from '@/server/http/link-schemas';
import { handleShared } from '@/server/http/shared';
import { linkPicture } from '@/server/links/pictures';

export const dynamic = 'force-dynamic';

/** A PNG of what a version of a link shows. */
export const GET = handleShared<{ token: string; version: string; of: string; width: string }>(
  async ({ db, link, params: { version, of, width } }) => {
    const wanted = check(linkPictureParams, { version, of, width });
    const png = await linkPicture(db, link.row, wanted);
    return new Response(new Uint8Array(png), {
      headers: {
        'content-type': 'image/png',
        'content-length': String(png.length),
        // What a version shows never changes; whether the link leads on is asked again after a while.
        'cache-control': 'private, max-age=3600',
      },
    });
  },
  { rate: 'picture' },
);

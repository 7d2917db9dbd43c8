import { Readable } from 'node:stream';
import { getDesign } from '@/server/designs';
import { check, handle } from '@/server/http/handle';
import { designParams, pictureQuery } from '@/server/http/schemas';
import { picturePng } from '@/server/pictures';

export const dynamic = 'force-dynamic';

/** A PNG of a sheet at any size; also the thumbnails of the designs list. */
export const GET = handle<{ id: string }>(async ({ db, owner, params, query }) => {
  const { id } = check(designParams, params);
  const order = check(pictureQuery, Object.fromEntries(query));
  const { document, name, seq } = await getDesign(db, owner, id);
  const png = await picturePng(
    document,
    { ...order, width: order.width ?? document.sheets[0].width },
    { db, owner },
  );
  const headers = new Headers({ 'content-type': 'image/png' });
  // A picture of a known state never changes.
  headers.set('cache-control', order.seq === seq ? 'private, max-age=31536000, immutable' : 'no-store');
  if (order.download)
    headers.set('content-disposition', `attachment; filename*=UTF-8''${encodeURIComponent(name)}.png`);
  return new Response(Readable.toWeb(Readable.from(png)) as ReadableStream, { headers });
});

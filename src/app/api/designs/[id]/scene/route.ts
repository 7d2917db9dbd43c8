import { getEntry } from '@/server/designs';
import { check } from '@/server/http/check';
import { handle } from '@/server/http/handle';
import { designParams, sceneQuery } from '@/server/http/schemas';
import { keptScene } from '@/server/kept-scenes';

export const dynamic = 'force-dynamic';

/** The scene of a sheet of a design, as it was worked out when a picture of it was drawn; 204 where it is not kept. */
export const GET = handle<{ id: string }>(async ({ db, owner, params, query }) => {
  const { id } = check(designParams, params);
  const { key } = check(sceneQuery, Object.fromEntries(query));
  await getEntry(db, owner, id);
  const bytes = await keptScene(key);
  if (!bytes) return new Response(null, { status: 204, headers: { 'cache-control': 'no-store' } });
  return new Response(new Uint8Array(bytes), {
    headers: {
      'content-type': 'application/octet-stream',
      'content-length': String(bytes.length),
      // What a key stands for never changes.
      'cache-control': 'private, max-age=31536000, immutable',
    },
  });
});

import { fontBytes } from '@/server/fonts';
import { check } from '@/server/http/check';
import { handle } from '@/server/http/handle';
import { fontParams } from '@/server/http/schemas';

export const dynamic = 'force-dynamic';

/** The file of a font that a designer brought; its id says what is in it, so it never changes. */
export const GET = handle<{ id: string }>(async ({ db, owner, params }) => {
  const { id } = check(fontParams, params);
  const bytes = await fontBytes(db, owner, id);
  return new Response(new Uint8Array(bytes), {
    headers: { 'content-type': 'font/sfnt', 'cache-control': 'private, max-age=31536000, immutable' },
  });
});

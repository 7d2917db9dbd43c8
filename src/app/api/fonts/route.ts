import { listFonts, storeFont } from '@/server/fonts';
import { handle } from '@/server/http/handle';

export const dynamic = 'force-dynamic';

export const GET = handle(async ({ db, owner }) => Response.json({ fonts: await listFonts(db, owner) }));

/** Takes a font file as the body of the request. */
export const POST = handle(async ({ db, owner, request }) => {
  const font = await storeFont(db, owner, new Uint8Array(await request.arrayBuffer()));
  return Response.json(font, { status: 201 });
});

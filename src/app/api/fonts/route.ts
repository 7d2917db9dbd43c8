import { fontFileLimit, listFonts, storeFont } from '@/server/fonts';
import { readBytes } from '@/server/http/body';
import { handle } from '@/server/http/handle';
import { keptFor } from '@/server/upkeep';

export const dynamic = 'force-dynamic';

export const GET = handle(async ({ db, owner }) =>
  Response.json({ fonts: await listFonts(db, owner), keptFor: keptFor.unusedFonts }),
);

/** Takes a font file as the body of the request. */
export const POST = handle(
  async ({ db, owner, request }) => {
    const font = await storeFont(db, owner, await readBytes(request, fontFileLimit), request.signal);
    return Response.json(font, { status: 201 });
  },
  { rate: 'file', bodies: ['application/octet-stream'] },
);

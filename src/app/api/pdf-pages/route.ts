import { listFonts } from '@/server/fonts';
import { readBytes } from '@/server/http/body';
import { check } from '@/server/http/check';
import { handle } from '@/server/http/handle';
import { pagesQuery } from '@/server/http/schemas';
import { pdfLimit, pdfPages } from '@/server/pdf-pages';

export const dynamic = 'force-dynamic';

/** The first pages of a PDF in the body, each as an SVG: as many as `most` says, or as may be read. */
export const POST = handle(
  async ({ db, owner, request, query }) => {
    const { most } = check(pagesQuery, Object.fromEntries(query));
    const bytes = await readBytes(request, pdfLimit);
    const fonts = await listFonts(db, owner);
    return Response.json(await pdfPages(bytes, { most, fonts, by: owner, signal: request.signal }));
  },
  { rate: 'file', bodies: ['application/octet-stream', 'application/pdf'] },
);

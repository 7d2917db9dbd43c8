import { readBytes } from '@/server/http/body';
import { check } from '@/server/http/check';
import { handle } from '@/server/http/handle';
import { pagesQuery } from '@/server/http/schemas';
import { pdfLimit, pdfPages } from '@/server/pdf-pages';

export const dynamic = 'force-dynamic';

/** The first pages of a PDF in the body, each as an SVG: as many as `most` says, or as may be read. */
export const POST = handle(
  async ({ owner, request, query }) => {
    const { most } = check(pagesQuery, Object.fromEntries(query));
    return Response.json(
      await pdfPages(await readBytes(request, pdfLimit), { most, by: owner, signal: request.signal }),
    );
  },
  { rate: 'file', bodies: ['application/octet-stream', 'application/pdf'] },
);

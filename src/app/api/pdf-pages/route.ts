import { readBytes } from '@/server/http/body';
import { handle } from '@/server/http/handle';
import { pdfLimit, pdfPages } from '@/server/pdf-pages';

export const dynamic = 'force-dynamic';

/** The pages of a PDF in the body, each as an SVG. */
export const POST = handle(
  async ({ request }) => Response.json(await pdfPages(await readBytes(request, pdfLimit))),
  { rate: 'file', bodies: ['application/octet-stream', 'application/pdf'] },
);

import { readDesign } from '@/core/reading';
import { createDesign, listDesigns } from '@/server/designs';
import { check, handle, readJson } from '@/server/http/handle';
import { createBody } from '@/server/http/schemas';
import { designFor, purposes } from '@/server/purposes';

export const dynamic = 'force-dynamic';

export const GET = handle(async ({ db, owner }) =>
  Response.json({
    designs: await listDesigns(db, owner),
    purposes: purposes.map(({ id, name, sheet }) => ({ id, name, ...sheet })),
  }),
);

export const POST = handle(async ({ db, owner, request }) => {
  const body = check(createBody, await readJson(request));
  const blank = body.purpose ? designFor(body.purpose, body.name ?? 'Untitled') : null;
  const design = blank ?? readDesign(body.document);
  return Response.json(await createDesign(db, owner, design), { status: 201 });
});

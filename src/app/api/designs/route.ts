import { createDesign, listDesigns } from '@/server/designs';
import { BadRequest } from '@/server/http/errors';
import { handle } from '@/server/http/handle';
import { designFor, purposes } from '@/server/purposes';
import { readBody } from '@/server/reading/read-body';
import { keptFor } from '@/server/upkeep';

export const dynamic = 'force-dynamic';

export const GET = handle(async ({ db, owner }) =>
  Response.json({
    designs: await listDesigns(db, owner),
    deleted: await listDesigns(db, owner, true),
    purposes: purposes.map(({ id, name, sheet }) => ({ id, name, ...sheet })),
    keptFor,
  }),
);

export const POST = handle(
  async ({ db, owner, request }) => {
    const { purpose, name, document } = await readBody(request, 'create');
    const design = document ?? designFor(purpose ?? '', name ?? 'Untitled');
    if (!design) throw new BadRequest('There is no such purpose.');
    return Response.json(await createDesign(db, owner, design), { status: 201 });
  },
  { rate: 'create' },
);

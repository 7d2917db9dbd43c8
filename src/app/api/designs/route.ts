import { setImmediate as turn } from 'node:timers/promises';
import { readDesignGently } from '@/core/reading';
import { createDesign, listDesigns } from '@/server/designs';
import { bodyLimits, readJson } from '@/server/http/body';
import { check, handle } from '@/server/http/handle';
import { createBody } from '@/server/http/schemas';
import { designFor, purposes } from '@/server/purposes';
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
    const body = check(createBody, await readJson(request, bodyLimits.design));
    const blank = body.purpose ? designFor(body.purpose, body.name ?? 'Untitled') : null;
    const design = blank ?? (await readDesignGently(body.document, turn));
    return Response.json(await createDesign(db, owner, design), { status: 201 });
  },
  { rate: 'create' },
);

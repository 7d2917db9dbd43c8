import { bodyLimits, readJson } from '@/server/http/body';
import { check } from '@/server/http/check';
import { handle } from '@/server/http/handle';
import { linkBody } from '@/server/http/link-schemas';
import { designParams } from '@/server/http/schemas';
import { listLinks, makeLink } from '@/server/links';
import { drawAhead } from '@/server/links/pictures';

export const dynamic = 'force-dynamic';

type Params = { id: string };

/** The links by which clients see a design, with what was said there; the latest first. */
export const GET = handle<Params>(async ({ db, owner, params }) =>
  Response.json({ links: await listLinks(db, owner, check(designParams, params).id) }),
);

/** Makes a link that shows the design as it is stored now. */
export const POST = handle<Params>(
  async ({ db, owner, params, request }) => {
    const { id } = check(designParams, params);
    const wish = check(linkBody, await readJson(request, bodyLimits.small));
    const link = await makeLink(db, owner, id, wish);
    void drawAhead(db, link.id);
    return Response.json(link, { status: 201 });
  },
  { rate: 'create' },
);

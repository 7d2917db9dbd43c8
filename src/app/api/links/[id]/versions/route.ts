import { bodyLimits, readJson } from '@/server/http/body';
import { check } from '@/server/http/check';
import { handle } from '@/server/http/handle';
import { linkParams, versionBody } from '@/server/http/link-schemas';
import { showVersion } from '@/server/links';
import { drawAhead } from '@/server/links/pictures';

export const dynamic = 'force-dynamic';

/** Shows the design as it is stored now, beside what was shown before. */
export const POST = handle<{ id: string }>(
  async ({ db, owner, params, request }) => {
    const { id } = check(linkParams, params);
    const { note } = check(versionBody, await readJson(request, bodyLimits.small));
    const link = await showVersion(db, owner, id, note);
    void drawAhead(db, id);
    return Response.json(link, { status: 201 });
  },
  { rate: 'create' },
);

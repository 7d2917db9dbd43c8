import { getDesign } from '@/server/designs';
import { check, handle } from '@/server/http/handle';
import { designParams } from '@/server/http/schemas';

export const dynamic = 'force-dynamic';

/** The design as a file. */
export const GET = handle<{ id: string }>(async ({ db, owner, params }) => {
  const { document, name } = await getDesign(db, owner, check(designParams, params).id);
  return new Response(JSON.stringify(document, null, 1), {
    headers: {
      'content-type': 'application/json',
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}.json`,
    },
  });
});

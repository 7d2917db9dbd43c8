import { getDesignText } from '@/server/designs';
import { check, handle } from '@/server/http/handle';
import { designParams } from '@/server/http/schemas';

export const dynamic = 'force-dynamic';

/** The design as a file. */
export const GET = handle<{ id: string }>(async ({ db, owner, params }) => {
  const { text, name } = await getDesignText(db, owner, check(designParams, params).id);
  return new Response(text, {
    headers: {
      'content-type': 'application/json',
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}.json`,
    },
  });
});

import { setDeleted } from '@/server/designs';
import { check } from '@/server/http/check';
import { handle } from '@/server/http/handle';
import { designParams } from '@/server/http/schemas';

export const POST = handle<{ id: string }>(
  async ({ db, owner, params }) => {
    await setDeleted(db, owner, check(designParams, params).id, false);
    return new Response(null, { status: 204 });
  },
  { rate: 'create', bodies: null },
);

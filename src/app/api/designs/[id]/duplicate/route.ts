import { duplicateDesign } from '@/server/designs';
import { check } from '@/server/http/check';
import { handle } from '@/server/http/handle';
import { designParams } from '@/server/http/schemas';

export const POST = handle<{ id: string }>(
  async ({ db, owner, params }) =>
    Response.json(await duplicateDesign(db, owner, check(designParams, params).id), { status: 201 }),
  { rate: 'create', bodies: null },
);

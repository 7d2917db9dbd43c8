import { addressOf } from '@/server/http/address';
import { bodyLimits, readJson } from '@/server/http/body';
import { check } from '@/server/http/check';
import { passwordBody } from '@/server/http/link-schemas';
import { handleShared, passCookie } from '@/server/http/shared';
import { unlock } from '@/server/links/shared';

export const dynamic = 'force-dynamic';

/** Opens a link that has a password, for this browser. */
export const POST = handleShared<{ token: string }>(
  async ({ db, link, params, request }) => {
    const { password } = check(passwordBody, await readJson(request, bodyLimits.small));
    const pass = await unlock(db, link, password, addressOf(request));
    return new Response(null, {
      status: 204,
      headers: { 'set-cookie': passCookie(pass, params.token, request) },
    });
  },
  { rate: 'password', locked: true },
);

import { checkPass, linkOf, type OpenLink } from '../links/shared';
import { type Call, handle } from './handle';
import type { RateName } from './rates';

/** Name of the cookie that a browser shows which was told the password of a link. */
const passName = 'silent-compass-pass';

/** Days that a password need not be told again. */
const passDays = 30;

/** The pass that a request shows; empty for none. */
function passOf(request: Request): string {
  const all = request.headers.get('cookie') ?? '';
  const found = all
    .split(';')
    .map((c) => c.trim())
    .find((c) => c.startsWith(`${passName}=`));
  return found?.slice(passName.length + 1) ?? '';
}

/** The header that gives a browser a pass, for this link alone and out of reach of scripts (RFC 6265). */
export const passCookie = (pass: string, token: string, request: Request): string =>
  [
    `${passName}=${pass}`,
    `Path=/api/shared/${token}`,
    `Max-Age=${passDays * 24 * 3600}`,
    'HttpOnly',
    'SameSite=Strict',
    ...(new URL(request.url).protocol === 'https:' ? ['Secure'] : []),
  ].join('; ');

export interface SharedCall<P> extends Call<P> {
  readonly link: OpenLink;
}

interface Options {
  readonly rate?: RateName;
  /** Whether it is answered before a password was told. */
  readonly locked?: boolean;
}

/** A route handler behind a client’s link: it leads on, and its password was told where it has one. */
export const handleShared = <P extends { token: string }>(
  work: (call: SharedCall<P>) => Promise<Response>,
  { rate = 'read', locked = false }: Options = {},
) =>
  handle<P>(
    async (call) => {
      const link = await linkOf(call.db, call.params.token);
      if (!locked) checkPass(link, passOf(call.request));
      return work({ ...call, link });
    },
    { rate },
  );

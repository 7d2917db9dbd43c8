import { HttpError } from './errors';

/** Names under which the application may be asked for, beside this machine's own. */
const named = (): readonly string[] =>
  (process.env.COMPASS_HOSTS ?? '')
    .split(',')
    .map((h) => h.trim().toLowerCase())
    .filter(Boolean);

const own = new Set(['127.0.0.1', 'localhost', '[::1]']);

/** A host without its port, in small letters. */
const nameOf = (host: string): string => host.toLowerCase().replace(/:\d+$/, '');

/** Whether a request was sent to this application under a name of its own, so that no rebound name gets in. */
export function isOwnHost(host: string | null): boolean {
  if (!host) return false;
  const name = nameOf(host);
  return own.has(name) || named().includes(name);
}

/**
 * Why a request is not let in, or null. A page of another origin neither reads nor changes anything: browsers say where
 * a request comes from (Fetch Metadata, and Origin of RFC 6454), and what they cannot send across origins without
 * asking is asked for.
 */
export function shutOut(request: Request): string | null {
  const host = request.headers.get('host') ?? new URL(request.url).host;
  if (!isOwnHost(host)) return 'This address is not known here.';
  const site = request.headers.get('sec-fetch-site');
  if (site && site !== 'same-origin' && site !== 'none') return 'Another page may not ask for this.';
  const origin = request.headers.get('origin');
  if (origin !== null && !URL.canParse(origin)) return 'Another page may not ask for this.';
  if (origin !== null && new URL(origin).host.toLowerCase() !== host.toLowerCase())
    return 'Another page may not ask for this.';
  return null;
}

const withBody = new Set(['POST', 'PATCH']);

/** @throws HttpError where a request may not come in, or its body is not of a kind that is taken; null where none is read. */
export function checkDoor(request: Request, bodies: readonly string[] | null): void {
  const why = shutOut(request);
  if (why) throw new HttpError(403, why);
  if (!withBody.has(request.method) || !bodies) return;
  const type = request.headers.get('content-type')?.split(';')[0].trim().toLowerCase() ?? '';
  if (!bodies.includes(type)) throw new HttpError(415, `The body must be ${bodies.join(' or ')}.`);
}

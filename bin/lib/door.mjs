// What stands before the application: who asks is told by the connection, and what is no proper request gets no farther.
import { METHODS } from 'node:http';
import { isIP } from 'node:net';

/** Addresses of proxies that are believed when they say whom they ask for (COMPASS_PROXIES, between commas). */
const believed = proxiesIn(process.env.COMPASS_PROXIES ?? '');

/** An address in one form: one of version 4 within version 6 as itself (RFC 4291, 2.5.5.2). */
function plain(address) {
  return address.replace(/^::ffff:(?=\d+\.\d+\.\d+\.\d+$)/i, '');
}

/** Returns the addresses of a list with commas between them; none of an empty one. */
export function proxiesIn(list) {
  return new Set(
    list
      .split(',')
      .map((a) => plain(a.trim()))
      .filter(Boolean),
  );
}

/** Returns the address that a request came from: of the connection, or as far back as proxies say that are trusted. */
export function callerOf(socketAddress, forwarded, trusted = believed) {
  let address = plain(socketAddress ?? '');
  const said = String(forwarded ?? '').split(',');
  while (trusted.has(address) && said.length) {
    const before = plain(said.pop().trim());
    if (!isIP(before)) break;
    address = before;
  }
  return address;
}

const taken = new Set(['GET', 'HEAD', 'POST', 'PATCH', 'PUT', 'DELETE', 'OPTIONS']);

/** Returns why a request is not let in, as a status and words; null where it is. */
export function refusalOf(method, url) {
  if (!taken.has(method))
    return { status: METHODS.includes(method) ? 405 : 501, message: `“${method}” is not answered here.` };
  try {
    decodeURIComponent(url);
  } catch {
    return { status: 400, message: 'The address has characters that are none.' };
  }
  return url.includes('%00') ? { status: 400, message: 'The address has characters that are none.' } : null;
}

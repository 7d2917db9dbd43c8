import { type NextRequest, NextResponse } from 'next/server';
import { isOwnHost } from './server/http/door';

/** What a page may load and run: nothing but its own, and of scripts only those that this answer names. */
const policyFor = (nonce: string, developing: boolean): string =>
  [
    `default-src 'self'`,
    // Faces and pixels are worked out by WebAssembly.
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic' 'wasm-unsafe-eval'${developing ? " 'unsafe-eval'" : ''}`,
    // Styles are made while the page is shown.
    `style-src 'self' 'unsafe-inline'`,
    `img-src 'self' data: blob:`,
    `font-src 'self'`,
    `connect-src 'self'${developing ? ' ws:' : ''}`,
    `worker-src 'self' blob:`,
    `object-src 'none'`,
    `base-uri 'none'`,
    `form-action 'self'`,
    `frame-ancestors 'none'`,
  ].join('; ');

const refused = (status: number, message: string) => NextResponse.json({ message, details: [] }, { status });

function isReadable(address: string): boolean {
  try {
    decodeURIComponent(address);
    return true;
  } catch {
    return false;
  }
}

/** Looks at requests for pages before anything else does: their name, their address, and what the page may do. */
export function proxy(request: NextRequest): NextResponse {
  if (!isOwnHost(request.headers.get('host'))) return refused(403, 'This address is not known here.');
  if (!isReadable(request.nextUrl.pathname)) return refused(400, 'This address cannot be read.');
  const nonce = btoa(String.fromCharCode(...crypto.getRandomValues(new Uint8Array(16))));
  const policy = policyFor(nonce, process.env.NODE_ENV === 'development');
  const headers = new Headers(request.headers);
  headers.set('content-security-policy', policy);
  headers.set('x-nonce', nonce);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('content-security-policy', policy);
  return response;
}

export const config = {
  matcher: [
    '/((?!api/|_next/static/|fonts/).*)',
    // Bodies go straight to their handlers, which count them and check the rest.
    { source: '/api/:path*', missing: [{ type: 'header', key: 'content-type' }] },
  ],
};

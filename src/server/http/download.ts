import { Readable } from 'node:stream';

/** A file as an answer to be saved under a name (RFC 6266, RFC 8187), read as it is sent. */
export function download(
  bytes: AsyncIterable<Uint8Array>,
  name: string,
  media: string,
  size?: number,
): Response {
  const headers = new Headers({
    'content-type': media,
    'cache-control': 'no-store',
    'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
    // What is shown of an SVG runs nothing.
    'content-security-policy':
      "default-src 'none'; style-src 'unsafe-inline'; img-src data:; font-src data:; sandbox",
  });
  if (size !== undefined) headers.set('content-length', String(size));
  return new Response(Readable.toWeb(Readable.from(bytes, { objectMode: false })) as ReadableStream, {
    headers,
  });
}

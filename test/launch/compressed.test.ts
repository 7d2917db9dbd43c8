import { createServer, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { brotliDecompressSync, gunzipSync } from 'node:zlib';
import { afterEach, describe, expect, it } from 'vitest';
import { sendCompressed } from '../../bin/lib/compressed.mjs';

const parts = JSON.stringify(
  Array.from({ length: 20_000 }, (_, n) => ({ id: `part-${n}`, kind: 'ellipse' })),
);
const closing: (() => void)[] = [];
afterEach(() => {
  for (const close of closing.splice(0)) close();
});

/** What comes over the wire of an answer, as it was sent. */
async function sent(answer: (response: ServerResponse) => void, takes: string) {
  const server = createServer((request, response) => {
    sendCompressed(request, response);
    answer(response);
  });
  await new Promise<void>((r) => server.listen(0, '127.0.0.1', r));
  closing.push(() => server.close());
  const { request } = await import('node:http');
  return new Promise<{ encoding: string | undefined; vary: string | undefined; bytes: Buffer }>(
    (resolve, reject) =>
      request(
        { port: (server.address() as AddressInfo).port, headers: { 'accept-encoding': takes } },
        async (response) => {
          const chunks: Buffer[] = [];
          for await (const chunk of response) chunks.push(chunk as Buffer);
          const { headers } = response;
          resolve({
            encoding: headers['content-encoding'],
            vary: headers.vary,
            bytes: Buffer.concat(chunks),
          });
        },
      )
        .on('error', reject)
        .end(),
  );
}

const asList = (response: ServerResponse) => {
  // As Node keeps a header that was appended rather than set.
  response.appendHeader('content-type', ['application/json']);
  response.flushHeaders();
  for (let at = 0; at < parts.length; at += 65_536) response.write(parts.slice(at, at + 65_536));
  response.end();
};

describe('compressed answers', () => {
  it('go out in the coding that their reader takes, whole', async () => {
    const gzip = await sent(asList, 'gzip');
    expect([gzip.encoding, gzip.vary]).toEqual(['gzip', 'Accept-Encoding']);
    expect(gunzipSync(gzip.bytes).toString()).toBe(parts);
    expect(gzip.bytes.length).toBeLessThan(parts.length / 5);
    const brotli = await sent(asList, 'gzip, br');
    expect(brotliDecompressSync(brotli.bytes).toString()).toBe(parts);
  });

  it('stay as they are for readers that take none, and where nothing is gained', async () => {
    const plain = await sent(asList, 'identity');
    expect([plain.encoding, plain.bytes.toString()]).toEqual([undefined, parts]);
    const picture = await sent((response) => {
      response.setHeader('content-type', 'image/png');
      response.end(Buffer.alloc(5000));
    }, 'gzip');
    expect([picture.encoding, picture.bytes.length]).toEqual([undefined, 5000]);
    const short = await sent((response) => {
      response.setHeader('content-type', 'application/json');
      response.end('{}');
    }, 'gzip');
    expect([short.encoding, short.bytes.toString()]).toEqual([undefined, '{}']);
  });
});

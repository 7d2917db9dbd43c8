import { promisify } from 'node:util';
import { deflateRaw } from 'node:zlib';
import { type BlockPlace, differences } from '@/core';
import { check } from '@/server/http/check';
import { handle } from '@/server/http/handle';
import { blockParams } from '@/server/http/schemas';
import { imageBlock } from '@/server/images';

export const dynamic = 'force-dynamic';

const packed = promisify(deflateRaw);

/** A block of a picture’s pixels, each less the one before it, deflated (RFC 1951); its id says what is in it, so it never changes. */
export const GET = handle<{ id: string } & { [K in keyof BlockPlace]: string }>(
  async ({ db, owner, params }) => {
    const { id, ...place } = check(blockParams, params);
    const block = await imageBlock(db, owner, id, place);
    return new Response(new Uint8Array(await packed(differences(block), { level: 1 })), {
      headers: {
        'content-type': 'application/octet-stream',
        'cache-control': 'private, max-age=31536000, immutable',
      },
    });
  },
  { rate: 'block' },
);

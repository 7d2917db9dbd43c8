import { setImmediate as turn } from 'node:timers/promises';
import { BadRequest, HttpError } from './errors';

/** Largest bodies, in bytes. */
export const bodyLimits = { small: 64 << 10, change: 16 << 20, design: 24 << 20 } as const;

/** Bytes of a piece that are looked at before others have their turn. */
const stretch = 1 << 20;

/**
 * The body of a request, counted while it comes.
 * @param look is shown each piece, and may refuse it by an error
 * @throws HttpError 413 as soon as it is too large.
 */
export async function readBytes(
  request: Request,
  limit: number,
  look: (piece: Uint8Array) => void = () => undefined,
): Promise<Uint8Array> {
  const tooLarge = () =>
    new HttpError(413, `That is more than one request can carry (${limit >> 20 || 1} MB).`);
  if (Number(request.headers.get('content-length') ?? 0) > limit) {
    await request.body?.cancel();
    throw tooLarge();
  }
  if (!request.body) return new Uint8Array();
  const pieces: Uint8Array[] = [];
  let size = 0;
  const reader = request.body.getReader();
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    size += value.byteLength;
    if (size > limit) {
      await reader.cancel();
      throw tooLarge();
    }
    try {
      for (let at = 0; at < value.byteLength; at += stretch) {
        if (at) await turn();
        look(value.subarray(at, at + stretch));
      }
    } catch (e) {
      await reader.cancel();
      throw e;
    }
    pieces.push(value);
  }
  return Buffer.concat(pieces, size);
}

const utf8 = new TextDecoder('utf-8', { fatal: true });

/** Returns what JSON stands for. @throws BadRequest where it is none. */
export function parsed(bytes: Uint8Array): unknown {
  try {
    return JSON.parse(utf8.decode(bytes));
  } catch {
    throw new BadRequest('The request is not JSON in UTF-8.');
  }
}

/** The body of a request as JSON. @throws BadRequest where it is none; HttpError where it is too large. */
export async function readJson(request: Request, limit: number): Promise<unknown> {
  return parsed(await readBytes(request, limit));
}

import { BadRequest, HttpError } from './errors';

/** Largest bodies, in bytes. */
export const bodyLimits = { small: 64 << 10, change: 16 << 20, design: 24 << 20 } as const;

/** The body of a request, counted while it comes. @throws HttpError 413 as soon as it is too large. */
export async function readBytes(request: Request, limit: number): Promise<Uint8Array> {
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
    pieces.push(value);
  }
  return Buffer.concat(pieces, size);
}

const utf8 = new TextDecoder('utf-8', { fatal: true });

/** The body of a request as JSON. @throws BadRequest where it is none; HttpError where it is too large. */
export async function readJson(request: Request, limit: number): Promise<unknown> {
  const bytes = await readBytes(request, limit);
  try {
    return JSON.parse(utf8.decode(bytes));
  } catch {
    throw new BadRequest('The request is not JSON in UTF-8.');
  }
}

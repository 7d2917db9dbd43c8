import { bodyLimits, readBytes } from '../http/body';
import { JsonCount } from '../http/json-count';
import { type BodyKind, type Read, readAs } from './readers';
import { readingThread } from './reading-thread';

/** Bytes of the largest body of each kind. */
const limits: Readonly<Record<BodyKind, number>> = {
  create: bodyLimits.design,
  change: bodyLimits.change,
  delivery: bodyLimits.change,
};

/** Bodies of more bytes than this are read in a thread of their own. */
const readHere = 256 << 10;

/**
 * Returns what the body of a request holds, checked. It is counted while it comes, before anything is made of it.
 * @throws BadRequest or DesignError naming what is wrong; HttpError 413 where it is too much; Busy.
 */
export async function readBody<K extends BodyKind>(request: Request, kind: K): Promise<Read<K>> {
  const count = new JsonCount();
  const bytes = await readBytes(request, limits[kind], (piece) => count.add(piece));
  return bytes.length <= readHere ? readAs(kind, bytes) : readingThread.read(kind, bytes);
}

import { open } from 'node:fs/promises';
import type { Transaction } from 'kysely';
import type { Database, Tables } from '../database';
import { NotFound } from '../http/errors';

/** Bytes of a piece. */
const pieceSize = 1 << 20;

/** Keeps a finished file, piece by piece. */
export async function keepFile(
  tx: Transaction<Tables>,
  delivery: string,
  number: number,
  path: string,
): Promise<void> {
  const file = await open(path, 'r');
  try {
    for (let piece = 0; ; piece++) {
      const bytes = Buffer.allocUnsafe(pieceSize);
      const { bytesRead } = await file.read(bytes, 0, pieceSize, piece * pieceSize);
      if (!bytesRead) return;
      await tx
        .insertInto('delivery_pieces')
        .values({ delivery_id: delivery, number, piece, bytes: bytes.subarray(0, bytesRead) })
        .execute();
    }
  } finally {
    await file.close();
  }
}

/** The bytes of a finished file in order. @throws NotFound where they go while they are read. */
export async function* piecesOf(
  db: Database,
  delivery: string,
  number: number,
  size: number,
): AsyncGenerator<Buffer> {
  const count = Math.ceil(size / pieceSize);
  for (let piece = 0; piece < count; piece++) {
    const found = await db
      .selectFrom('delivery_pieces')
      .select('bytes')
      .where('delivery_id', '=', delivery)
      .where('number', '=', number)
      .where('piece', '=', piece)
      .executeTakeFirst();
    if (!found) throw new NotFound('This file is not kept any more.');
    yield found.bytes;
  }
}

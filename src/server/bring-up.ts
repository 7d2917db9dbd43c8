import { setImmediate as turn } from 'node:timers/promises';
import type { Transaction } from 'kysely';
import { formatVersion } from '@/core';
import { readDesignGently } from '@/core/reading';
import type { Database, StoredHead, Tables } from './database';
import { type DesignText, getDesignText } from './designs';
import { headOf, loadPieces, savePieces } from './pieces';

/**
 * The head of a design as the present version has it. What an earlier version stored is read as ever and left alone
 * until the first change comes: then all of it is stored as it is read, so that the change finds what it names.
 * @throws DesignError where it cannot be read.
 */
export async function broughtUp(tx: Transaction<Tables>, id: string, head: StoredHead): Promise<StoredHead> {
  if (head.version === formatVersion) return head;
  const before = await loadPieces(tx, id, head, { parts: 'all', orders: 'all' });
  const after = await readDesignGently(before, turn);
  await savePieces(tx, id, before, after);
  const now = headOf(after);
  await tx
    .updateTable('designs')
    .set({ head: JSON.stringify(now) })
    .where('id', '=', id)
    .execute();
  return now;
}

/**
 * A design as JSON text, as the present version has it: what is stored goes through without being read, unless an
 * earlier version stored it.
 * @throws NotFound where the owner has no such design.
 * @throws DesignError where it cannot be read.
 */
export async function getPresentText(db: Database, owner: string, id: string): Promise<DesignText> {
  const { version, ...design } = await getDesignText(db, owner, id);
  if (version === formatVersion) return design;
  return { ...design, text: JSON.stringify(await readDesignGently(JSON.parse(design.text), turn)) };
}

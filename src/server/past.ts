import { setImmediate as turn } from 'node:timers/promises';
import { applyPatch, type Design, type DesignEntry, type PastState, PatchError } from '@/core';
import { readDesignGently } from '@/core/reading';
import { getPresentText } from './bring-up';
import { listChanges } from './changes';
import type { Database } from './database';
import { getEntry } from './designs';
import { Conflict } from './http/errors';

/** States that are listed at most, the latest first. */
const mostStates = 400;

/** Earlier states of a design, the latest first. @throws NotFound where the owner has no such design. */
export async function listPast(db: Database, owner: string, id: string): Promise<PastState[]> {
  await getEntry(db, owner, id);
  const rows = await db
    .selectFrom('changes')
    .select(['seq', 'label', 'created_at'])
    .where('design_id', '=', id)
    .orderBy('seq', 'desc')
    .limit(mostStates)
    .execute();
  return rows.map((r) => ({ seq: r.seq, label: r.label, at: r.created_at.toISOString() }));
}

/**
 * A design as it was after its change `seq`, what came later taken back; 0 is how it began.
 * @throws NotFound where the owner has no such design.
 * @throws Conflict where that lies too far back.
 */
export async function getPast(
  db: Database,
  owner: string,
  id: string,
  seq: number,
): Promise<DesignEntry & { readonly document: Design }> {
  const { text, ...entry } = await getPresentText(db, owner, id);
  let document = JSON.parse(text) as Design;
  const later = (await listChanges(db, owner, id, seq)).filter((c) => c.seq <= entry.seq);
  try {
    for (const change of later.reverse()) {
      document = applyPatch(document, change.inverse);
      await turn();
    }
  } catch (e) {
    if (!(e instanceof PatchError)) throw e;
    throw new Conflict('The design cannot be brought back so far: it was stored by an earlier version then.');
  }
  return { ...entry, seq: Math.min(seq, entry.seq), document: await readDesignGently(document, turn) };
}

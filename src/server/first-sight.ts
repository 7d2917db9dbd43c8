import { database } from './database';
import { isDatabaseAway } from './http/answers';
import { designParams } from './http/schemas';
import { ensureOwner } from './owners';
import { lastPictureSeq } from './stored-pictures';

/**
 * Returns the number of the change that the stored picture of a design shows, for the page to begin with; null where there is none, or
 * the database does not answer: the editor says so then.
 */
export async function firstSight(id: string): Promise<number | null> {
  if (designParams.validate({ id }).error) return null;
  try {
    const db = database();
    return await lastPictureSeq(db, await ensureOwner(db), id);
  } catch (e) {
    if (isDatabaseAway(e)) return null;
    throw e;
  }
}

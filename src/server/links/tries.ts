import { sql, type Transaction } from 'kysely';
import type { Database, Tables } from '../database';
import { HttpError } from '../http/errors';

/** What is counted behind a link: so many in so many minutes, from one address and from all together. */
const limits = {
  password: { minutes: 10, fromOne: 8, fromAll: 60 },
  comment: { minutes: 60, fromOne: 100, fromAll: 1000 },
  decision: { minutes: 60, fromOne: 30, fromAll: 200 },
} as const;

export type Tried = keyof typeof limits;

/**
 * Counts something that is done behind a link, whichever process does it and whatever the program was started again in between.
 * Others at the same link wait until the transaction is over.
 * @throws HttpError 429 where there was too much of it lately.
 */
export async function countTry(
  tx: Transaction<Tables>,
  linkId: string,
  what: Tried,
  address: string,
): Promise<void> {
  const { minutes, fromOne, fromAll } = limits[what];
  await tx.selectFrom('client_links').select('id').where('id', '=', linkId).forUpdate().execute();
  const counted = { link_id: linkId, what };
  const since = sql<Date>`clock_timestamp() - make_interval(mins => ${minutes})`;
  await tx
    .deleteFrom('link_tries')
    .where((eb) => eb.and(counted))
    .where('created_at', '<', since)
    .execute();
  const { all, own } = await tx
    .selectFrom('link_tries')
    .select(({ fn }) => [
      fn.countAll<string>().as('all'),
      fn.countAll<string>().filterWhere('address', '=', address).as('own'),
    ])
    .where((eb) => eb.and(counted))
    .executeTakeFirstOrThrow();
  if (Number(own) >= fromOne || Number(all) >= fromAll)
    throw new HttpError(429, 'Too often in a short time. Wait some minutes.');
  await tx
    .insertInto('link_tries')
    .values({ ...counted, address })
    .execute();
}

/** Forgets what was counted from an address: it has shown that it may. */
export async function forgetTries(db: Database, linkId: string, what: Tried, address: string): Promise<void> {
  await db
    .deleteFrom('link_tries')
    .where((eb) => eb.and({ link_id: linkId, what, address }))
    .execute();
}

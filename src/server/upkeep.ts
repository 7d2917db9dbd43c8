import { sql } from 'kysely';
import { type Database, database } from './database';
import { keptDays } from './delivery';
import { isDatabaseAway } from './http/answers';

/** Days that a deleted design can be brought back, and that a font or a picture is kept which no design uses. */
export const keptFor = { deletedDesigns: 30, unusedFonts: 90, unusedImages: 90 } as const;

const hour = 3_600_000;

/** Removes for good what was deleted, or used nowhere, for longer than is said. Returns how many of each. */
export async function purge(db: Database): Promise<{ designs: number; fonts: number; images: number }> {
  const designs = await sql`delete from designs
    where deleted_at < now() - make_interval(days => ${keptFor.deletedDesigns})`.execute(db);
  const fonts = await sql`delete from fonts f
    where f.created_at < now() - make_interval(days => ${keptFor.unusedFonts})
      and not exists (select 1 from designs d join design_parts p on p.design_id = d.id
        where d.owner_id = f.owner_id and p.body->'source'->>'kind' = 'lettering'
          and position(f.id in p.body::text) > 0)`.execute(db);
  const images = await sql`delete from images i
    where i.created_at < now() - make_interval(days => ${keptFor.unusedImages})
      and not exists (select 1 from designs d left join design_parts p on p.design_id = d.id
        where d.owner_id = i.owner_id
          and (position(i.id in p.body::text) > 0 or position(i.id in d.head::text) > 0))`.execute(db);
  await sql`delete from deliveries where created_at < now() - make_interval(days => ${keptDays})`.execute(db);
  // What nobody can see any more is drawn again where a link is given again.
  await sql`delete from link_pictures p using client_links l where l.id = p.link_id
    and (l.revoked or l.expires_at < now() - make_interval(days => ${keptDays}))`.execute(db);
  return {
    images: Number(images.numAffectedRows ?? 0),
    designs: Number(designs.numAffectedRows ?? 0),
    fonts: Number(fonts.numAffectedRows ?? 0),
  };
}

/** Purges now and every hour from now on. */
export function keepUp(): void {
  const once = () =>
    purge(database()).catch((e: unknown) => {
      // With the database away it is done the next time.
      if (!isDatabaseAway(e)) console.error(e);
    });
  void once();
  setInterval(once, hour).unref();
}

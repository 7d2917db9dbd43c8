import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { sql } from 'kysely';
import { formats, imageIdsIn, inTruePixels, type linkWidths } from '@/core';
import type { Database } from '../database';
import { lanes, timeFor } from '../drawing';
import { Exhausted } from '../drawing/lane';
import { fontFiles } from '../fonts';
import { isDatabaseAway } from '../http/answers';
import { HttpError, NotFound } from '../http/errors';
import { imageFiles } from '../images';
import { isFresh } from '../stored-pictures';
import { withFolder } from '../temporary';
import { isShown, type LinkRow } from './view';

export interface WantedPicture {
  readonly version: number;
  readonly of: string;
  /** Pixels, one of those that pictures are drawn in. */
  readonly width: (typeof linkWidths)[number];
}

/** Pictures that are being drawn: who asks again meanwhile gets the same. */
const underWay = new Map<string, Promise<Buffer>>();

/** Bytes of pictures that are kept of an owner’s links: those drawn longest ago go first, and are drawn again where they are asked for. */
const mostBytes = 4 * 2 ** 30;

const makeRoom = (db: Database, owner: string) =>
  sql`delete from link_pictures p using (
    select p.link_id, p.version, p.subject, p.width, sum(octet_length(p.png)) over (
      order by p.created_at desc, p.link_id, p.version, p.subject, p.width) as held
    from link_pictures p join client_links l on l.id = p.link_id where l.owner_id = ${owner}
  ) old where old.held > ${mostBytes} and (p.link_id, p.version, p.subject, p.width) =
    (old.link_id, old.version, old.subject, old.width)`.execute(db);

/** The proofs of a sheet are in true pixels: they are drawn so, in one size. */
const sizeOf = ({ of, width }: WantedPicture): object =>
  inTruePixels(of) ? { by: 'scale', scale: 1 } : { by: 'width', pixels: width };

function drawn(db: Database, row: LinkRow, wanted: WantedPicture, text: string): Promise<Buffer> {
  return withFolder(async (folder) => {
    const file = path.join(folder, 'picture.png');
    const params = { ...formats.png.defaults, of: wanted.of, ...sizeOf(wanted) };
    const set = { pattern: '{name}', rows: [{ id: 'picture', kind: 'png', on: true, params }] };
    const fonts = await fontFiles(db, row.owner_id, text);
    const images = await imageFiles(db, row.owner_id, imageIdsIn(text));
    await lanes().links.run(
      { kind: 'deliver', text, set, number: 0, fonts, images, file },
      { by: row.id, time: timeFor(wanted.width ** 2) },
    );
    return readFile(/* turbopackIgnore: true */ file);
  });
}

/**
 * A PNG of what a version of a link shows; it is drawn once and kept as long as the link is.
 * @throws NotFound where the link shows no such thing; HttpError where it cannot be drawn.
 */
export async function linkPicture(db: Database, row: LinkRow, wanted: WantedPicture): Promise<Buffer> {
  const { id } = row;
  if (!isShown(row, wanted.of)) throw new NotFound('This is not shown any more.');
  const width = inTruePixels(wanted.of) ? 0 : wanted.width;
  const key = { link_id: id, version: wanted.version, subject: wanted.of, width };
  const known = await db
    .selectFrom('link_pictures')
    .select(['png', 'fault', 'created_at'])
    .where((eb) => eb.and(key))
    .executeTakeFirst();
  if (known?.fault && isFresh(known.created_at)) throw new HttpError(422, known.fault);
  if (known?.png) return known.png;
  const version = await db
    .selectFrom('link_versions')
    .select(['document', 'subjects'])
    .where('link_id', '=', id)
    .where('number', '=', wanted.version)
    .executeTakeFirst();
  if (!version?.subjects.some((s) => s.of === wanted.of)) throw new NotFound('This is not shown any more.');
  const keep = (made: { png?: Buffer; fault?: string }) => {
    const values = { png: made.png ?? null, fault: made.fault ?? null, created_at: new Date() };
    return db
      .insertInto('link_pictures')
      .values({ ...key, ...values })
      .onConflict((c) =>
        c.constraint('link_pictures_key').doUpdateSet(values).where('link_pictures.png', 'is', null),
      )
      .execute();
  };
  const name = JSON.stringify(key);
  let work = underWay.get(name);
  if (!work) {
    work = drawn(db, row, wanted, version.document)
      .then(async (png) => {
        await keep({ png });
        await makeRoom(db, row.owner_id);
        return png;
      })
      .catch(async (e: unknown) => {
        if (e instanceof Exhausted) await keep({ fault: e.message });
        throw e;
      })
      .finally(() => underWay.delete(name));
    underWay.set(name, work);
  }
  return work;
}

/** The widths that clients see first, on a screen and on a telephone. */
const firstWidths = [1200, 480] as const satisfies readonly WantedPicture['width'][];

/** Whether a picture cannot be kept since its link is gone (PostgreSQL, appendix A: a foreign key). */
const wasRemoved = (e: unknown): boolean => (e as { code?: string }).code === '23503';

/**
 * Draws what the latest version of a link shows, one picture after another, so that nobody who opens it waits for them. What cannot
 * be drawn is told where it is looked at.
 */
export async function drawAhead(db: Database, id: string): Promise<void> {
  try {
    const row = await db.selectFrom('client_links').selectAll().where('id', '=', id).executeTakeFirst();
    const latest = await db
      .selectFrom('link_versions')
      .select(['number', 'subjects'])
      .where('link_id', '=', id)
      .orderBy('number', 'desc')
      .executeTakeFirst();
    if (!row || !latest) return;
    for (const { of } of latest.subjects)
      for (const width of inTruePixels(of) ? firstWidths.slice(0, 1) : firstWidths)
        await linkPicture(db, row, { version: latest.number, of, width }).catch((e: unknown) => {
          if (!(e instanceof HttpError)) throw e;
        });
  } catch (e) {
    if (!isDatabaseAway(e) && !wasRemoved(e)) console.error(e);
  }
}

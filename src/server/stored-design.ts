import { type Design, imageIdsIn, provideImages } from '@/core';
import { parseDesign } from '@/core/reading';
import { connect } from './database';
import { getDesignText } from './designs';
import { closeLanes } from './drawing';
import { takeFaces } from './faces';
import { imageFiles } from './images';
import { openImages } from './images/open-images';
import { ensureOwner } from './owners';

/** Returns a design by its id from the database that the environment names, its faces and pictures at hand. @throws Error where it is not there. */
export async function storedDesign(id: string): Promise<Design> {
  const db = connect(process.env.DATABASE_URL ?? '');
  try {
    const owner = await ensureOwner(db);
    const { text } = await getDesignText(db, owner, id.toLowerCase());
    const design = parseDesign(text);
    await takeFaces(design, { db, owner });
    provideImages(openImages(await imageFiles(db, owner, imageIdsIn(text))));
    return design;
  } finally {
    closeLanes();
    await db.destroy();
  }
}

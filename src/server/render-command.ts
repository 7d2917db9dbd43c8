/** npm run render -- <design file or id> [--sheet NAME] [--width PIXELS] [--dpi N] [--no-ground] [--depth 16] --out FILE */
import { createWriteStream, existsSync, readFileSync } from 'node:fs';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { parseArgs } from 'node:util';
import { type Design, imageIdsIn, provideImages } from '@/core';
import { parseDesign } from '@/core/reading';
import { connect } from './database';
import { getDesignText } from './designs';
import { lanes } from './drawing';
import { takeFaces } from './faces';
import { imageFiles } from './images';
import { openImages } from './images/open-images';
import { limitsFromEnvironment } from './limits';
import { ensureOwner } from './owners';
import { picturePng } from './pictures';

/** A design from a file, or by its id from the database; with the faces it is set in at hand. */
async function load(wanted: string): Promise<Design> {
  if (existsSync(wanted)) {
    const design = parseDesign(readFileSync(wanted, 'utf8'));
    await takeFaces(design, null);
    if (imageIdsIn(JSON.stringify(design)).length)
      throw new Error('Pictures are placed in it, which only the database has: say the id of the design.');
    return design;
  }
  if (!/^[0-9a-f]{8}-[0-9a-f-]{27}$/i.test(wanted))
    throw new Error(`There is no file “${wanted}”, and it is not a design’s id.`);
  const db = connect(process.env.DATABASE_URL ?? '');
  try {
    const owner = await ensureOwner(db);
    const { text } = await getDesignText(db, owner, wanted.toLowerCase());
    const design = parseDesign(text);
    await takeFaces(design, { db, owner });
    provideImages(openImages(await imageFiles(db, owner, imageIdsIn(text))));
    return design;
  } finally {
    lanes().pictures.close();
    await db.destroy();
  }
}

async function main(): Promise<void> {
  const { positionals, values } = parseArgs({
    allowPositionals: true,
    options: {
      sheet: { type: 'string' },
      width: { type: 'string' },
      dpi: { type: 'string', default: '96' },
      depth: { type: 'string', default: '8' },
      out: { type: 'string' },
      'no-ground': { type: 'boolean', default: false },
    },
  });
  const [wanted] = positionals;
  if (!wanted || !values.out)
    throw new Error('Say which design and where to: npm run render -- DESIGN --width 4096 --out FILE.png');
  const design = await load(wanted);
  const sheet =
    design.sheets.find((s) => s.name === values.sheet || s.id === values.sheet) ?? design.sheets[0];
  const width = values.width === undefined ? sheet.width : Number(values.width);
  const dpi = Number(values.dpi);
  if (!(width >= 1) || !Number.isFinite(width))
    throw new Error('The width must be a number of pixels of at least 1.');
  if (!(dpi >= 1 && dpi <= 10_000)) throw new Error('The dpi must lie between 1 and 10,000.');
  const depth = Number(values.depth);
  if (depth !== 8 && depth !== 16) throw new Error('The depth is 8 or 16 bits a channel.');
  limitsFromEnvironment();
  const png = picturePng(design, {
    sheet: values.sheet,
    width,
    dpi,
    ground: !values['no-ground'],
    depth,
  });
  await pipeline(Readable.from(png), createWriteStream(values.out));
  console.log(values.out);
}

main().catch((e: unknown) => {
  console.error((e as Error).message);
  process.exitCode = 1;
});

import { readFileSync } from 'node:fs';
import { brotliCompressSync } from 'node:zlib';
import fc from 'fast-check';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { GET as getPicture } from '@/app/api/designs/[id]/picture/route';
import { POST as postDesign } from '@/app/api/designs/route';
import { GET as getFont } from '@/app/api/fonts/[id]/route';
import { GET as getFonts, POST as postFont } from '@/app/api/fonts/route';
import { FontFault, makeCoat, makeDesign, makePart, makeSource, type OwnFont, origin } from '@/core';
import { openFace } from '@/core/shaping';
import { type Database, database } from '@/server/database';
import { closeLanes } from '@/server/drawing';
import { migrate } from '@/server/migrations';
import { unpackFont } from '@/server/woff';
import { none, post, url } from './requests';

const file = (at: string) => new Uint8Array(readFileSync(`node_modules/source-sans/${at}`));
const ttf = file('TTF/SourceSans3-Regular.ttf');
const send = (bytes: Uint8Array) =>
  postFont(
    new Request(url('fonts'), {
      method: 'POST',
      body: new Uint8Array(bytes),
      headers: { 'content-type': 'application/octet-stream' },
    }),
    none,
  );
const fetchFont = (id: string) =>
  getFont(new Request(url(`fonts/${id}`)), { params: Promise.resolve({ id }) });

let db: Database;

beforeAll(async () => {
  if (!process.env.DATABASE_URL)
    throw new Error('The server tests need PostgreSQL: run them with “npm test”.');
  db = database();
  await migrate(db);
});

afterAll(async () => {
  closeLanes();
  await db.deleteFrom('fonts').where('name', 'like', 'Source Sans%').execute();
  await db.destroy();
});

const order = { from: 0, to: 4, rightToLeft: false, script: 'Latn', features: [] };

describe('fonts of one’s own', () => {
  it('are checked, kept once, listed, and given back as the font that was packed', async () => {
    const first = await send(ttf);
    expect(first.status).toBe(201);
    const font = (await first.json()) as OwnFont;
    expect(font.name).toMatch(/^Source Sans/);
    expect(font.licence).toMatch(/Open Font License/);
    expect(((await (await send(ttf)).json()) as OwnFont).id).toBe(font.id);
    const { fonts } = (await (await getFonts(new Request(url('fonts')), none)).json()) as {
      fonts: OwnFont[];
    };
    expect(fonts.filter((f) => f.id === font.id)).toHaveLength(1);
    const back = new Uint8Array(await (await fetchFont(font.id)).arrayBuffer());
    expect(Buffer.from(back).equals(Buffer.from(ttf))).toBe(true);
    expect((await fetchFont(`own-${'0'.repeat(40)}`)).status).toBe(404);
    expect((await fetchFont('own-x')).status).toBe(400);
  });

  it.each([
    'WOFF/TTF/SourceSans3-Regular.ttf.woff',
    'WOFF2/TTF/SourceSans3-Regular.ttf.woff2',
    'OTF/SourceSans3-Regular.otf',
    'WOFF/OTF/SourceSans3-Regular.otf.woff',
    'WOFF2/OTF/SourceSans3-Regular.otf.woff2',
  ])('%s: shapes as the TrueType file does', async (at) => {
    const answer = await send(file(at));
    expect(answer.status).toBe(201);
    const { id } = (await answer.json()) as OwnFont;
    const advances = (face: ReturnType<typeof openFace> | undefined) =>
      face
        ?.at({})
        .shape('Tarn', order)
        .map((g) => g.advance);
    const back = new Uint8Array(await (await fetchFont(id)).arrayBuffer());
    expect(advances(openFace(id, back))).toEqual(advances(openFace('plain', ttf)));
  });

  it('that are broken are refused with the reason, and nothing is kept', async () => {
    const before = (await db.selectFrom('fonts').select('id').where('name', 'like', 'Source Sans%').execute())
      .length;
    const woff = file('WOFF/TTF/SourceSans3-Regular.ttf.woff');
    const woff2 = file('WOFF2/TTF/SourceSans3-Regular.ttf.woff2');
    for (const [bytes, word] of [
      [new Uint8Array(3), /too short/],
      [new TextEncoder().encode('not a font, whatever it says of itself'), /no TrueType/],
      [woff.slice(0, 70), /breaks off/],
      [woff.slice(0, woff.length >> 1), /breaks off/],
      [woff2.slice(0, woff2.length >> 1), /damaged/],
      [ttf.slice(0, ttf.length >> 1), /breaks off/],
    ] as const) {
      const answer = await send(bytes);
      expect(answer.status).toBe(422);
      expect(((await answer.json()) as { message: string }).message).toMatch(word);
    }
    expect(
      (await db.selectFrom('fonts').select('id').where('name', 'like', 'Source Sans%').execute()).length,
    ).toBe(before);
  });

  it('with bytes turned over are unpacked or refused', async () => {
    const woff = file('WOFF/TTF/SourceSans3-Regular.ttf.woff');
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 400 }), fc.integer({ min: 0, max: 255 })), {
          minLength: 1,
          maxLength: 12,
        }),
        async (changes) => {
          const bytes = woff.slice();
          for (const [at, v] of changes) bytes[at] = v;
          try {
            await unpackFont(bytes);
          } catch (e) {
            if (!(e instanceof FontFault)) throw e;
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  it('that say they are larger than any font are refused before they are unpacked', async () => {
    const woff = file('WOFF/TTF/SourceSans3-Regular.ttf.woff');
    // Sizes of which the first two alone make 2³², where bits would come round to nothing.
    const overflow = woff.slice();
    const view = new DataView(overflow.buffer);
    for (const i of [0, 1]) view.setUint32(44 + 20 * i + 12, 0x8000_0000);
    await expect(unpackFont(overflow)).rejects.toThrow('The font is too large.');
    const woff2 = file('WOFF2/TTF/SourceSans3-Regular.ttf.woff2').slice();
    // The first table’s own size, as five bytes would tell it, is beyond the limit.
    const claims = Uint8Array.from([...woff2.slice(0, 49), 0x8f, 0xff, 0xff, 0xff, 0x7f, ...woff2.slice(50)]);
    await expect(unpackFont(claims)).rejects.toThrow(FontFault);
    // A stream that unpacks to more than a font may be, in a file that says it is small.
    const bomb = brotliCompressSync(Buffer.alloc(40 << 20));
    const head = Buffer.from(woff2.slice(0, 48));
    head.writeUInt16BE(1, 12);
    head.writeUInt32BE(1000, 16);
    head.writeUInt32BE(bomb.length, 20);
    const packed = new Uint8Array(Buffer.concat([head, Buffer.from([0, 100]), bomb]));
    await expect(unpackFont(packed)).rejects.toThrow('The font is too large.');
  });

  it('are there for the pictures that the server draws', async () => {
    const { id } = (await (await send(ttf)).json()) as OwnFont;
    const words = makePart(makeSource('lettering', { text: 'HOLLIN', face: id, size: 200 }), {
      id: 'w',
      name: 'w',
      coats: [makeCoat('fill', { paint: { kind: 'solid', colour: '#000000' } })],
      place: { ...origin, x: 100, y: 500 },
    });
    const d = makeDesign('Own', { width: 1000, height: 1000 });
    const document = { ...d, sheets: [{ ...d.sheets[0], parts: ['w'] }], parts: { w: words } };
    const made = await postDesign(post({ document }), none);
    const { id: design } = (await made.json()) as { id: string };
    const picture = await getPicture(new Request(url(`designs/${design}/picture?width=200&ground=false`)), {
      params: Promise.resolve({ id: design }),
    });
    const { channels } = await sharp(Buffer.from(await picture.arrayBuffer())).stats();
    expect(channels[3].max).toBe(255);
  });
});

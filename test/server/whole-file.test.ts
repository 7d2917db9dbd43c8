import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { GET as getFile } from '@/app/api/designs/[id]/file/route';
import { GET as getDesign } from '@/app/api/designs/[id]/route';
import { POST as postImage } from '@/app/api/images/route';
import type { Design, StoredDesign } from '@/core';
import type { Database } from '@/server/database';
import { addDisc, at, change, create, get, json, none, openDatabase, send, url } from './requests';

let db: Database;
beforeAll(async () => {
  db = await openDatabase();
}, 60_000);
afterAll(() => db.destroy());

describe('a design as a file', () => {
  it('is JSON where it names nothing else', async () => {
    const { id, seq } = await create('Plain one');
    await send(id, change(seq, addDisc('a')));
    const answer = await getFile(get(), at(id));
    expect(answer.headers.get('content-type')).toBe('application/json');
    expect(answer.headers.get('content-disposition')).toContain('Plain%20one.json');
    expect((await json<Design>(answer)).parts.a).toBeDefined();
  });

  it('has the pictures in it that it names, as they were brought', async () => {
    const png = await sharp({ create: { width: 30, height: 20, channels: 3, background: '#c04020' } })
      .png()
      .toBuffer();
    const brought = await postImage(
      new Request(url('images'), {
        method: 'POST',
        body: new Uint8Array(png),
        headers: { 'content-type': 'application/octet-stream' },
      }),
      none,
    );
    const { id: image } = await json<{ id: string }>(brought);
    const { id, seq } = await create('Tarn / photo');
    const [part, ...rest] = addDisc('a');
    const coat = {
      id: 'c',
      kind: 'fill',
      on: true,
      paint: {
        kind: 'picture',
        image,
        fit: 'cover',
        scale: 1,
        turn: 0,
        shiftX: 0,
        shiftY: 0,
        beyond: 'clear',
      },
    };
    const value = part.op === 'add' ? (part.value as { coats: object[] }) : { coats: [] };
    const [own] = value.coats;
    await send(
      id,
      change(seq, [{ ...part, value: { ...value, coats: [{ ...own, ...coat }] } } as never, ...rest]),
    );
    const answer = await getFile(get(), at(id));
    expect(answer.headers.get('content-type')).toBe('application/zip');
    expect(answer.headers.get('content-disposition')).toContain('Tarn%20%2F%20photo.zip');
    const files = unzipSync(new Uint8Array(await answer.arrayBuffer()));
    expect(Object.keys(files).sort()).toEqual(['design.json', `pictures/${image}.png`]);
    expect(Buffer.from(files[`pictures/${image}.png`]).equals(png)).toBe(true);
    const { document } = await json<StoredDesign>(await getDesign(get(), at(id)));
    expect(JSON.parse(new TextDecoder().decode(files['design.json']))).toEqual(document);
  });
});

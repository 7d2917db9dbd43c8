import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { GET as getPicture } from '@/app/api/designs/[id]/picture/route';
import { GET as getOne } from '@/app/api/designs/[id]/route';
import { GET as getScene } from '@/app/api/designs/[id]/scene/route';
import { type Design, evaluate, packScene, sceneKey, unpackScene } from '@/core';
import { type Database, database } from '@/server/database';
import { createDesign } from '@/server/designs';
import { closeLanes } from '@/server/drawing';
import { ensureOwner } from '@/server/owners';
import { engineStamp } from '../../bin/lib/engine-stamp.mjs';
import { demoDesigns } from '../../demo';
import { takeShippedFaces } from '../faces';
import { at, get, json, openDatabase } from './requests';

takeShippedFaces();
let db: Database;

beforeAll(async () => {
  db = await openDatabase();
});

afterAll(async () => {
  closeLanes();
  await db.destroy();
  await database().destroy();
});

const scene = (id: string, key: string) => getScene(get(`designs/${id}/scene?key=${key}`), at(id));

describe('A scene that took long', () => {
  it('is kept when its picture is drawn, under what it comes from, and is what is worked out', async () => {
    const made = demoDesigns['sun-rosette']();
    const { id } = await createDesign(db, await ensureOwner(db), { ...made, name: `Kept ${Date.now()}` });
    const { document } = await json<{ document: Design }>(await getOne(get(), at(id)));
    const sheet = document.sheets[0].id;
    const key = sceneKey(document, sheet, engineStamp(), true);
    const before = await scene(id, key);
    expect([before.status, (await before.arrayBuffer()).byteLength]).toEqual([204, 0]);
    expect((await getPicture(get(`designs/${id}/picture?width=64`), at(id))).status).toBe(200);
    const after = await scene(id, key);
    expect([after.status, after.headers.get('cache-control')]).toEqual([
      200,
      'private, max-age=31536000, immutable',
    ]);
    const bytes = new Uint8Array(await after.arrayBuffer());
    expect(Buffer.compare(bytes, packScene(evaluate(document, sheet)))).toBe(0);
    expect(unpackScene(bytes).width).toBe(document.sheets[0].width);
  });

  it('is asked for by a whole key, for a design that is there', async () => {
    expect((await scene('00000000-0000-4000-8000-000000000000', 'a'.repeat(64))).status).toBe(404);
    for (const key of ['', 'a'.repeat(63), `../${'a'.repeat(61)}`])
      expect((await scene('00000000-0000-4000-8000-000000000000', key)).status).toBe(400);
  });
});

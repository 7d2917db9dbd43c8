import { existsSync, mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { inflateRawSync } from 'node:zlib';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { GET as getBlock } from '@/app/api/images/[id]/[level]/[column]/[row]/route';
import { POST as postImage } from '@/app/api/images/route';
import { blockOffset, imageSize, levelCount, packBytes, undifferenced } from '@/core';
import type { Database } from '@/server/database';
import { closeLanes } from '@/server/drawing';
import { imageFiles } from '@/server/images';
import { ImageFault, unpackImage } from '@/server/images/unpack';
import { purge } from '@/server/upkeep';
import { json, none, openDatabase, url } from './requests';

const flat = (width: number, height: number, colour: string) =>
  sharp({ create: { width, height, channels: 4, background: colour } });

/** A picture whose pixels say where they are. */
const placed = (width: number, height: number) =>
  sharp(
    Buffer.from(
      Uint8Array.from({ length: 4 * width * height }, (_, i) => {
        const [x, y] = [(i >> 2) % width, Math.floor((i >> 2) / width)];
        return [x & 255, y & 255, 16 * (x >> 8) + (y >> 8), 255][i & 3];
      }),
    ),
    { raw: { width, height, channels: 4 } },
  );

let folder = '';
beforeAll(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'compass-images-'));
});
afterAll(() => rmSync(folder, { recursive: true }));

const unpack = (bytes: Uint8Array) => unpackImage(bytes, path.join(folder, 'pack'));
const pixel = (id: string, x: number, y: number): number[] => {
  const size = imageSize(id);
  if (!size) throw new Error('This is no id.');
  const pack = readFileSync(path.join(folder, 'pack'));
  expect(pack.length).toBe(packBytes(size));
  const [column, row] = [x >> 8, y >> 8];
  const wide = Math.min(256, size.width - 256 * column);
  const at = blockOffset(size, { level: 0, column, row }) + 4 * ((y & 255) * wide + (x & 255));
  return [...pack.subarray(at, at + 4)];
};

describe('a picture that is brought', () => {
  it('is read from every kind of file, upright, in sRGB and in halves', async () => {
    const { id } = await unpack(await placed(700, 300).png().toBuffer());
    expect(imageSize(id)).toEqual({ width: 700, height: 300 });
    expect(pixel(id, 699, 299)).toEqual([699 & 255, 299 & 255, 33, 255]);
    expect(pixel(id, 256, 256)).toEqual([0, 0, 17, 255]);
    // Turned by what the camera wrote into it: 6 is a quarter clockwise (Exif 2.32, Orientation).
    const red = flat(40, 20, '#ff0000').composite([
      { input: await flat(20, 20, '#0000ff').png().toBuffer(), left: 0, top: 0 },
    ]);
    const turned = await unpack(await red.withMetadata({ orientation: 6 }).jpeg({ quality: 100 }).toBuffer());
    expect(imageSize(turned.id)).toEqual({ width: 20, height: 40 });
    expect(pixel(turned.id, 10, 5)[2]).toBeGreaterThan(240);
    expect(pixel(turned.id, 10, 35)[0]).toBeGreaterThan(240);
    for (const file of [
      flat(30, 20, '#33669980').webp({ lossless: true }),
      flat(30, 20, '#33669980').avif({ lossless: true }),
      flat(30, 20, '#33669980').png({ palette: true }),
      flat(30, 20, '#33669980').toColourspace('rgb16').png(),
    ]) {
      const own = await unpack(await file.toBuffer());
      expect(pixel(own.id, 3, 3).every((v, i) => Math.abs(v - [0x33, 0x66, 0x99, 0x80][i]) <= 2)).toBe(true);
    }
    const grey = await unpack(await flat(30, 20, '#808080').greyscale().jpeg().toBuffer());
    expect(pixel(grey.id, 3, 3)).toEqual([128, 128, 128, 255]);
    const inks = await unpack(
      await flat(30, 20, '#c8553d').toColourspace('cmyk').jpeg({ quality: 100 }).toBuffer(),
    );
    expect(imageSize(inks.id)).toEqual({ width: 30, height: 20 });
  });

  it('is refused in words where it is broken, none, or claims more than can be placed', async () => {
    const good = await placed(300, 300).png().toBuffer();
    await expect(unpack(good.subarray(0, 2000))).rejects.toThrow(/damaged/);
    await expect(unpack(new Uint8Array())).rejects.toThrow(/no PNG, JPEG, WebP or AVIF/);
    await expect(unpack(Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>'))).rejects.toThrow(
      ImageFault,
    );
    await expect(unpack(await flat(9, 9, '#fff').gif().toBuffer())).rejects.toThrow(/no PNG/);
    // A head that claims 40,000 × 30,000 pixels (PNG 3rd edition, 11.2.1), its checksum made right.
    const claims = Buffer.from(good);
    claims.writeUInt32BE(40_000, 16);
    claims.writeUInt32BE(30_000, 20);
    await expect(unpack(claims)).rejects.toThrow(/40000 × 30000|damaged/);
    const jpeg = await placed(300, 300).jpeg().toBuffer();
    await expect(unpack(jpeg.subarray(0, jpeg.length >> 1))).rejects.toThrow(/damaged/);
  });

  it('says what is wrong of any file that was changed, and goes on', async () => {
    const files = await Promise.all([
      placed(80, 60).png().toBuffer(),
      placed(80, 60).jpeg().toBuffer(),
      placed(80, 60).webp().toBuffer(),
    ]);
    let seed = 7;
    const next = (n: number) => {
      seed = (seed * 1_103_515_245 + 12_345) % 2 ** 31;
      return seed % n;
    };
    let refused = 0;
    for (let i = 0; i < 240; i++) {
      const bytes = Buffer.from(files[i % 3]);
      for (let k = 0; k < 1 + next(6); k++) bytes[next(bytes.length)] = next(256);
      await unpack(bytes).catch((e: unknown) => {
        expect(e).toBeInstanceOf(ImageFault);
        refused++;
      });
    }
    expect(refused).toBeGreaterThan(40);
  });
});

describe('the server', () => {
  let db: Database;
  beforeAll(async () => {
    db = await openDatabase();
  });
  afterAll(async () => {
    await db.deleteFrom('images').execute();
    closeLanes();
    await db.destroy();
  });
  const send = (bytes: Uint8Array, type = 'application/octet-stream') =>
    postImage(
      new Request(url('images'), {
        method: 'POST',
        body: new Uint8Array(bytes),
        headers: { 'content-type': type },
      }),
      none,
    );
  const block = (id: string, level: string, column: string, row: string) =>
    getBlock(new Request(url('x')), { params: Promise.resolve({ id, level, column, row }) });

  it('keeps a picture once, gives its blocks, and nothing else', async () => {
    const file = await placed(600, 500).png().toBuffer();
    const { id } = await json<{ id: string }>(await send(file));
    expect((await json<{ id: string }>(await send(file))).id).toBe(id);
    expect(await db.selectFrom('images').select('id').where('id', '=', id).execute()).toHaveLength(1);
    const answer = await block(id, '0', '2', '1');
    expect(answer.status).toBe(200);
    const bytes = undifferenced(new Uint8Array(inflateRawSync(Buffer.from(await answer.arrayBuffer()))));
    expect(bytes.length).toBe(4 * 88 * 244);
    expect([...bytes.subarray(0, 4)]).toEqual([0, 0, 33, 255]);
    expect((await block(id, '9', '0', '0')).status).toBe(404);
    expect((await block(id, '0', '3', '0')).status).toBe(404);
    expect((await block(id, '-1', '0', '0')).status).toBe(400);
    expect((await block(id.replace('600', '601'), '0', '0', '0')).status).toBe(404);
    expect((await block('img-x', '0', '0', '0')).status).toBe(400);
    expect((await send(Buffer.from('nothing'))).status).toBe(422);
    expect((await send(file, 'image/png')).status).toBe(415);
    // Somebody else's picture is none of ours.
    expect(await imageFiles(db, 'nobody', [id])).toEqual([]);
    expect(await imageFiles(db, 'local', [id, id.replace('600', '601')])).toHaveLength(1);
  });

  it('keeps so many pixels on the disk, and twice that at most though all are in use', async () => {
    const sizes = [310, 320, 330, 340, 350];
    vi.stubEnv('COMPASS_IMAGE_CACHE_MB', '1');
    try {
      const ids: string[] = [];
      for (const side of sizes)
        ids.push((await json<{ id: string }>(await send(await placed(side, side).png().toBuffer()))).id);
      const there = ids.filter((id) => existsSync(path.join('.data/images', id)));
      const held = there.reduce((n, id) => n + statSync(path.join('.data/images', id)).size, 0);
      expect(held).toBeLessThanOrEqual(2 << 20);
      // The last ones stay, and those that went are made again where they are asked for.
      expect(there.at(-1)).toBe(ids.at(-1));
      expect(there).not.toContain(ids[0]);
      expect((await block(ids[0], '0', '0', '0')).status).toBe(200);
    } finally {
      vi.unstubAllEnvs();
    }
  });

  it('makes the pixels again where they were let go, and lets pictures go that no design shows', async () => {
    const { id } = await json<{ id: string }>(await send(await placed(90, 70).png().toBuffer()));
    rmSync(path.join('.data/images', id));
    expect((await block(id, String(levelCount({ width: 90, height: 70 }) - 1), '0', '0')).status).toBe(200);
    await db
      .updateTable('images')
      .set({ created_at: new Date(0) })
      .where('id', '=', id)
      .execute();
    expect((await purge(db)).images).toBe(1);
    expect((await block(id, '0', '0', '0')).status).toBe(404);
  });
});

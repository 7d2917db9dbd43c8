import { mkdtempSync, readFileSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { converter } from 'culori';
import { PDFDocument } from 'pdf-lib';
import { PNG } from 'pngjs';
import sharp from 'sharp';
import { afterAll, describe, expect, it } from 'vitest';
import {
  evaluate,
  makeCoat,
  makeDesign,
  makeFinish,
  makePart,
  makeRow,
  makeSource,
  plannedFiles,
  renderPixels,
  toDisplayP3,
} from '@/core';
import { writeDelivered } from '@/server/encode';
import { demoDesigns } from '../../demo';
import { takeShippedFaces } from '../faces';
import { rms } from '../pictures';

takeShippedFaces();

const folder = mkdtempSync(path.join(tmpdir(), 'compass-encode-'));
afterAll(() => rm(folder, { recursive: true, force: true }));

const flat = {
  ...makeDesign('Flat', { id: 's', width: 64, height: 48, ground: null, parts: ['p'] }),
  parts: {
    p: makePart(makeSource('rectangle', { width: 32, height: 24 }), {
      id: 'p',
      place: { x: 32, y: 24, turn: 0, skew: 0, scaleX: 1, scaleY: 1 },
      coats: [makeCoat('fill', { paint: { kind: 'solid', colour: '#00ff00' } })],
    }),
  },
};
const dome = demoDesigns['dome-icon']();
const domeScene = evaluate(dome, dome.sheets[0].id);

/** Thin lines in strong colours over grain: neither way of WebP likes it. */
function linesDesign(): typeof dome {
  const at = (x: number, y: number, turn = 0) => ({ x, y, turn, skew: 0, scaleX: 1, scaleY: 1 });
  const ground = makePart(makeSource('rectangle', { width: 400, height: 400 }), {
    id: 'ground',
    place: at(200, 200),
    coats: [makeCoat('fill', { paint: { kind: 'solid', colour: '#8090a0' } })],
    finishes: [makeFinish('grain', { amount: 0.6 })],
  });
  const lines = Array.from({ length: 60 }, (_, i) =>
    makePart(makeSource('rectangle', { width: 380, height: 1.2 }), {
      id: `line-${i}`,
      place: at(200, 200, 3 * i),
      coats: [makeCoat('fill', { paint: { kind: 'solid', colour: i % 2 ? '#ff0020' : '#0040ff' } })],
    }),
  );
  const parts = Object.fromEntries([ground, ...lines].map((p) => [p.id, p]));
  const sheet = { id: 's', width: 400, height: 400, ground: null, parts: Object.keys(parts) };
  return { ...makeDesign('Lines', sheet), parts };
}

let count = 0;

/** A file of one row, and what is said of it. */
async function written(design: typeof dome, kind: string, params: object) {
  const files = plannedFiles(design, { pattern: 'x', rows: [makeRow(kind, params)] });
  const to = path.join(folder, `${++count}-${files[0].name}`);
  const notes = await writeDelivered(design, files, files[0], to);
  return { bytes: readFileSync(to), notes };
}

/** Straight RGBA of a file as sharp reads it, its colour space left alone. */
const read = async (bytes: Buffer) =>
  new Uint8Array(await sharp(bytes, { ignoreIcc: true }).ensureAlpha().raw().toBuffer());

/** Names of a PNG's chunks, and what is in each. */
function chunksOf(png: Buffer): Map<string, Buffer> {
  const found = new Map<string, Buffer>();
  for (let at = 8; at < png.length; at += 12 + png.readUInt32BE(at))
    found.set(png.toString('latin1', at + 4, at + 8), png.subarray(at + 8, at + 8 + png.readUInt32BE(at)));
  return found;
}

const xyz = converter('xyz50');

/** XYZ of a tag of an ICC profile. */
function colorantOf(icc: Buffer, tag: string): number[] {
  const entry = Array.from({ length: icc.readUInt32BE(128) }, (_, i) => 132 + 12 * i).find(
    (at) => icc.toString('latin1', at, at + 4) === tag,
  );
  const at = icc.readUInt32BE((entry ?? 0) + 4);
  return [8, 12, 16].map((k) => icc.readInt32BE(at + k) / 65_536);
}

describe('files that leave the program', () => {
  it.each(['png', 'tiff', 'webp', 'avif'])('%s without loss has the pixels that are drawn', async (kind) => {
    const { bytes } = await written(dome, kind, {
      pixels: 200,
      ...(['webp', 'avif'].includes(kind) ? { lossless: true } : {}),
    });
    const ours = renderPixels(domeScene, 200).data;
    const theirs = await read(bytes);
    // AVIF without loss is exact in its own colours, and a little off in ours.
    expect(rms(theirs, ours)).toBeLessThan(kind === 'avif' ? 0.6 : 1e-9);
  });

  it.each(['jpeg', 'webp', 'avif'])('%s with loss is near, and nearer at a higher quality', async (kind) => {
    const ours = renderPixels({ ...domeScene, ground: [1, 1, 1, 1] }, 200).data;
    const off = async (quality: number) =>
      rms(await read((await written(dome, kind, { pixels: 200, quality, ground: 'colour' })).bytes), ours);
    const [rough, fine] = [await off(0.3), await off(0.95)];
    expect(fine).toBeLessThan(2.5);
    expect(fine).toBeLessThan(rough);
  });

  it('WebP is kept without loss where that takes less room, and tells where colours come out far off', async () => {
    const { bytes, notes } = await written(flat, 'webp', { pixels: 64 });
    expect(notes).toEqual(['It is kept without loss, which takes less room here.']);
    expect(rms(await read(bytes), renderPixels(evaluate(flat, flat.sheets[0].id), 64).data)).toBeLessThan(
      1e-9,
    );
    const lines = linesDesign();
    const thin = await written(lines, 'webp', { pixels: 400, quality: 0.5 });
    const off = rms(await read(thin.bytes), renderPixels(evaluate(lines, lines.sheets[0].id), 400).data);
    const [said] = thin.notes.map((n) => Number(/off by ([\d.]+) of 255/.exec(n)?.[1]));
    expect(off).toBeGreaterThan(4);
    expect(Math.abs(said - off)).toBeLessThan(0.3 * off);
  });

  it.each([
    ['png', 300],
    ['jpeg', 300],
    ['tiff', 300],
  ])('%s has its dots to an inch written in', async (kind, dpi) => {
    const { bytes } = await written(dome, kind, { by: 'print', mm: 25.4, dpi });
    const { density, width } = await sharp(bytes).metadata();
    expect([Math.round(density ?? 0), width]).toEqual([dpi, 300]);
  });

  it('PNG has a table where few colours are all there are, of as few bits as they take', async () => {
    const { bytes } = await written(flat, 'png', { pixels: 64, ground: 'own' });
    const chunks = chunksOf(bytes);
    expect([...chunks.keys()]).toEqual(['IHDR', 'sRGB', 'pHYs', 'PLTE', 'tRNS', 'IDAT', 'IEND']);
    // Width, height, 1 bit, kind 3 (PNG, 11.2.1); the clear colour comes first.
    expect([...(chunks.get('IHDR') ?? [])]).toEqual([0, 0, 0, 64, 0, 0, 0, 48, 1, 3, 0, 0, 0]);
    expect([...(chunks.get('tRNS') ?? [])]).toEqual([0]);
    const ours = renderPixels(evaluate(flat, 's'), 64).data;
    expect(rms(new Uint8Array(PNG.sync.read(bytes).data), ours)).toBe(0);
    const whole = (await written(flat, 'png', { pixels: 64, palette: false })).bytes;
    expect(chunksOf(whole).has('PLTE')).toBe(false);
    expect(rms(new Uint8Array(PNG.sync.read(whole).data), ours)).toBe(0);
  });

  it('PNG of many colours is drawn once, though a table was tried', async () => {
    // The first band has few colours, later ones many.
    const { bytes } = await written(dome, 'png', { pixels: 700 });
    expect(chunksOf(bytes).has('PLTE')).toBe(false);
    expect(rms(new Uint8Array(PNG.sync.read(bytes).data), renderPixels(domeScene, 700).data)).toBe(0);
  });

  it.each([
    ['png', '8'],
    ['png', '16'],
    ['tiff', '16'],
    ['jpeg', undefined],
    ['webp', undefined],
    ['avif', undefined],
  ])('%s of %s bits in Display P3 has that profile, and the numbers of CSS Color 4', async (kind, bits) => {
    const { bytes } = await written(flat, kind, {
      pixels: 64,
      space: 'p3',
      ground: kind === 'jpeg' ? 'colour' : 'own',
      ...(bits ? { bits } : { quality: 1 }),
    });
    const { icc } = await sharp(bytes).metadata();
    // Red of the profile (ICC.1:2022, 9.2.44, in XYZ D50; the library’s has no negative Z) against culori, which follows CSS Color 4.
    const red = xyz({ mode: 'p3', r: 1, g: 0, b: 0 });
    for (const [i, v] of colorantOf(icc as Buffer, 'rXYZ').entries())
      expect(v).toBeCloseTo([red.x, red.y, red.z][i], 2);
    const middle = [...(await read(bytes)).slice(4 * (24 * 64 + 32), 4 * (24 * 64 + 32) + 3)];
    const wanted = toDisplayP3([0, 1, 0]).map((v) => 255 * v);
    for (const [i, v] of middle.entries())
      expect(Math.abs(v - wanted[i])).toBeLessThan(kind === 'png' || kind === 'tiff' ? 1 : 3);
    if (kind === 'png') expect([...(chunksOf(bytes).get('cICP') ?? [])]).toEqual([12, 13, 0, 1]);
  });

  it.each(['srgb', 'p3'])('TIFF of 16 bits in %s has tones between those of 8', async (space) => {
    const { bytes } = await written(dome, 'tiff', { pixels: 64, bits: '16', space });
    expect(await sharp(bytes).metadata()).toMatchObject({ depth: 'ushort', width: 64 });
    if (space === 'p3') return;
    const { data } = await sharp(bytes, { ignoreIcc: true })
      .toColourspace('rgb16')
      .raw({ depth: 'ushort' })
      .toBuffer({ resolveWithObject: true });
    const deep = new Uint16Array(data.buffer, data.byteOffset, data.length / 2);
    const ours = renderPixels(domeScene, 64).data;
    expect(
      Math.max(...Array.from(ours, (v, i) => (ours[i | 3] ? Math.abs(deep[i] / 257 - v) : 0))),
    ).toBeLessThan(0.501);
    expect(deep.some((v) => v % 257 !== 0)).toBe(true);
  });

  it('ICO has its squares as PNG, each entry pointing at its own', async () => {
    const { bytes } = await written(flat, 'ico', { sides: [48, 256, 16, 16] });
    expect([bytes.readUInt16LE(0), bytes.readUInt16LE(2), bytes.readUInt16LE(4)]).toEqual([0, 1, 3]);
    for (const [i, side] of [16, 48, 256].entries()) {
      const at = 6 + 16 * i;
      expect([bytes[at], bytes[at + 1], bytes.readUInt16LE(at + 6)]).toEqual([side % 256, side % 256, 32]);
      const [length, offset] = [bytes.readUInt32LE(at + 8), bytes.readUInt32LE(at + 12)];
      const png = PNG.sync.read(bytes.subarray(offset, offset + length));
      expect([png.width, png.height]).toEqual([side, side]);
      // The sheet is wider than high: above and below it is clear.
      expect(png.data[3]).toBe(0);
      const middle = 4 * (side * (side / 2) + side / 2);
      expect([...png.data.subarray(middle, middle + 4)]).toEqual([0, 255, 0, 255]);
    }
  });

  it('SVG and PDF have their settings', async () => {
    const svg = (await written(flat, 'svg', { recipe: true, titles: true, bleed: 8 })).bytes.toString();
    expect(svg).toContain('viewBox="0 0 80 64"');
    expect(svg).toContain('"name":"Flat"');
    expect((await read(Buffer.from(svg)))[4 * (32 * 80 + 40) + 1]).toBe(255);
    const pdf = await written(demoDesigns['moon-phase-badge'](), 'pdf', { bleed: 12, fineness: 72 });
    const [page] = (await PDFDocument.load(pdf.bytes)).getPages();
    expect(page.getMediaBox().width - page.getTrimBox().width).toBe(18);
    expect(pdf.notes.join(' ')).toMatch(/As pictures at 72 dpi/);
  });

  it('what cannot be made is said, and nothing is written', async () => {
    await expect(written(flat, 'png', { of: 'sheet:gone' })).rejects.toThrow(
      'Its sheet is not there any more.',
    );
    await expect(written(flat, 'avif', { pixels: 16_384, bleed: 100 })).rejects.toThrow(
      /AVIF has at most 16,384 a side/,
    );
  });
});

import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { inflateSync } from 'node:zlib';
import { create } from 'fontkit';
import { PDFDict, PDFDocument, PDFName, PDFRawStream } from 'pdf-lib';
import { beforeAll, describe, expect, it } from 'vitest';
import { evaluate, faceById, makePart, makeSource, origin, renderPixels, type Scene } from '@/core';
import { scenesToPdf } from '@/core/format/pdf';
import { fontTables } from '@/core/format/pdf/font-tables';
import { openSubsetter, type Subsetter } from '@/core/lettering/subset';
import { demoDesigns } from '../../../demo';
import { takeShippedFaces } from '../../faces';
import { averaged, rms } from '../../pictures';
import { sampled } from '../../share';
import { designOf, solid } from '../designs';

takeShippedFaces();

let subsetter: Subsetter;
beforeAll(async () => {
  subsetter = await openSubsetter(readFileSync('public/fonts/subset.wasm'));
});

const folder = mkdtempSync(path.join(tmpdir(), 'compass-words-'));
let files = 0;

async function pdfOf(scene: Scene, text: boolean): Promise<string> {
  const { bytes } = await scenesToPdf([{ scene }], { title: 'Words', subsetter: text ? subsetter : null });
  const file = path.join(folder, `${++files}.pdf`);
  writeFileSync(file, bytes);
  return file;
}

const bare = (text: string): string => text.replace(/\s/g, '');

const readBack = (file: string): string =>
  execFileSync('pdftotext', ['-raw', file, '-'], { encoding: 'utf8' }).replace(/\s+/g, ' ').trim();

/** As Poppler draws it, large: it sets glyphs on quarters of a pixel. */
async function drawn(file: string, width: number): Promise<Uint8Array> {
  execFileSync('pdftoppm', [
    '-png',
    '-singlefile',
    '-scale-to-x',
    String(4 * width),
    '-scale-to-y',
    '-1',
    file,
    file,
  ]);
  return averaged(readFileSync(`${file}.png`), width);
}

/** The fonts that are in a file. */
async function fontsIn(file: string): Promise<Uint8Array[]> {
  const { context } = await PDFDocument.load(readFileSync(file));
  return context.enumerateIndirectObjects().flatMap(([, object]) => {
    if (!(object instanceof PDFDict)) return [];
    const stream = object.lookup(PDFName.of('FontFile2'));
    return stream instanceof PDFRawStream ? [new Uint8Array(inflateSync(stream.contents))] : [];
  });
}

/** Words about the middle of a sheet of 1000. */
const words = (text: string, params: object = {}): Scene => {
  const part = makePart(makeSource('lettering', { text, size: 80, alignment: 'centre', ...params }), {
    id: 'w',
    coats: [solid('#14213d')],
    place: { ...origin, x: 500, y: 500 },
  });
  return evaluate(designOf(1000, part), 's');
};

const cases: readonly (readonly [name: string, text: string, params: object])[] = [
  ['in a face with ligatures', 'Office of the first finch', { face: 'eb-garamond-500' }],
  ['in a variable face at a weight', 'Night sky 1907', { face: 'source-sans', axes: { wght: 800 } }],
  ['on several lines', 'Hollin\nTarn', { face: 'abril-fatface' }],
  ['round a circle', 'STARS OVER THE TARN', { face: 'league-spartan-800', follows: 'circle', radius: 300 }],
  ['spread and kerned by eye', 'AVATAR To', { face: 'abril-fatface', tracking: 0.2, kerning: 'optical' }],
  ['stretched and slanted', 'Meteor', { face: 'lilita-one', stretchX: 1.4, slantX: 12 }],
];

describe('lettering in a PDF', () => {
  it.each(sampled(cases, 3))('%s is read back, and looks as ours does', async (_, text, params) => {
    const scene = words(text, params);
    const [as, plain] = [await pdfOf(scene, true), await pdfOf(scene, false)];
    // Wide spacing reads as spaces: what tells words apart is the reader’s guess.
    const told = readBack(as);
    if ('tracking' in params || 'follows' in params) expect(bare(told)).toBe(bare(text));
    else expect(told).toBe(text.replace(/\s+/g, ' '));
    expect(readBack(plain)).toBe('');
    expect(rms(await drawn(as, 800), renderPixels(scene, 800).data)).toBeLessThan(2);
    expect(await fontsIn(as)).toHaveLength(1);
  });

  it('from right to left is read back letter by letter', async () => {
    const scene = words('نجوم', { face: 'amiri-700' });
    const as = await pdfOf(scene, true);
    expect(
      [
        ...readBack(as)
          .normalize('NFKC')
          .replace(/\p{Cf}/gu, ''),
      ].sort(),
    ).toEqual([...'نجوم'].sort());
    expect(rms(await drawn(as, 800), renderPixels(scene, 800).data)).toBeLessThan(2);
  });

  it('has fonts with the glyphs that it needs and no more, as they are in the face', async () => {
    const [file] = await fontsIn(await pdfOf(words('Tarn', { face: 'abril-fatface' }), true));
    const whole = faceById('abril-fatface')?.file ?? new Uint8Array();
    expect(file.length).toBeLessThan(whole.length / 8);
    const [cut, own] = [create(Buffer.from(file)), create(Buffer.from(whole))];
    for (const c of 'Tarn') {
      const glyph = own.glyphForCodePoint(c.codePointAt(0) as number);
      expect(cut.getGlyph(glyph.id).path.toSVG()).toBe(glyph.path.toSVG());
      expect(fontTables(file)?.advance(glyph.id)).toBe(glyph.advanceWidth);
    }
    const other = own.glyphForCodePoint('Q'.codePointAt(0) as number);
    expect(cut.getGlyph(other.id).path.commands).toEqual([]);
  });

  it('is outlines where a letter was changed or the paint is a gradient', async () => {
    const d = demoDesigns['observatory-lock-up']();
    const told = readBack(await pdfOf(evaluate(d, 'sheet-1'), true));
    // The dot of the second letter i is a star: that letter is drawn, and all others are read.
    expect(told).toContain('Tarn');
    expect(told.replace(/ /g, '')).toContain('OBSERVATORY');
    expect(told).not.toContain('Hollin');
  });

  it('keeps what a letter stands for, however often one glyph stands for it', async () => {
    expect(readBack(await pdfOf(words('aAaA ffi fi', { face: 'eb-garamond-500' }), true))).toBe(
      'aAaA ffi fi',
    );
  });
});

import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { PDFDocument } from 'pdf-lib';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { POST as postPdf } from '@/app/api/pdf-pages/route';
import { type Design, evaluate, renderPixels, type Scene } from '@/core';
import { svgToDesign } from '@/core/importing';
import { scenesToPdf } from '@/core/paged';
import type { Database } from '@/server/database';
import type { HttpError } from '@/server/http/errors';
import { pdfPages } from '@/server/pdf-pages';
import { demoDesigns } from '../../demo';
import { takeShippedFaces } from '../faces';
import { averaged, rms } from '../pictures';
import { runs, seeded } from '../share';
import { json, none, openDatabase, url } from './requests';

takeShippedFaces();

let db: Database;
let folder = '';
beforeAll(async () => {
  db = await openDatabase();
  folder = mkdtempSync(path.join(tmpdir(), 'compass-pdf-in-'));
}, 60_000);
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await db.destroy();
});

const ask = (bytes: Uint8Array, query = '') =>
  postPdf(
    new Request(url(`pdf-pages${query}`), {
      method: 'POST',
      body: new Uint8Array(bytes),
      headers: { 'content-type': 'application/octet-stream' },
    }),
    none,
  );

const sceneOf = (name: string, sheet = 0): Scene => {
  const d = demoDesigns[name]();
  return evaluate(d, d.sheets[sheet].id);
};

const shown = (d: Design, width: number) =>
  renderPixels({ ...evaluate(d, d.sheets[0].id), ground: [1, 1, 1, 1] }, width);

describe('a PDF that is opened', () => {
  it('comes in page by page as Poppler draws it', async () => {
    const scenes = [
      sceneOf('split-moon-monogram'),
      sceneOf('observatory-lock-up'),
      sceneOf('observatory-lock-up', 3),
    ];
    const { bytes } = await scenesToPdf(
      scenes.map((scene) => ({ scene })),
      { title: 'Three' },
    );
    const answer = await ask(bytes);
    expect(answer.status).toBe(200);
    const { pages, svg } = await json<{ pages: number; svg: string[] }>(answer);
    expect([pages, svg.length]).toEqual([3, 3]);
    const first = await json<{ pages: number; svg: string[] }>(await ask(bytes, '?most=1'));
    expect(first).toEqual({ pages: 3, svg: [svg[0]], notes: [] });
    expect((await ask(bytes, '?most=0')).status).toBe(400);
    const file = path.join(folder, 'three.pdf');
    writeFileSync(file, bytes);
    for (const [i, text] of svg.entries()) {
      const { design, report } = svgToDesign(text, 'x');
      expect(report).toEqual([]);
      // Nothing of it is a mere picture.
      const kinds = Object.values(design.parts).map((p) => p.source.kind);
      expect(kinds).toContain('path');
      const [sheet] = design.sheets;
      expect(sheet.width).toBeCloseTo(scenes[i].width, -1);
      const width = 240;
      const n = String(i + 1);
      execFileSync('pdftoppm', [
        '-png',
        '-singlefile',
        '-f',
        n,
        '-l',
        n,
        '-scale-to-x',
        String(4 * width),
        '-scale-to-y',
        '-1',
        file,
        file,
      ]);
      const theirs = await averaged(readFileSync(`${file}.png`), width);
      const ours = shown(design, width).data;
      const both = Math.min(theirs.length, ours.length);
      expect(rms(theirs.subarray(0, both), ours.subarray(0, both)), `page ${n}`).toBeLessThan(3);
    }
  }, 60_000);

  it('is given up when nobody waits for it any more, and another may begin', async () => {
    const scene = sceneOf('split-moon-monogram');
    const { bytes } = await scenesToPdf(
      Array.from({ length: 30 }, () => ({ scene })),
      { title: 'Thirty' },
    );
    const askers = Array.from({ length: 4 }, () => new AbortController());
    const asked = askers.map(({ signal }) =>
      pdfPages(bytes, { most: 30, by: 'a', signal }).then(
        ({ svg }) => svg.length,
        (e: HttpError) => e.status,
      ),
    );
    await wait(100);
    for (const asker of askers) asker.abort();
    const began = performance.now();
    expect(await Promise.all(asked)).toEqual([499, 499, 499, 499]);
    expect((await pdfPages(bytes, { most: 1, by: 'b' })).svg).toHaveLength(1);
    // Thirty pages of four files would have taken far longer.
    expect(performance.now() - began).toBeLessThan(10_000);
  }, 60_000);

  it('is refused in words where it is none, damaged, locked or empty', async () => {
    const said = async (bytes: Uint8Array) => {
      const answer = await ask(bytes);
      return [answer.status, (await json<{ message: string }>(answer)).message];
    };
    const { bytes } = await scenesToPdf([{ scene: sceneOf('sun-rosette') }], { title: 'x' });
    expect(await said(new TextEncoder().encode('no pdf'))).toEqual([400, 'This file is no PDF.']);
    expect(await said(bytes.subarray(0, 900))).toEqual([
      422,
      'This is no PDF that can be read, or it is damaged.',
    ]);
    const empty = await PDFDocument.create();
    expect((await said(await empty.save({ addDefaultPage: false })))[0]).toBe(422);
    const locked = path.join(folder, 'locked.pdf');
    // A file that says it is locked, and whose key nobody has (ISO 32000-1, 7.6.3).
    writeFileSync(
      locked,
      Buffer.from(await (await PDFDocument.load(bytes)).save({ useObjectStreams: false }))
        .toString('latin1')
        .replace(
          /trailer\s*<</,
          `trailer << /Encrypt << /Filter /Standard /V 1 /R 2 /O <${'00'.repeat(32)}> /U <${'11'.repeat(32)}> /P -1 >> /ID [<00> <00>] `,
        ),
      'latin1',
    );
    expect((await said(readFileSync(locked)))[0]).toBe(422);
  }, 60_000);

  it('never brings the server down, whatever is in it', async () => {
    const { bytes } = await scenesToPdf([{ scene: sceneOf('split-moon-monogram') }], { title: 'x' });
    const next = seeded(11);
    for (let n = 0; n < runs(400, 25); n++) {
      const wrong = bytes.slice();
      for (let k = 0; k < 1 + 30 * next(); k++)
        wrong[Math.floor(next() * wrong.length)] = Math.floor(256 * next());
      const began = performance.now();
      const { status } = await ask(wrong);
      expect([200, 400, 422, 429]).toContain(status);
      expect(performance.now() - began).toBeLessThan(30_000);
      if (status === 429) break;
    }
  }, 1_200_000);
});

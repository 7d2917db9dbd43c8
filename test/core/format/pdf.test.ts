import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { PDFContext, type PDFDict, PDFDocument, PDFName } from 'pdf-lib';
import { describe, expect, it } from 'vitest';
import {
  blendModes,
  evaluate,
  evenMesh,
  makeCoat,
  makeDesign,
  makePart,
  makeSource,
  renderPixels,
  type Scene,
  type SceneNode,
} from '@/core';
import { scenesToPdf } from '@/core/format/pdf';
import { modeName, PdfWriter } from '@/core/format/pdf/writer';
import { identity } from '@/core/geometry/matrix';
import { demoDesigns } from '../../../demo';
import { takeShippedFaces } from '../../faces';
import { averaged, rms, widthFor } from '../../pictures';
import { sampled, slowToDraw, slowToWrite, whole } from '../../share';
import { maskScenes, sampleScenes } from '../raster/scenes';
import { circle, rect } from '../shapes';

takeShippedFaces();

const folder = mkdtempSync(path.join(tmpdir(), 'compass-pdf-'));
let files = 0;

/** A PDF as Poppler draws it, four times as large and averaged: what abuts is softened there on both sides. */
async function drawn(bytes: Uint8Array, width: number, height: number): Promise<Uint8Array> {
  const file = path.join(folder, `${++files}`);
  writeFileSync(`${file}.pdf`, bytes);
  const size = ['-scale-to-x', String(4 * width), '-scale-to-y', String(4 * height)];
  execFileSync('pdftoppm', ['-png', '-singlefile', ...size, `${file}.pdf`, file]);
  return averaged(readFileSync(`${file}.png`), width);
}

const onWhite = (scene: Scene): Scene => ({ ...scene, ground: scene.ground ?? [1, 1, 1, 1] });

/** How far Poppler's picture of our PDF lies from ours, of 255. */
async function apart(scene: Scene, width: number): Promise<number> {
  const { bytes } = await scenesToPdf([{ scene }], {
    title: 'Test',
    dpi: Math.max(144, (96 * 4 * width) / scene.width),
  });
  const ours = renderPixels(onWhite(scene), width);
  const theirs = await drawn(bytes, width, ours.height);
  return rms(theirs, ours.data.subarray(0, theirs.length));
}

const text = async (scene: Scene): Promise<string> => {
  const { bytes } = await scenesToPdf([{ scene }], { title: 'Test' });
  const file = path.join(folder, `${++files}.pdf`);
  writeFileSync(file, bytes);
  return execFileSync('pdfinfo', ['-box', file], { encoding: 'utf8' });
};

const solid = (node: ReturnType<typeof rect>, r: number, g: number, b: number, a = 1): SceneNode => ({
  type: 'shape',
  path: node,
  paint: { kind: 'solid', colour: [r, g, b, a] },
  opacity: 1,
  blend: 'normal',
});

/** The seam of a conic gradient is a picture’s, and falls between its pixels (2.8); Poppler draws the edges of clips roughly (2.2). */
const rough = new Map([
  ['a conic gradient', 3],
  ['a clipped group', 2.5],
]);

describe('PDF', () => {
  // Poppler closes gaps far thinner than its pixels, as bristles of a dry brush have: 3.1 for the moth plate.
  const demos = Object.entries(demoDesigns).filter(
    ([name]) => (whole ? !slowToWrite.includes(name) : !slowToDraw.includes(name)) && name !== 'moth-plate',
  );

  it.each(sampled(demos, 2))('%s: our raster against our PDF drawn by Poppler', async (name, make) => {
    const d = make();
    expect(await apart(evaluate(d, d.sheets[0].id), widthFor(name))).toBeLessThan(2);
  });

  it.each([...maskScenes, ...sampleScenes.filter(([, s]) => s.width <= 64)])(
    '%s, as Poppler draws it',
    async (name, scene) => {
      expect(await apart(scene, 128)).toBeLessThan(rough.get(name) ?? 2);
    },
  );

  // ISO 32000-1, 11.3.5 has the modes of the W3C under its own names. Poppler 22.12 is off with saturation: of (204, 77, 64) on
  // (230, 217, 179) it makes (255, 200, 200), where the formula and we have (252, 217, 112).
  const mixed = blendModes.filter((m) => m !== 'saturation').map((m) => [m] as const);
  it.each(mixed)('%s mixes as it does here', async (blend) => {
    const scene: Scene = {
      width: 60,
      height: 60,
      ground: [0.9, 0.85, 0.7, 1],
      nodes: [
        solid(rect(5, 5, 35, 35), 0.2, 0.4, 0.7),
        {
          ...solid(circle(35, 35, 20), 0.8, 0.3, 0.25, 0.8),
          blend,
        } as SceneNode,
      ],
    };
    expect(await apart(scene, 120)).toBeLessThan(2);
  });

  it('has the names of the standard', () => {
    expect(blendModes.map(modeName).slice(0, 9)).toEqual([
      'Normal',
      'Multiply',
      'Screen',
      'Overlay',
      'Darken',
      'Lighten',
      'ColorDodge',
      'ColorBurn',
      'HardLight',
    ]);
  });

  it('holds an opaque mesh as patches: no picture goes in, and Poppler draws it as we do', async () => {
    const colours = [
      '#1f3a5f',
      '#c8553d',
      '#f3d9a0',
      '#4f8a8b',
      '#9a6b1f',
      '#b23a48',
      '#ffffff',
      '#14213d',
      '#2f6f7a',
    ];
    const paint = evenMesh(2, 2, (u, v) => colours[Math.round(3 * (u + 3 * v)) % 9]);
    const part = makePart(makeSource('ellipse', { width: 600, height: 500 }), {
      id: 'm',
      place: { x: 400, y: 400, turn: 20, skew: 0, scaleX: 1, scaleY: 1 },
      coats: [makeCoat('fill', { paint })],
    });
    const d = { ...makeDesign('x', { id: 's', width: 800, height: 800, parts: ['m'] }), parts: { m: part } };
    const scene = evaluate(d, 's');
    expect((await scenesToPdf([{ scene }], { title: 'x' })).notes).toEqual([]);
    expect(await apart(scene, 320)).toBeLessThan(2);
  });

  it('has a page for each sheet, its trim box the sheet and its bleed about that, in points', async () => {
    const sheet = (width: number, height: number): Scene => ({
      width,
      height,
      ground: [1, 1, 1, 1],
      nodes: [],
    });
    const { bytes } = await scenesToPdf([{ scene: sheet(960, 480), bleed: 12 }, { scene: sheet(480, 480) }], {
      title: 'Two',
    });
    const read = await PDFDocument.load(bytes);
    expect(read.getPages().map((p) => [p.getMediaBox(), p.getTrimBox(), p.getBleedBox()])).toEqual([
      [
        { x: 0, y: 0, width: 738, height: 378 },
        { x: 9, y: 9, width: 720, height: 360 },
        { x: 0, y: 0, width: 738, height: 378 },
      ],
      [
        { x: 0, y: 0, width: 360, height: 360 },
        { x: 0, y: 0, width: 360, height: 360 },
        { x: 0, y: 0, width: 360, height: 360 },
      ],
    ]);
    expect(read.getTitle()).toBe('Two');
    expect(await text(sheet(96, 96))).toMatch(/TrimBox:\s+0\.00\s+0\.00\s+72\.00\s+72\.00/);
  });

  it('goes on into the bleed', async () => {
    const scene: Scene = {
      width: 100,
      height: 100,
      ground: [1, 1, 1, 1],
      nodes: [solid(rect(-50, -50, 200, 80), 1, 0, 0)],
    };
    const { bytes } = await scenesToPdf([{ scene, bleed: 10 }], { title: 'x' });
    const pixels = await drawn(bytes, 120, 120);
    expect([...pixels.slice(4 * (2 * 120 + 2), 4 * (2 * 120 + 2) + 3)]).toEqual([255, 0, 0]);
  });

  it('says what went in as pictures, and how finely', async () => {
    const blurred = (x: number): SceneNode => ({
      type: 'filter',
      filter: { kind: 'blur', sigma: 3 },
      children: [solid(circle(x, 50, 20), 0, 0, 0)],
      opacity: 1,
      blend: 'normal',
    });
    const [one, other] = [blurred(40), blurred(60)];
    const scene: Scene = { width: 100, height: 100, ground: null, nodes: [one, other, one] };
    const { notes } = await scenesToPdf([{ scene }], { title: 'x', dpi: 150 });
    // What stands in two places goes in once.
    expect(notes).toEqual(['As pictures at 150 dpi: blurs and shadows (2).']);
  });

  it('keeps of a picture in one colour that colour once, and how opaque it is everywhere', async () => {
    const shadow: SceneNode = {
      type: 'filter',
      filter: { kind: 'shadow', dx: 5, dy: 5, sigma: 4, colour: [0.8, 0.2, 0.1, 0.6] },
      children: [solid(circle(45, 45, 25), 0, 0, 0)],
      opacity: 1,
      blend: 'normal',
    };
    const scene: Scene = { width: 100, height: 100, ground: [1, 1, 1, 1], nodes: [shadow] };
    expect(await apart(scene, 200)).toBeLessThan(1.5);
    const { bytes } = await scenesToPdf([{ scene }], { title: 'x', dpi: 150 });
    const { context } = await PDFDocument.load(bytes);
    const sizes = context.enumerateIndirectObjects().flatMap(([, object]) => {
      const { dict } = object as { dict?: PDFDict };
      return dict?.get(PDFName.of('Subtype')) === PDFName.of('Image')
        ? [[`${dict.get(PDFName.of('ColorSpace'))}`, Number(`${dict.get(PDFName.of('Width'))}`)]]
        : [];
    });
    expect(sizes.find(([space]) => space === '/DeviceRGB')).toEqual(['/DeviceRGB', 1]);
    expect(Number(sizes.find(([space]) => space === '/DeviceGray')?.[1])).toBeGreaterThan(50);
  });

  it('counts the pixels of its pictures before it draws them', () => {
    const blurred = (x: number): SceneNode => ({
      type: 'filter',
      filter: { kind: 'blur', sigma: 1 },
      children: [solid(rect(x, 10, 20, 20), 0, 0, 0)],
      opacity: 1,
      blend: 'normal',
    });
    // One is of (20 + 6)² units and a little more, at half the fineness: some 170 pixels.
    const writer = new PdfWriter(PDFContext.create(), 1, { x0: 0, y0: 0, x1: 100, y1: 100 }, 300);
    const put = (nodes: readonly SceneNode[]) =>
      writer.group((content) => writer.nodes(content, nodes, identity));
    const one = blurred(10);
    put([one, one, one]);
    expect(() => put([blurred(40)])).toThrow(/Its pictures would have .* pixels; a page may have 300/);
  });

  it('refuses what it cannot hold, in words', async () => {
    await expect(scenesToPdf([], { title: 'x' })).rejects.toThrow(/at least one page/);
    const scene: Scene = { width: 30_000, height: 10, ground: null, nodes: [] };
    await expect(scenesToPdf([{ scene }], { title: 'x' })).rejects.toThrow(/at most 200 inches/);
  });
});

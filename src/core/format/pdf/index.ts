import { PDFContext, PDFDocument, PDFName, type PDFRef } from 'pdf-lib';
import { identity, type Matrix } from '../../geometry/matrix';
import { type Bounds, boundsPath, growBounds } from '../../geometry/path';
import { blocksMissed, withImages } from '../../image/source';
import type { Subsetter } from '../../lettering/subset';
import type { Scene } from '../../scene/types';
import { Content } from './content';
import { matrixText, nums, pathText } from './values';
import { PdfWords } from './words';
import { PdfWriter } from './writer';

/** One page: a sheet, and how far its content goes on beyond it, sheet units. */
export interface PdfPage {
  readonly scene: Scene;
  readonly bleed?: number;
  /** Whether it has the sheet's ground; so where left out. */
  readonly ground?: boolean;
}

export interface PdfOptions {
  readonly title: string;
  /** Dots per inch of what goes in as pictures. */
  readonly dpi?: number;
  /** What cuts fonts down, where lettering is to be text. */
  readonly subsetter?: Subsetter | null;
}

export interface Pdf {
  readonly bytes: Uint8Array;
  /** What PDF has no means for and went in as pictures, in words. */
  readonly notes: readonly string[];
}

/** Points of a PDF in a sheet unit: 72 and 96 to the inch. */
const points = 0.75;

/** Largest side of a page, points (ISO 32000-1, annex C). */
const mostPoints = 14_400;

/** A page's boxes, sheet units: what of the sheet it shows. */
const shownOf = ({ scene, bleed = 0 }: PdfPage): Bounds =>
  growBounds({ x0: 0, y0: 0, x1: scene.width, y1: scene.height }, bleed);

/** The content of a page as a group in sheet coordinates. */
function rootOf(writer: PdfWriter, page: PdfPage): PDFRef {
  const { scene, ground = true } = page;
  return writer.group((content) => {
    if (ground && scene.ground) {
      const [r, g, b] = scene.ground;
      content.add(`${nums(r, g, b)} rg`, pathText(boundsPath(shownOf(page)), identity), 'f');
    }
    writer.nodes(content, scene.nodes, identity);
  });
}

const writerOn = (
  context: PDFContext,
  page: PdfPage,
  dpi: number,
  words: PdfWords | null = null,
): PdfWriter => new PdfWriter(context, dpi / 96, growBounds(shownOf(page), 1), undefined, words);

function addPage(document: PDFDocument, page: PdfPage, dpi: number, words: PdfWords | null): PdfWriter {
  const { context } = document;
  const { scene, bleed = 0 } = page;
  const [width, height] = [scene.width + 2 * bleed, scene.height + 2 * bleed].map((v) => v * points);
  if (Math.max(width, height) > mostPoints)
    throw new RangeError('A page of a PDF may be at most 200 inches wide and high. Make the sheet smaller.');
  const writer = writerOn(context, page, dpi, words);
  const root = rootOf(writer, page);
  const content = new Content();
  // Sheets run downwards, pages up.
  const toPage: Matrix = [points, 0, 0, -points, bleed * points, height - bleed * points];
  content.add('q', `${matrixText(toPage)} cm`, `/${content.name('XObject', root)} Do`, 'Q');
  const { node } = document.addPage([width, height]);
  const put = (name: string, value: object) => node.set(PDFName.of(name), context.obj(value as never));
  const box = (by: number) => [by, by, width - by, height - by];
  put('Resources', content.resources);
  node.set(PDFName.of('Contents'), writer.stream(content.text, {}));
  put('TrimBox', box(bleed * points));
  put('BleedBox', box(0));
  put('Group', { S: 'Transparency', CS: 'DeviceRGB', I: true, K: false });
  return writer;
}

async function written(pages: readonly PdfPage[], title: string, dpi: number, subsetter: Subsetter | null) {
  const document = await PDFDocument.create();
  document.setTitle(title, { showInWindowTitleBar: true });
  document.setProducer('Silent Compass');
  document.setCreator('Silent Compass');
  const words = subsetter && new PdfWords(document.context, subsetter);
  const writers = pages.map((page) => addPage(document, page, dpi, words));
  words?.finish();
  return { document, writers };
}

/**
 * Sheets as a PDF 1.7 (ISO 32000-1): outlines, gradients as shadings, meshes as tensor patches, blend modes, groups and soft masks;
 * what PDF has no means for as pictures, which is said. The page's trim box is the sheet, its media and bleed boxes go on by the
 * bleed. Placed pictures that are wanted are fetched.
 * @throws RangeError where there is no page, or one is larger than a PDF may have it.
 */
export async function scenesToPdf(
  pages: readonly PdfPage[],
  { title, dpi = 300, subsetter = null }: PdfOptions,
): Promise<Pdf> {
  if (!pages.length) throw new RangeError('A PDF needs at least one page.');
  const before = blocksMissed();
  let made = await written(pages, title, dpi, subsetter);
  if (blocksMissed() !== before) {
    // What was missing is fetched for a file that is thrown away, and then all is at hand.
    for (const page of pages) await withImages(() => rootOf(writerOn(PDFContext.create(), page, dpi), page));
    made = await written(pages, title, dpi, subsetter);
  }
  const pictured = new Map<string, number>();
  for (const writer of made.writers)
    for (const [what, count] of writer.pictured) pictured.set(what, (pictured.get(what) ?? 0) + count);
  const notes = [...pictured].map(([what, count]) => `As pictures at ${dpi} dpi: ${what} (${count}).`);
  return { bytes: await made.document.save(), notes };
}

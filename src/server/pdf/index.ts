import { createRequire } from 'node:module';
import path from 'node:path';
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs';
import type { NamedFont } from '@/core/importing';
import { PdfFault } from './fault';
import type { OperatorList } from './graphics-state';
import { KnownFaces } from './known-faces';
import { matrixOf, pathOperator, stateOperators } from './operators';
import { type Operator, PagePainter } from './page-painter';
import { mostPages, type PageRange, type PdfPages } from './pages';
import { pictureOperators } from './picture-operators';
import { SvgSheet } from './svg-sheet';
import { textOperators } from './words';

/** Characters that the pages of one file may come to. */
const mostCharacters = 80 << 20;

/** Pixels of a sheet in a point (CSS Values 4, 6.2). */
const pixelsPerPoint = 96 / 72;

/** Points that a page may measure (ISO 32000-1, Annex C: 14,400 of a reader’s units). */
const longestSide = 14_400;

const names = new Map(Object.entries(OPS).map(([name, code]) => [code as number, name]));
const nameOf = (code: number): string => names.get(code) ?? '';

const byName: Readonly<Record<string, Operator>> = {
  ...stateOperators,
  ...pictureOperators,
  ...textOperators,
  constructPath: pathOperator(nameOf),
};

const require = createRequire(import.meta.url);
/** A folder of what pdf.js ships beside its code, as it takes the names of folders. */
const shipped = (folder: string): string =>
  `${path.join(path.dirname(require.resolve('pdfjs-dist/package.json')), folder)}/`;

/** What is said of errors of pdf.js’, by their names. */
const reasons: Readonly<Record<string, string>> = {
  PasswordException: 'This PDF has a password: save it without one.',
  InvalidPDFException: 'This is no PDF that can be read, or it is damaged.',
  FormatError: 'This is no PDF that can be read, or it is damaged.',
  UnknownErrorException: 'This is no PDF that can be read, or it is damaged.',
};

function inWords(e: unknown): unknown {
  const said = reasons[(e as Error | null)?.name ?? ''];
  return said ? new PdfFault(said) : e;
}

function open(bytes: Uint8Array) {
  return getDocument({
    // It takes the bytes for itself, and none of Node’s own kind.
    data: Uint8Array.from(bytes),
    verbosity: 0,
    isEvalSupported: false,
    useSystemFonts: false,
    // Glyphs come as outlines.
    disableFontFace: true,
    fontExtraProperties: false,
    stopAtErrors: false,
    cMapUrl: shipped('cmaps'),
    standardFontDataUrl: shipped('standard_fonts'),
    wasmUrl: shipped('wasm'),
    iccUrl: shipped('iccs'),
  });
}

type PdfDocument = Awaited<ReturnType<typeof open>['promise']>;

/** What a page refers to: its own, and what it shares with other pages. */
function objectsOf(page: Awaited<ReturnType<PdfDocument['getPage']>>) {
  const from = (id: string) => (id.startsWith('g_') ? page.commonObjs : page.objs);
  return {
    object: (id: string): unknown => (from(id).has(id) ? from(id).get(id) : null),
    arrived: (id: string) => new Promise<unknown>((resolve) => from(id).get(id, resolve)),
  };
}

async function readPage(
  document: PdfDocument,
  number: number,
  faces: KnownFaces,
): Promise<ReturnType<SvgSheet['finish']>> {
  const page = await document.getPage(number);
  const { width, height, transform } = page.getViewport({ scale: pixelsPerPoint });
  if (!(width > 0 && height > 0)) throw new PdfFault('A page has no size.');
  if (Math.max(width, height) > longestSide * pixelsPerPoint)
    throw new PdfFault(
      `A page measures ${Math.round(width / pixelsPerPoint)} × ${Math.round(height / pixelsPerPoint)} pt, more than a PDF may.`,
    );
  const shown = await document.getOptionalContentConfig();
  const operators = await page.getOperatorList();
  const area = { x0: 0, y0: 0, x1: width, y1: height };
  const sheet = new SvgSheet(area);
  const resources = {
    ...objectsOf(page),
    face: (name: string) => faces.of(name),
    isShown: (properties: unknown) => shown.isVisible(properties as never),
    // What is not known may paint.
    operator: (code: number) =>
      byName[nameOf(code)] ?? (() => sheet.note(`Operators “${nameOf(code) || code}”`)),
  };
  const painter = new PagePainter(sheet, resources, matrixOf(transform), area);
  await painter.run(operators as unknown as OperatorList);
  page.cleanup();
  return sheet.finish();
}

/**
 * Reads pages of a PDF by their operators (ISO 32000-1, Annex A), each as an SVG of shapes, gradients, patterns, groups, masks, pictures
 * and words: as text where their face is here, else as outlines, word by word. It takes as long as it takes, and belongs where that is watched.
 * @param fonts Those of the designer's own.
 * @throws PdfFault in words where it is none, damaged, locked or too much.
 */
export async function readPdf(
  bytes: Uint8Array,
  { most, from }: PageRange,
  fonts: readonly NamedFont[] = [],
): Promise<PdfPages> {
  const task = open(bytes);
  const known = new KnownFaces(fonts);
  try {
    const document = await task.promise;
    const pages = document.numPages;
    if (!pages) throw new PdfFault('This PDF has no page.');
    const svg: string[] = [];
    let size = 0;
    const notes = new Map<string, { count: number; where: string[] }>();
    for (let number = from; number < Math.min(pages + 1, from + Math.min(most, mostPages)); number++) {
      const read = await readPage(document, number, known);
      svg.push(read.svg);
      size += read.svg.length;
      if (size > mostCharacters)
        throw new PdfFault('What is on these pages is more than can be opened at once.');
      for (const [what, count] of read.notes) {
        const note = notes.get(what) ?? { count: 0, where: [] };
        note.count += count;
        note.where.push(`page ${number}`);
        notes.set(what, note);
      }
    }
    return { pages, svg, notes: [...notes].map(([what, note]) => ({ what, ...note })) };
  } catch (e) {
    throw inWords(e);
  } finally {
    await task.destroy();
  }
}

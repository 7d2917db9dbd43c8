import { transfer } from 'comlink';
import {
  type Card,
  type Design,
  type ExportSet,
  fetchBands,
  fileScene,
  formats,
  Painter,
  type PdfParams,
  type Picture,
  type PlannedFile,
  pictureSize,
  pictureWithin,
  plannedFiles,
  RowFault,
  rowParams,
  sceneToSvg,
  shownScene,
  squareScene,
  subjectPages,
  svgFile,
  WorkFault,
  wantsText,
  withImages,
} from '@/core';
import { fetchFaces, subsetter } from './faces';

/** A file that the window makes itself, and in words what is not in it as it is in the design. */
export interface MadeFile {
  readonly bytes: Uint8Array;
  readonly notes: readonly string[];
}

/** Faces that only what is exported is set in, such as titles of proofs. */
const withFaces = (design: Design, rows: readonly Card[]): Promise<unknown> =>
  fetchFaces({ ...design, exports: { pattern: '', rows } });

/** The files that a set comes to. */
export async function planned(design: Design, set: ExportSet): Promise<readonly PlannedFile[]> {
  await withFaces(design, set.rows);
  return plannedFiles(design, set);
}

let painter: Painter | null = null;

/** What a row shows, with its bleed, as a picture whose longer side has so many pixels; null where it is not there. */
export async function filePreview(design: Design, row: Card, longest: number): Promise<Picture | null> {
  await withFaces(design, [row]);
  painter ??= new Painter();
  try {
    const { bled } = shownScene(design, row);
    const made = await pictureWithin(
      painter,
      formats[row.kind].made === 'icons' ? squareScene(bled) : bled,
      longest,
    );
    return transfer(made, [made.data.buffer]);
  } catch (e) {
    // What is wrong with it is told with its size.
    if (e instanceof RowFault || e instanceof WorkFault) return null;
    throw e;
  }
}

/** What a row shows as a file of outlines. */
export async function outlineFile(design: Design, row: Card): Promise<MadeFile> {
  await withFaces(design, [row]);
  if (row.kind === 'svg') {
    const { bled } = fileScene(design, row);
    const cut = wantsText(row) ? await subsetter() : null;
    const text = await withImages(() => svgFile(design, row, bled, cut));
    const bytes = new TextEncoder().encode(text);
    return transfer({ bytes, notes: [] }, [bytes.buffer as ArrayBuffer]);
  }
  // Its writer is large, and comes when it is needed.
  const { scenesToPdf } = await import('@/core/paged');
  const { fineness } = row.params as unknown as PdfParams;
  const { bleed } = rowParams(row);
  const pages = subjectPages(design, row).map((scene) => ({ scene, bleed }));
  const made = await scenesToPdf(pages, {
    title: design.name,
    dpi: fineness,
    subsetter: wantsText(row) ? await subsetter() : null,
  });
  return transfer(made, [made.bytes.buffer as ArrayBuffer]);
}

/** What a row shows as the text of an SVG, with something kept inside. */
export async function svgText(design: Design, row: Card, recipe: string): Promise<string> {
  await withFaces(design, [row]);
  const { bled } = fileScene(design, row);
  return withImages(() => sceneToSvg(bled, design.name, { recipe }));
}

/** A picture that is drawn piece by piece. */
export class BandPicture {
  private bands: ReturnType<typeof fetchBands> | null = null;

  /** Begins what a row shows. */
  async begin(design: Design, row: Card): Promise<{ width: number; height: number }> {
    await withFaces(design, [row]);
    const { bled, size } = fileScene(design, row);
    const scale = size?.scale ?? 1;
    this.bands = fetchBands(bled, scale);
    return pictureSize(bled, scale);
  }

  /** The next rows, or null when it is done. */
  async next() {
    const next = await this.bands?.next();
    if (!next || next.done) {
      this.bands = null;
      return null;
    }
    return transfer(next.value, [next.value.data.buffer]);
  }

  stop(): void {
    this.bands = null;
  }
}

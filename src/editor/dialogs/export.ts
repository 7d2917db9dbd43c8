import { type Depth, tagPng } from '@/core';
import { studioEngine } from '../state/studio';
import { sync } from '../state/sync';
import { saveFile } from './save-file';

/** Largest picture the browser draws itself, in pixels; larger ones come from the server. */
const browserLimit = 4096 * 4096;

export interface ExportOrder {
  readonly designId: string;
  readonly sheetId: string;
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly dpi: number;
  readonly ground: boolean;
  /** Bits a channel; 16 come from the server. */
  readonly depth: Depth;
}

/**
 * A PNG of the sheet: drawn by a worker of this window where it is not too large, else by the server.
 * `onProgress` is told the share that is drawn, 0–1, where it is known.
 */
export async function exportPng(
  order: ExportOrder,
  signal: AbortSignal,
  onProgress: (share: number) => void,
): Promise<void> {
  const { designId, sheetId, name, width, height, dpi, ground, depth } = order;
  if (width * height <= browserLimit && depth === 8) {
    const { studio } = studioEngine();
    const size = await studio.beginPicture(width, ground);
    const canvas = new OffscreenCanvas(size.width, size.height);
    const context = canvas.getContext('2d');
    for (let band = await studio.pictureBand(); band; band = await studio.pictureBand()) {
      if (signal.aborted) return;
      context?.putImageData(new ImageData(band.data, size.width, band.rows), 0, band.y);
      onProgress((band.y + band.rows) / size.height);
    }
    const blob = await canvas.convertToBlob({ type: 'image/png' });
    const tagged = tagPng(new Uint8Array(await blob.arrayBuffer()), dpi);
    if (!signal.aborted) saveFile(new Blob([tagged], { type: 'image/png' }), `${name}.png`);
    return;
  }
  if (!(await sync.settled(10_000)))
    throw new Error('The last changes are not stored yet, and the server draws what is stored. Try again.');
  const query = new URLSearchParams({
    sheet: sheetId,
    width: String(width),
    dpi: String(dpi),
    ground: String(ground),
    depth: String(depth),
  });
  const response = await fetch(`/api/designs/${designId}/picture?${query}`, { signal });
  if (!response.ok) {
    const answer = (await response.json().catch(() => null)) as { message?: string } | null;
    throw new Error(answer?.message ?? 'The server could not draw the picture.');
  }
  saveFile(await response.blob(), `${name}.png`);
}

/** The sheet as an SVG file, its lettering as text or as outlines. */
export async function exportSvg(
  name: string,
  ground: boolean,
  words: boolean,
  signal: AbortSignal,
): Promise<void> {
  const text = await studioEngine().studio.svg(ground, words);
  if (!signal.aborted) saveFile(new Blob([text], { type: 'image/svg+xml' }), `${name}.svg`);
}

/** The sheet as a PDF file with a bleed in sheet units; returns in words what went in as pictures. */
export async function exportPdf(
  name: string,
  ground: boolean,
  bleed: number,
  dpi: number,
  signal: AbortSignal,
): Promise<readonly string[]> {
  const { bytes, notes } = await studioEngine().studio.pdf(ground, bleed, dpi);
  if (signal.aborted) return [];
  saveFile(new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'application/pdf' }), `${name}.pdf`);
  return notes;
}

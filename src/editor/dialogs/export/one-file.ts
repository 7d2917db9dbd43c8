import { type Card, type ExportSet, hasEnded, type PlannedFile, type PngParams, tagPng } from '@/core';
import { api } from '../../state/api';
import { studioEngine } from '../../state/studio';
import { sync } from '../../state/sync';
import { saveFile, saveFrom } from '../save-file';

/** Largest picture the window draws itself, in pixels; larger ones come from the server. */
const ownLimit = 4096 * 4096;

/** What a file that is exported by itself is called. */
export const oncePattern = '{design}';

/** Milliseconds between two looks at how far the server is. */
const lookEvery = 300;

/** How a file is made that is asked for: it is told how far that is, 0–1, where that is known. */
interface Making {
  readonly signal: AbortSignal;
  onProgress(share: number): void;
}

/** A picture drawn by a worker of this window, band by band. */
async function picture(file: PlannedFile, { signal, onProgress }: Making): Promise<Blob | null> {
  const { studio } = studioEngine();
  const size = await studio.beginPicture(file.row);
  const canvas = new OffscreenCanvas(size.width, size.height);
  const context = canvas.getContext('2d');
  for (let band = await studio.pictureBand(); band; band = await studio.pictureBand()) {
    if (signal.aborted) return null;
    context?.putImageData(new ImageData(band.data, size.width, band.rows), 0, band.y);
    onProgress((band.y + band.rows) / size.height);
  }
  const blob = await canvas.convertToBlob({ type: 'image/png' });
  return new Blob([tagPng(new Uint8Array(await blob.arrayBuffer()), file.dpi)], { type: 'image/png' });
}

/** Whether a window can make a file by itself. */
function isOwn({ row, pixels }: PlannedFile): boolean {
  if (row.kind === 'svg' || row.kind === 'pdf') return true;
  const { bits, space } = row.params as unknown as PngParams;
  return row.kind === 'png' && bits === '8' && space === 'srgb' && pixels <= ownLimit;
}

/** Waits until the server has all that was done. @throws Error in words where that takes too long. */
export async function whenStored(): Promise<void> {
  if (!(await sync.settled(10_000)))
    throw new Error('The last changes are not stored yet, and the server draws what is stored. Try again.');
}

/** Has the server make files of the design as it is now. @throws Error in words where it does not take them. */
export async function orderFiles(designId: string, set: ExportSet): Promise<string> {
  await whenStored();
  return (await api.deliver(designId, set)).id;
}

const pause = () => new Promise((resolve) => setTimeout(resolve, lookEvery));

/** One file of the server’s, waited for. @throws Error in words where it cannot be made. */
async function fromServer(
  designId: string,
  row: Card,
  { signal, onProgress }: Making,
): Promise<readonly string[]> {
  const id = await orderFiles(designId, { pattern: oncePattern, rows: [row] });
  for (;;) {
    if (signal.aborted) {
      await api.stopDelivery(id);
      return [];
    }
    const delivery = await api.delivery(id);
    const [file] = delivery.files;
    onProgress(file.progress);
    if (!hasEnded(delivery)) {
      await pause();
      continue;
    }
    if (file.state !== 'done') throw new Error(file.message ?? 'The file was stopped.');
    if (!signal.aborted) saveFrom(api.deliveredFile(id, 0), file.name);
    return file.notes;
  }
}

/**
 * Makes a file and hands it to the browser to be saved; returns in words what is not in it as it is in the design.
 * @throws Error in words where it cannot be made.
 */
export async function exportFile(
  designId: string,
  file: PlannedFile,
  making: Making,
): Promise<readonly string[]> {
  if (file.fault) throw new Error(file.fault);
  if (!isOwn(file)) return fromServer(designId, file.row, making);
  const { signal } = making;
  const name = file.name.slice(file.name.lastIndexOf('/') + 1);
  if (file.row.kind === 'png') {
    const blob = await picture(file, making);
    if (blob && !signal.aborted) saveFile(blob, name);
    return [];
  }
  const { bytes, notes } = await studioEngine().studio.outlineFile(file.row);
  if (signal.aborted) return [];
  saveFile(new Blob([bytes as Uint8Array<ArrayBuffer>], { type: file.media }), name);
  return notes;
}

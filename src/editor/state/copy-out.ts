import { type Card, makeRow } from '@/core';
import { topmost } from '@/core/edit';
import { clippingOfChoice } from './clipboard';
import { get, say } from './store';
import { studioEngine } from './studio';

/** Pixels that the longer side of a copied picture has at most, and those of a sheet unit where it has room. */
const mostPixels = 4096;
const fineness = 2;

/** What is chosen as a row of files has it. */
const chosenRow = (kind: string): Card | null => {
  const { design, chosen } = get();
  return design && chosen.length
    ? makeRow(kind, { of: `parts:${topmost(design, chosen).join(',')}`, ground: 'none' })
    : null;
};

/** Hands what is still to come to the browser’s clipboard, by the press that asked for it: that needs no leave. */
async function hand(made: Readonly<Record<string, Promise<Blob>>>, done: string): Promise<void> {
  try {
    await navigator.clipboard.write([new ClipboardItem(made)]);
    say(done);
  } catch (e) {
    const own = await Promise.all(Object.values(made)).then(
      () => null,
      (fault: Error) => fault.message,
    );
    say(own ?? `The browser does not take it: ${(e as Error).message}`);
  }
}

/** Copies what is chosen as an SVG for other programs; pasted here it is live again. */
export function copyAsSvg(): void {
  const clipping = clippingOfChoice();
  const row = chosenRow('svg');
  if (clipping === null || !row) return;
  const text = studioEngine().studio.svgText(row, clipping);
  const as = (type: string) => text.then((t) => new Blob([t], { type }));
  const vector = 'image/svg+xml';
  const taken = typeof ClipboardItem !== 'undefined' && ClipboardItem.supports?.(vector);
  void hand(
    { 'text/plain': as('text/plain'), ...(taken ? { [vector]: as(vector) } : {}) },
    'Copied as SVG: other programs can take it, and here it stays live.',
  );
}

async function png(row: Card): Promise<Blob> {
  const { studio } = studioEngine();
  const { design, chosen } = get();
  const b = design && (await studio.bounds(chosen));
  const longest = b ? Math.max(b.x1 - b.x0, b.y1 - b.y0) : 0;
  const made = await studio.filePreview(
    row,
    Math.min(mostPixels, Math.max(1, Math.ceil(fineness * longest))),
  );
  if (!made) throw new Error('What is chosen paints nothing.');
  const canvas = new OffscreenCanvas(made.width, made.height);
  canvas.getContext('2d')?.putImageData(new ImageData(made.data, made.width, made.height), 0, 0);
  return canvas.convertToBlob({ type: 'image/png' });
}

/** Copies what is chosen as a picture, clear about it. */
export function copyAsPicture(): void {
  const row = chosenRow('png');
  if (row) void hand({ 'image/png': png(row) }, 'Copied as a picture.');
  else say('Choose a part first.');
}

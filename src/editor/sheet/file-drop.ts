import type { DragEvent } from 'react';
import { isDrawing, placeDrawingFiles } from '../state/drawings';
import { picturesIn, placePictures } from '../state/pictures';
import { say } from '../state/store';
import { surface } from './surface';

const hasFiles = (e: DragEvent): boolean => e.dataTransfer.types.includes('Files');

export function filesOverSheet(e: DragEvent): void {
  if (!hasFiles(e)) return;
  e.preventDefault();
  e.dataTransfer.dropEffect = 'copy';
}

/** Files let go on the sheet: pictures are placed where they were let go. */
export function dropFiles(e: DragEvent): void {
  if (!hasFiles(e)) return;
  e.preventDefault();
  const at = surface.onSheet(surface.inView(e));
  const drawings = [...e.dataTransfer.files].filter(isDrawing);
  const files = picturesIn(e.dataTransfer);
  if (drawings.length) void placeDrawingFiles(drawings, at);
  if (files.length) void placePictures(files, at);
  if (!files.length && !drawings.length)
    say('Only SVG and PDF drawings and PNG, JPEG, WebP and AVIF pictures can be placed.');
}

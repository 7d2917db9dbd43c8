import type { DragEvent } from 'react';
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
  const files = picturesIn(e.dataTransfer);
  if (files.length) void placePictures(files, surface.onSheet(surface.inView(e)));
  else say('Only PNG, JPEG, WebP and AVIF pictures can be placed.');
}

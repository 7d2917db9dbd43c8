import { readFileSync } from 'node:fs';
import path from 'node:path';
import { type Lettering, makeSource, provideFace, shippedFaces } from '@/core';
import { openFace } from '@/core/shaping';

export const fontFile = (id: string): string =>
  path.resolve(import.meta.dirname, '../public/fonts', `${id}.ttf`);

export const fontBytes = (id: string): Uint8Array => new Uint8Array(readFileSync(fontFile(id)));

/** Takes all shipped faces up. */
export function takeShippedFaces(): void {
  for (const { id } of shippedFaces) provideFace(openFace(id, fontBytes(id)));
}

/** Lettering with some of its numbers given. */
export const letteringOf = (values: Partial<Lettering>): Lettering =>
  makeSource('lettering', values) as unknown as Lettering;

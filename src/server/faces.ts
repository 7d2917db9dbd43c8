import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { type FacesUsed, facesMissing, isOwnFace, isShippedFace, provideFace } from '@/core';
import { openFace } from '@/core/shaping';
import type { Database } from './database';
import { fontBytes } from './fonts';
import { NotFound } from './http/errors';

/** Whose fonts a design may be set in beside the shipped ones. */
export interface Library {
  readonly db: Database;
  readonly owner: string;
}

async function fileOf(id: string, library: Library | null): Promise<Uint8Array | null> {
  if (isShippedFace(id)) return readFile(path.join(process.cwd(), 'public/fonts', `${id}.ttf`));
  if (!library || !isOwnFace(id)) return null;
  try {
    return await fontBytes(library.db, library.owner, id);
  } catch (e) {
    // What is set in a font that is gone says so on its part.
    if (e instanceof NotFound) return null;
    throw e;
  }
}

/** Takes up the faces that a design is set in, so that it can be worked out. */
export async function takeFaces(design: FacesUsed, library: Library | null): Promise<void> {
  await Promise.all(
    facesMissing(design).map(async (id) => {
      const bytes = await fileOf(id, library);
      if (bytes) provideFace(openFace(id, bytes));
    }),
  );
}

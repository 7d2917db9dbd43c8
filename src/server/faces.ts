import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { type Design, facesMissing, provideFace, shippedFaces } from '@/core';
import { openFace } from '@/core/shaping';

const shipped = new Set(shippedFaces.map((f) => f.id));

/** Takes up the faces that a design is set in, so that it can be worked out. */
export async function takeFaces(design: Pick<Design, 'parts'>): Promise<void> {
  await Promise.all(
    facesMissing(design)
      .filter((id) => shipped.has(id))
      .map(async (id) => {
        const file = path.join(process.cwd(), 'public/fonts', `${id}.ttf`);
        provideFace(openFace(id, await readFile(file)));
      }),
  );
}

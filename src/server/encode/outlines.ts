import { readFile, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { deflateSync } from 'node:zlib';
import {
  type PdfParams,
  provideDeflate,
  type SvgParams,
  subjectPages,
  svgFile,
  wantsText,
  webManifest,
} from '@/core';
import { scenesToPdf } from '@/core/paged';
import { openSubsetter, type Subsetter } from '@/core/shaping';
import { defineEncoder } from './definition';

provideDeflate((bytes, level) => deflateSync(bytes, { level }));

let cutting: Promise<Subsetter> | null = null;

/** What cuts fonts down, opened when it is first asked for. */
function subsetter(): Promise<Subsetter> {
  cutting ??= readFile(path.join(process.cwd(), 'public/fonts/subset.wasm')).then((bytes) =>
    openSubsetter(new Uint8Array(bytes)),
  );
  return cutting;
}

export const encodeSvg = defineEncoder<SvgParams>(async ({ design, scene, file: { row } }, _, to) => {
  await writeFile(to, svgFile(design, row, scene, wantsText(row) ? await subsetter() : null));
  return [];
});

export const encodePdf = defineEncoder<PdfParams>(
  async ({ design, file: { row }, bleed }, { fineness }, to) => {
    const pages = subjectPages(design, row).map((scene) => ({ scene, bleed }));
    const { bytes, notes } = await scenesToPdf(pages, {
      title: design.name,
      dpi: fineness,
      subsetter: wantsText(row) ? await subsetter() : null,
    });
    await writeFile(to, bytes);
    return notes;
  },
);

export const encodeManifest = defineEncoder<object>(async ({ design, file, files }, _, to) => {
  await writeFile(to, webManifest(design, file, files));
  return [];
});
